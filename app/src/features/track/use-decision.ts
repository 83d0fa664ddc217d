import { useMemo, useState } from 'react';
import type { Car, Decision, SessionDecision, SessionLimits, TrackSession } from '@calvik/core';
import { traceOf } from '@calvik/core';
import { padLapsLeft, refusalOf, refuseDecision, suggestLimits } from '@calvik/core/track';
import { problemText, refusalProblem } from '@calvik/words/problems';
import { type NewFact, asFact, useSaveFact } from '../../facts/save-fact';
import { useCrewOnDuty, useLogbook, useToday } from '../../state/hooks';
import { useDraft } from '../../state/use-draft';
import { useSay } from '../../state/use-say';
import { useLongestSession } from './use-longest-session';
import { useLook } from './use-look';

const traits = ['coolDownLap', 'notInTheWet'] as const;
export type LimitTrait = (typeof traits)[number];

interface DecisionDraft {
  decision: Decision | '';
  laps: string | null;
  minutes: string | null;
  traits: LimitTrait[] | null;
  lookAfter: string;
  reason: string;
}

/** A whole count of laps or minutes as typed; null where nothing was. */
function wholeOf(text: string, most: number): number | null | 'bad' {
  if (text.trim() === '') return null;
  const value = Number(text.replace(/\s*(laps?|min)$/i, ''));
  return Number.isInteger(value) && value >= 1 && value <= most ? value : 'bad';
}

/** What a decision says of limits, or the sentence for what cannot be read. */
function limitsOf(draft: { laps: string; minutes: string; traits: readonly LimitTrait[]; lookAfter: string }) {
  const [maxLaps, maxMinutes] = [wholeOf(draft.laps, 300), wholeOf(draft.minutes, 240)];
  if (maxLaps === 'bad') return 'Laps are whole: 5.';
  if (maxMinutes === 'bad') return 'Minutes are whole: 15.';
  return {
    maxLaps,
    maxMinutes,
    coolDownLap: draft.traits.includes('coolDownLap'),
    notInTheWet: draft.traits.includes('notInTheWet'),
    lookAfterSessions: Number(draft.lookAfter),
  };
}

const isWithoutLimit = (l: SessionLimits): boolean =>
  l.maxLaps === null && l.maxMinutes === null && !l.coolDownLap && !l.notInTheWet;

/** The decision after a session while it is being made: advice, what is typed over it, and what the gate says of signing it. */
export function useDecision(car: Car, session: TrackSession) {
  const logbook = useLogbook();
  const today = useToday();
  const crew = useCrewOnDuty();
  const say = useSay();
  const { saveFact, saving, problem } = useSaveFact();
  const [sentence, setSentence] = useState<string | null>(null);
  const { findings, proposed, signed, look, outlook } = useLook(car, session);
  const suggested = useMemo(() => suggestLimits(logbook, car, session, findings), [logbook, car, session, findings]);
  const pads = useMemo(() => padLapsLeft(logbook, car, session), [logbook, car, session]);
  const longest = useLongestSession(car, session);
  const { draft, change, clear } = useDraft<DecisionDraft>(`decide.${session.fact.id}.${signed?.id ?? ''}`, {
    decision: '',
    laps: null,
    minutes: null,
    traits: null,
    lookAfter: '1',
    reason: '',
  });
  const shown = {
    // Before anybody has looked nothing stands ready to be signed.
    decision: draft.decision || (proposed ?? ('' as const)),
    laps: draft.laps ?? (suggested.maxLaps === null ? '' : String(suggested.maxLaps)),
    minutes: draft.minutes ?? (longest.minutes === null ? '' : String(Math.max(1, longest.minutes))),
    traits: draft.traits ?? traits.filter((t) => suggested[t] || (t === 'coolDownLap' && longest.minutes !== null)),
    lookAfter: draft.lookAfter,
    reason: draft.reason,
  };
  const limits = limitsOf(shown.decision === 'limits' ? shown : { ...shown, laps: '', minutes: '', traits: [] });
  const bodyOf = (decision: Decision, kept: SessionLimits, reason: string) =>
    ({
      kind: 'sessionDecision',
      carId: car.id,
      sessionId: session.fact.id,
      decision,
      limits: kept,
      findings: findings.slice(0, 100).map(traceOf),
      reason,
    }) satisfies NewFact;
  // What the gate refuses, and what it would with the heat that has been computed here.
  const refused = (body: NewFact) => {
    const fact = asFact(body, new Date().toISOString(), crew?.id ?? '') as SessionDecision;
    return refusalOf(logbook, fact, today) ?? refuseDecision(logbook, fact, today, outlook);
  };
  const needsReason =
    shown.decision !== '' &&
    typeof limits !== 'string' &&
    refused(bodyOf(shown.decision, limits, ''))?.code === 'decisionWithoutReason';

  /** Signs it. Returns whether it is saved; what keeps it from that stands in `problem`. */
  const save = async (): Promise<boolean> => {
    const stay = (why: string): false => {
      setSentence(why);
      return false;
    };
    if (shown.decision === '') return stay('Look first, or stop it.');
    if (typeof limits === 'string') return stay(limits);
    const body = bodyOf(shown.decision, limits, shown.reason.trim());
    const refusal = refused(body);
    if (refusal) {
      const { code, values } = refusalProblem(refusal);
      return stay(problemText(code, values, say));
    }
    if (shown.decision === 'limits' && isWithoutLimit(limits) && limits.lookAfterSessions > 1)
      return stay('Say what it keeps to: laps, minutes, a cool-down lap, or a look after the next session.');
    const isSaved = await saveFact(body, today);
    if (isSaved) clear();
    return isSaved;
  };
  const set = (over: Partial<DecisionDraft>): void => {
    setSentence(null);
    change(over);
  };
  return {
    ...shown,
    findings,
    look,
    proposed,
    limits,
    pads,
    longest,
    needsReason,
    set,
    save,
    saving,
    problem: sentence ?? problem,
  };
}
export type DecisionInHand = ReturnType<typeof useDecision>;
