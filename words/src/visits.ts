/** A visit of a car in one line: what it was, and how it ended. */
import type { Fact, Logbook, Visit, VisitOutcome } from '@calvik/core';
import { wasteOf } from '@calvik/core/inventory';
import { effectiveFacts, ofKind } from '@calvik/core/logbook';
import { factText } from './facts';
import { axleNames, jobNames } from './names';
import type { Say } from './reader';
import { capital, counted } from './texts';

export interface VisitText {
  title: string;
  outcome: string;
}

const outcomeNames: Record<VisitOutcome, string> = {
  released: 'released',
  reopened: 'was released, stopped again',
  underWay: 'not finished',
  done: 'done',
};

/** What was done in it that somebody asks for later: parts that went on, fluid that was changed. */
function doneText(facts: readonly Fact[], logbook: Logbook, say: Say): string[] {
  const fitted = ofKind(facts, 'partsFitted').filter((f) => f.changed !== 'none');
  const exchanged = ofKind(facts, 'fluidExchange');
  return [
    ...fitted.map((f) => {
      const pads = logbook.padSets.get(f.padSetId ?? '')?.label;
      const rotors = logbook.rotorPairs.get(f.rotorPairId ?? '')?.label;
      const parts = [
        f.changed !== 'rotors' ? `pads ${pads ?? 'without a label'}` : '',
        f.changed !== 'pads' ? `rotors ${rotors ?? 'without a label'}` : '',
      ].filter(Boolean);
      return `${parts.join(', ')} on the ${axleNames[f.axle]}`;
    }),
    ...exchanged.map((f) => `${f.scope === 'full' ? 'flush' : 'bleed'}, ${say.value(wasteOf(f), 'volume')} out`),
  ];
}

/** One visit in a line. @example visitText(visit, logbook, say) // { title: 'Service for Dunvarrel', outcome: 'Released by Tove Loy; flush, 690 mL out' } */
export function visitText({ job, facts, outcome, released }: Visit, logbook: Logbook, say: Say): VisitText {
  if (!job) {
    const [fact] = effectiveFacts(facts);
    const told = fact ? factText(fact, logbook, say) : null;
    return told ? { title: told.title, outcome: told.text } : { title: 'Withdrawn', outcome: '' };
  }
  const event = logbook.events.get(job.eventId ?? '')?.name;
  const counts = logbook.factsOfJob(job.id);
  const who = released && outcome === 'released' ? ` by ${logbook.crew.get(released.by)?.name ?? 'somebody'}` : '';
  return {
    title: `${jobNames[job.kind]}${event ? ` for ${event}` : ''}`,
    outcome: capital(
      [
        `${outcomeNames[outcome]}${who}`,
        ...doneText(counts, logbook, say),
        counted(facts.length, 'entry', 'entries'),
      ].join('; '),
    ),
  };
}
