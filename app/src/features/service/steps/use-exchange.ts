import { useMemo } from 'react';
import {
  BLEED_NEW_PERCENT,
  type Car,
  type ExchangeBegun,
  type ExchangeMethod,
  FLUSH_NEW_PERCENT,
  type Logbook,
  type ReservoirWay,
  type SequenceSchool,
  inSequence,
  judgeExchangeStart,
  levelNow,
  ofKind,
  needsLeakDownTest,
  leftByExchanges,
  planInJob,
  reservoirFirst,
  reservoirWay,
} from '@calvik/core';
import { bleedMethod } from '@calvik/core/run-up';
import { useReadFigure } from '../../../ui/figure-fields';
import { quantityText, recordText } from '../../../ui/quantity-text';
import { useUnits } from '../../../ui/units';
import { useDraft } from '../../../state/use-draft';
import type { StepProps } from '../use-service';

export interface ExchangeForm {
  way: ReservoirWay;
  method: ExchangeMethod | '';
  scope: 'full' | 'heatAffected';
  sequence: SequenceSchool;
  bottleId: string;
  drawn: string;
  refill: string;
  pressure: string;
  wanted: string;
}

/** How the fluid of this car was moved last time, in this shop; null where that is not known, or no more possible. */
function exchangeBefore(logbook: Logbook, car: Car): ExchangeBegun | null {
  const last = ofKind(logbook.factsOfCar(car.id), 'exchangeBegun').at(-1) ?? null;
  return last !== null && needsLeakDownTest(last.method) && bleedMethod(logbook, car) !== 'pressure' ? null : last;
}

/** An exchange as it is being set up: what is typed, the plan that follows, and everything that there is to say of it. */
export function useExchange({ s, logbook }: Pick<StepProps, 's' | 'logbook'>) {
  const { system } = useUnits();
  const read = useReadFigure();
  const { car: own } = s;
  const levelMl = levelNow(own, s.facts);
  const { begun } = s.exchange;
  const usual = bleedMethod(logbook, own);
  const last = exchangeBefore(logbook, own);
  const first = reservoirFirst(own, levelMl, reservoirWay(own));
  // What is begun anew after a soft pedal is a bleed.
  const scopeNow = begun ? (s.exchange.isDone ? 'heatAffected' : begun.scope) : null;
  const { draft, change, clear } = useDraft<ExchangeForm>(`service.${s.job.id}.exchange`, {
    way: begun ? (begun.refillMl > 0 ? 'suckOut' : 'pushThrough') : reservoirWay(own),
    // As it was done last on this car; without the cap adapter for it, with the pedal.
    method: begun?.method ?? last?.method ?? (usual === 'pressure' ? '' : usual),
    scope: scopeNow ?? (s.job.kind === 'trackBleed' ? 'heatAffected' : 'full'),
    sequence: begun?.sequence ?? own.sequenceSchool,
    bottleId: begun?.bottleId ?? '',
    drawn: begun ? recordText(begun.drawnOffMl, 'volume', system) : quantityText(first.drawOffMl, 'volume', system),
    refill: begun ? recordText(begun.refillMl, 'volume', system) : quantityText(first.refillMl, 'volume', system),
    pressure: recordText((begun ?? last)?.pressureKpa || null, 'pressure', system),
    wanted: String(begun?.wantedNewPercent ?? FLUSH_NEW_PERCENT),
  });
  const car = useMemo(() => inSequence(own, draft.sequence), [own, draft.sequence]);
  const isFull = draft.scope === 'full';
  const drawn = isFull ? read(draft.drawn, 'volume') : 0;
  const refill = isFull ? read(draft.refill, 'volume') : 0;
  const drawnOffMl = drawn ?? 0;
  const refillMl = refill ?? 0;
  const isPressed = draft.method !== '' && needsLeakDownTest(draft.method);
  const pressureKpa = isPressed ? read(draft.pressure, 'pressure') : null;
  const wantedNewPercent = isFull ? Number(draft.wanted) : BLEED_NEW_PERCENT;
  const from = useMemo(
    () => leftByExchanges(own, begun ? s.facts.filter((f) => f.at < begun.at) : s.facts, logbook, draft.bottleId),
    [own, s.facts, begun, logbook, draft.bottleId],
  );
  const plan = useMemo(
    () =>
      draft.method === ''
        ? null
        : planInJob(own, s.facts, {
            sequence: draft.sequence,
            method: draft.method,
            scope: draft.scope,
            drawnOffMl,
            refillMl,
            wantedNewPercent,
            levelMl,
            from,
          }),
    [own, s.facts, from, draft.sequence, draft.method, draft.scope, drawnOffMl, refillMl, wantedNewPercent, levelMl],
  );
  const findings = judgeExchangeStart(
    own,
    { method: draft.method || null, sequence: draft.sequence, levelMl, drawnOffMl, refillMl, pressureKpa },
    s.exchange,
  );
  return {
    draft,
    change,
    clear,
    car,
    levelMl,
    isFull,
    isPressed,
    /** Null where a volume cannot be read. */
    volumes: drawn === null || refill === null ? null : { drawnOffMl, refillMl },
    drawnOffMl,
    refillMl,
    pressureKpa,
    wantedNewPercent,
    plan,
    findings,
  };
}
