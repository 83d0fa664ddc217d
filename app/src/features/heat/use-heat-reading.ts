import { useState } from 'react';
import {
  type Car,
  type Corner,
  type HeatRead,
  type SessionPlan,
  type TrackEvent,
  dateIn,
  parseQuantity,
  preferredUnit,
  usualSession,
} from '@calvik/core';
import { readFigure } from '@calvik/core/units';
import { heatInstrumentNames } from '@calvik/words/heat';
import * as api from '../../api/client';
import { useSaveFact } from '../../facts/save-fact';
import { type SessionForm, sessionForm, sessionOfForm } from '../../fields/session-fields';
import { useLogbook } from '../../state/hooks';
import { useDraft } from '../../state/use-draft';
import { useSay } from '../../state/use-say';
import { recordText } from '../../ui/quantity-text';
import { useUnits } from '../../ui/units';

export type HeatInstrument = HeatRead['instrument'];

interface ReadingDraft {
  instrument: HeatInstrument;
  corner: Corner;
  part: 'rotor' | 'caliper';
  reached: string;
  notReached: string;
  temp: string;
  seconds: string;
  session: SessionForm;
  takenWith: 'byHand' | 'simulated';
}

/** One reading of heat while it is being made: as typed, taken from the bench, and saved. */
export function useHeatReading(car: Car, event: TrackEvent) {
  const logbook = useLogbook();
  const say = useSay();
  const { system } = useUnits();
  const venue = logbook.venues.get(event.venueId);
  const { saveFact, saving, problem } = useSaveFact();
  const [trouble, setTrouble] = useState<string | null>(null);
  const [told, setTold] = useState<string | null>(null);
  const { draft, change } = useDraft<ReadingDraft>(`heatReading.${car.id}`, {
    instrument: 'pyrometer',
    corner: 'FL',
    part: 'rotor',
    reached: '',
    notReached: '',
    temp: '',
    seconds: '',
    session: sessionForm(
      { ...(event.session ?? usualSession), cameIn: undefined, coolDownLap: false, ducts: null },
      system,
    ),
    takenWith: 'byHand',
  });
  const session: SessionPlan | null = sessionOfForm(draft.session, system);
  const degrees = (text: string): number | null => {
    const parsed = parseQuantity(text, 'temperature', preferredUnit('temperature', system));
    return parsed.ok ? parsed.value : null;
  };
  const read = (): HeatRead | string => {
    const { instrument, corner, part } = draft;
    if (instrument === 'fluidBoiled') return { instrument };
    if (instrument === 'pyrometer') {
      const tempC = degrees(draft.temp);
      const secondsAfterStop = readFigure(draft.seconds, ['s']);
      if (tempC === null) return 'Type what the pyrometer says.';
      if (secondsAfterStop === null || secondsAfterStop < 0)
        return 'Say how many seconds after the stop: it cools while you walk round.';
      return { instrument, corner, part, tempC, secondsAfterStop };
    }
    const [reachedC, notReachedC] = [degrees(draft.reached), degrees(draft.notReached)];
    if (draft.reached.trim() !== '' && reachedC === null) return 'The step that was reached cannot be read.';
    if (draft.notReached.trim() !== '' && notReachedC === null) return 'The step that was not reached cannot be read.';
    if (reachedC === null && notReachedC === null)
      return 'Type the highest step that was reached, or the lowest that was not.';
    return { instrument, corner, reachedC, notReachedC };
  };
  const take = async (): Promise<void> => {
    if (!venue || draft.instrument === 'fluidBoiled') return;
    if (!session?.cameIn) return setTrouble('Say first what was driven, and how it came in.');
    if (draft.instrument === 'pyrometer' && draft.seconds.trim() === '')
      return setTrouble('Say how many seconds after the stop: it cools while you walk round.');
    try {
      const found = await api.readHeat({
        carId: car.id,
        venueId: venue.id,
        session,
        corner: draft.corner,
        instrument: draft.instrument,
        ...(draft.instrument === 'pyrometer'
          ? { part: draft.part, secondsAfterStop: readFigure(draft.seconds, ['s']) ?? 0 }
          : {}),
      });
      setTrouble(null);
      const text = (c: number | null): string => recordText(c, 'temperature', system);
      if (found.instrument === 'pyrometer') change({ temp: text(found.tempC), takenWith: 'simulated' });
      else if (found.instrument !== 'fluidBoiled')
        change({ reached: text(found.reachedC), notReached: text(found.notReachedC), takenWith: 'simulated' });
    } catch (error) {
      setTrouble(api.problemSentence(error, say));
    }
  };
  const save = async (): Promise<void> => {
    setTold(null);
    if (!venue) return setTrouble('The venue of this event is not known.');
    if (!session) return setTrouble('Say what was driven: a figure of the session cannot be read.');
    if (!session.cameIn) return setTrouble('Easy laps before it came in: none, one, two, or “Don’t know”?');
    const what = read();
    if (typeof what === 'string') return setTrouble(what);
    setTrouble(null);
    const today = dateIn(new Date().toISOString(), logbook.shop.timeZone);
    const isSaved = await saveFact(
      { kind: 'heatReading', carId: car.id, venueId: venue.id, session, read: what, takenWith: draft.takenWith },
      today,
    );
    if (!isSaved) return;
    change({ reached: '', notReached: '', temp: '', takenWith: 'byHand' });
    setTold(`Saved: ${heatInstrumentNames[what.instrument].toLowerCase()}.`);
  };
  return {
    draft,
    /** What is typed was read by hand. */
    typed: (over: Partial<ReadingDraft>): void => change({ ...over, takenWith: 'byHand' }),
    setSession: (over: Partial<SessionForm>): void => change({ session: { ...draft.session, ...over } }),
    take,
    save,
    saving,
    trouble: trouble ?? problem,
    told,
  };
}
