/** Which procedure is proposed, whether a run may begin, and what a look asks for. */
import fc from 'fast-check';
import {
  contradicts,
  disagreement,
  proposedDecision,
  proposedProcedures,
  severityOfDecision,
  wantsReason,
} from '../../src/bedding';
import { type BeddingLook, type Fact, type FaceSeen, type Procedure, shippedProcedures } from '../../src/model';
import { beddingChecks, beginFindings } from '../../src/track';
import { recordSchemas } from '../../src/model/schemas';
import { defaultBrakeSheet } from '../../src/logbook';
import { CREW, book, compoundNamed, makeCar, newId } from '../builders/book';
import { checkedOver } from '../builders/checked-over';
import { tell } from '../builders/say';

const compound = compoundNamed('Sheeted', { use: 'race' });
const own = (over: Partial<Procedure>): Procedure => ({
  ...shippedProcedures[1]!,
  id: newId(),
  name: 'Own',
  author: 'shop',
  compoundId: compound.id,
  ...over,
});
const names = (procedures: Procedure[], of: typeof compound | null = compound): string[] =>
  proposedProcedures(book({ procedures }, []), of).map((p) => `${p.procedure.name}: ${p.why}`);

test('the eight schools are whole records, seven of them driven', () => {
  for (const p of shippedProcedures) expect(recordSchemas.procedures.safeParse(p)).toMatchObject({ success: true });
  expect(shippedProcedures.map((p) => p.isMachine).filter(Boolean)).toHaveLength(1);
  expect(shippedProcedures).toHaveLength(8);
});

test('the maker’s sheet of the compound first, then the shop’s own, then by use', () => {
  expect(names([])[0]).toBe('Race pads, from high speed: byUse');
  expect(names([], null)[0]).toBe('Road pads, hard slowings: byUse');
  const list = names([
    own({ name: 'Shop' }),
    own({ name: 'Sheet', author: 'padMaker' }),
    own({ name: 'Rotor', author: 'rotorMaker' }),
  ]);
  expect(list.slice(0, 3)).toEqual(['Sheet: padMakerSheet', 'Shop: ownForCompound', 'Rotor: rotorMakerSheet']);
  // What is for another compound comes last, and what is archived not at all.
  expect(names([own({ name: 'Of another', compoundId: newId() })]).at(-1)).toBe('Of another: byUse');
  expect(names([own({ name: 'Gone', archived: true })]).join()).not.toContain('Gone');
});

test('a school that the shop has edited stands in the place of the shipped one', () => {
  const edited = { ...shippedProcedures[0]!, version: 3, name: 'Ours now' };
  const all = proposedProcedures(book({ procedures: [edited] }, []), null);
  expect(all).toHaveLength(8);
  expect(all[0]!.procedure).toBe(edited);
});

test('pad maker and rotor maker that disagree are both named', () => {
  const sheet = own({ name: 'Sheet', author: 'padMaker' });
  expect(disagreement(book({ procedures: [sheet] }, []), compound)).toBeNull();
  const found = disagreement(book({ procedures: [sheet, own({ name: 'Rotor', author: 'rotorMaker' })] }, []), compound);
  expect(tell(found!)).toBe(
    'Pad maker and rotor maker disagree: “Sheet” against “Rotor”. Choose, and say whom you follow.',
  );
});

const car = makeCar();
const roadPad = shippedProcedures[0]!;
const stamp = (at: string) => ({ id: newId(), at, recordedAt: at, by: newId(), carId: car.id, jobId: newId() });
const fitted: Fact = {
  ...stamp('2026-05-01T08:00:00Z'),
  kind: 'partsFitted',
  axle: 'front',
  padSetId: null,
  rotorPairId: null,
  changed: 'both',
};
const plan = {
  procedure: roadPad,
  proposed: roadPad,
  reason: '',
  place: 'closedCourse' as const,
  checks: beddingChecks(true),
  hasTapedDucts: true,
};
const lookedOver = checkedOver(car, '2026-04-01T08:00:00.000Z', CREW, defaultBrakeSheet(car));
const held = (
  facts: Fact[],
  over: Partial<Parameters<typeof beginFindings>[2]> = {},
  before: readonly Fact[] = lookedOver,
): string[] =>
  beginFindings(book({ cars: [car] }, [...before, ...facts]), car, { ...plan, ...over }, '2026-06-01').map((f) =>
    tell(f),
  );

test('a run begins when everything is gone through, and not before', () => {
  expect(held([])).toEqual([]);
  expect(held([], {}, [])).toEqual(['Not checked here yet: pedal, leaks and fluid level.']);
  expect(held([], { checks: [] })[0]).toMatch(/^Still to do: pedal firm, fluid level, tyres, ducts taped, /);
  expect(beddingChecks(false)).not.toContain('ductsTaped');
  expect(held([fitted])).toEqual([
    'This car is not released: torque, pedal and the release of its service come first.',
  ]);
  const moderate = { ...roadPad, id: newId(), places: ['closedCourse' as const] };
  expect(held([], { procedure: moderate, place: 'road' })).toEqual([
    'This procedure is not for the road.',
    '“Road pads, hard slowings” is proposed: say why another one is followed.',
  ]);
  const fast = { ...roadPad, series: [{ ...roadPad.series[0]!, fromKmh: 130 }] };
  expect(held([], { procedure: fast, place: 'road' })).toEqual([
    'Driven from 130 km/h: over the 100 km/h that is lawful on the road.',
  ]);
});

type Face = BeddingLook['faces'][number];
const faces = (...seen: FaceSeen[][]): Face[] =>
  (['FL', 'FL', 'FR', 'FR'] as const).map((corner, i) => ({
    corner,
    side: i % 2 === 0 ? 'inner' : 'outer',
    seen: seen[i] ?? ['even'],
  }));

test('what a look asks for: the worst face decides, the driver’s words count', () => {
  const asks = (f: Face[], driverSays: BeddingLook['driverSays'] = []): string =>
    proposedDecision({ faces: f, driverSays }).decision;
  expect(asks(faces())).toBe('accept');
  expect(asks(faces(['even', 'blueRing'], ['ashEdge']))).toBe('accept');
  expect(asks(faces(['silver']))).toBe('anotherCycle');
  expect(asks(faces(['silver'], ['smears']))).toBe('cleanAndAgain');
  expect(asks(faces(), ['thump'])).toBe('cleanAndAgain');
  expect(asks(faces(), ['noBite', 'smell'])).toBe('anotherCycle');
  expect(contradicts(['even', 'smears'])).toBe(true);
  expect(contradicts(['even', 'blueRing'])).toBe(false);
  expect(wantsReason({ faces: faces(['padOutline']), driverSays: [], decision: 'accept' })).toBe(true);
  expect(wantsReason({ faces: faces(['silver']), driverSays: [], decision: 'turn' })).toBe(false);
});

test('property: one more bad sign never makes the decision milder', () => {
  const signs: FaceSeen[] = ['even', 'silver', 'smears', 'blotches', 'padOutline', 'blueRing', 'ashEdge'];
  const some = fc.array(fc.subarray(signs, { minLength: 1 }), { minLength: 4, maxLength: 4 });
  fc.assert(
    fc.property(some, fc.nat(3), fc.constantFrom(...signs), (seen, i, more) => {
      const before = severityOfDecision(proposedDecision({ faces: faces(...seen), driverSays: [] }).decision);
      const worse = seen.map((s, j) => (j === i ? [...s, more] : s));
      expect(
        severityOfDecision(proposedDecision({ faces: faces(...worse), driverSays: [] }).decision),
      ).toBeGreaterThanOrEqual(before);
    }),
  );
});
