import { useMemo } from 'react';
import { useWatch } from 'react-hook-form';
import {
  type Car,
  type Fact,
  type FluidExchange,
  bleedSequence,
  bottleChoices,
  judgeChoice,
  judgeFeel,
  judgeFluid,
  judgePouring,
  nippleVolumesMl,
  pouredFrom,
  withFacts,
} from '@calvik/core';
import { useCrewOnDuty, useLogbook, useToday } from '../../state/hooks';
import { useDraftForm } from '../../state/use-draft-form';
import { useUnits } from '../../ui/units';
import { type NewFact, asFact, momentFor } from '../../facts/save-fact';
import { useQuantity } from '../../records/save-record';
import { type FlushForm, flushForm } from './flush-form';
import { useFluid, useNextEvent } from './use-fluid';

/** A flush or a bleed as it is written down: the form, the entry that it makes, and what follows from it. */
export function useFlush(car: Car, jobId: string | undefined, corrected: FluidExchange | undefined) {
  const logbook = useLogbook();
  const today = useToday();
  const crew = useCrewOnDuty();
  const event = useNextEvent(car.id);
  const { system } = useUnits();
  const quantity = useQuantity();
  const { timeZone } = logbook.shop;
  const steps = useMemo(() => bleedSequence(car), [car]);
  const { form, restored, startOver, finished } = useDraftForm<FlushForm>(
    `flush.${car.id}.${corrected?.id ?? ''}`,
    flushForm(corrected, steps, today, timeZone, system),
  );
  const values = useWatch({ control: form.control }) as FlushForm;

  // A correction gives its own millilitres back to the bottle before it takes them again.
  const book = useMemo(
    () =>
      corrected
        ? withFacts(logbook, [
            {
              ...corrected,
              id: '00000000-0000-7000-8000-000000000001',
              replaces: corrected.id,
              corners: corrected.corners.map((c) => ({ ...c, volumeMl: 0 })),
              reservoirRefillMl: 0,
            } as Fact,
          ])
        : logbook,
    [logbook, corrected],
  );
  const inCar = useFluid(car, event).state.current.fluids[0]?.id;
  const shelf = useMemo(
    () => bottleChoices(book, car, inCar, today, values.bottleId),
    [book, car, inCar, today, values.bottleId],
  );
  const chosen = shelf.find((s) => s.state.bottle.id === values.bottleId);
  const isFull = values.scope === 'full';
  const secondFrom = values.secondBottleId && values.secondFrom !== '' ? Number(values.secondFrom) : steps.length;

  const typedMl = isFull && values.refill.trim() !== '' ? quantity(values.refill, 'volume') : 0;
  const refillMl = Number.isFinite(typedMl) ? Math.min(typedMl, car.reservoirMaxMl) : 0;
  const wantedMl = useMemo(
    () => nippleVolumesMl(car, steps, values.scope, refillMl),
    [car, steps, values.scope, refillMl],
  );
  const draft = useMemo((): FluidExchange | null => {
    if (!values.bottleId || !values.pedalBefore || !values.pedalAfter) return null;
    const refillMl = isFull && values.refill.trim() !== '' ? quantity(values.refill, 'volume') : 0;
    const body: NewFact = {
      kind: 'fluidExchange',
      carId: car.id,
      scope: values.scope,
      reservoirRefillMl: refillMl,
      reservoirBottleId: refillMl > 0 ? values.bottleId : null,
      corners: steps.map((step, i) => ({
        ...step,
        bottleId: i >= secondFrom ? values.secondBottleId : values.bottleId,
        volumeMl: quantity(values.lines[i]?.volume ?? '', 'volume'),
        clean: values.lines[i]?.clean ?? false,
        bubbleFree: values.lines[i]?.bubbleFree ?? false,
        nippleShut: values.lines[i]?.nippleShut ?? false,
      })),
      pedalBefore: values.pedalBefore,
      pedalAfter: values.pedalAfter,
      jobId: jobId ?? corrected?.jobId,
    };
    if (body.corners.some((c) => !Number.isFinite(c.volumeMl)) || !Number.isFinite(refillMl)) return null;
    return asFact(
      body,
      momentFor(values.date, timeZone, corrected),
      crew?.id ?? '',
      corrected && { fact: corrected, because: '…' },
    ) as FluidExchange;
  }, [values, steps, car.id, secondFrom, isFull, jobId, corrected, crew, timeZone, quantity]);
  const after = useMemo(
    () => (draft ? judgeFluid(withFacts(logbook, [draft]), car, event, today) : null),
    [draft, logbook, car, event, today],
  );
  return {
    form,
    restored,
    startOver,
    finished,
    values,
    steps,
    shelf,
    chosen,
    isFull,
    wantedMl,
    draft,
    /** The car's fluid with this entry in it. */
    after,
    short: draft && chosen ? judgePouring(chosen.state, pouredFrom(draft, values.bottleId)) : null,
    feel: values.pedalAfter ? judgeFeel(values.pedalAfter) : null,
    mustNot: chosen ? judgeChoice(chosen) : null,
  };
}
