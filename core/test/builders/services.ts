import type { Fact } from '../../src/model';
import { at, judged, wholeService } from './service-book';

export const hatClearance = judged(
  wholeService().map((f) =>
    f.kind === 'padMeasurement' && f.corner === 'FL' ? { ...f, hatClearanceMm: 2.4 } : f,
  ) as Fact[],
).gate.holds[0]!.finding;

export const without = (facts: Fact[], test: (f: Fact) => boolean): Fact[] => facts.filter((f) => !test(f));

export const correct = (old: Fact, over: object): Fact =>
  ({
    ...old,
    ...over,
    id: at().id,
    replaces: old.id,
    because: 'Misread.',
    recordedAt: '2026-05-04T19:00:00.000Z',
  }) as Fact;
