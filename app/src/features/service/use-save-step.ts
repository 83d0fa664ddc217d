import { useRouter } from 'expo-router';
import { useEffect, useState } from 'react';
import {
  type Finding,
  type ServiceJudgement,
  type ServiceStep,
  judgeService,
  nextStep,
  openBefore,
  questionsOf,
} from '@calvik/core';
import { useAppStore, useCrewOnDuty, useLogbook, useToday } from '../../state/hooks';
import { selectLogbook } from '../../state/logbook';
import { useDraft } from '../../state/use-draft';
import { useTell } from '../../state/use-say';
import { routes } from '../../routes';
import { type NewFact, type ToSave, asFact, useSaveFact } from '../../facts/save-fact';
import { type Made, type Missing, type StepFact, standingReading } from './use-service';

interface Reasons {
  /** The answer to what is asked of the figures. */
  explanation: string;
  because: string;
  outOfTurn: string;
}
const noReasons: Reasons = { explanation: '', because: '', outOfTurn: '' };

/** Goes to whatever step is next for whoever is on duty, by what has just been saved. */
export function useGoOn(s: ServiceJudgement, step: ServiceStep): () => void {
  const router = useRouter();
  const store = useAppStore();
  const today = useToday();
  const crew = useCrewOnDuty();
  return () => {
    const fresh = judgeService(selectLogbook(store.getState()), s.job, today);
    // After a step out of turn it goes on with what was passed over.
    const isInTurn = openBefore(s.steps, step.key, crew?.id ?? null).length === 0;
    const next = fresh && nextStep(fresh.steps, crew?.id ?? null, isInTurn ? step.key : undefined);
    router.replace(next ? routes.step(s.job.id, next.key) : routes.service(s.job.id));
  };
}

/**
 * Saves what a step makes: asks why where it comes out of turn or corrects what stands, keeps those reasons on the device until then, and goes
 * on to the next step. Ctrl-Enter saves, wherever the cursor is.
 */
export function useSaveStep(
  s: ServiceJudgement,
  step: ServiceStep,
  make: (() => Made) | undefined,
  /** The entry with what is usual said too, where that is offered. */
  usually: StepFact[] | null,
  onSaved: (() => 'stay' | void) | undefined,
) {
  const today = useToday();
  const crew = useCrewOnDuty();
  const goOn = useGoOn(s, step);
  const logbook = useLogbook();
  const tell = useTell();
  const { saveFacts, saving, problem } = useSaveFact();
  const [tried, setTried] = useState<'made' | 'usual' | null>(null);
  const { draft: why, change, clear } = useDraft<Reasons>(`service.${s.job.id}.${step.key}.why`, noReasons);
  const before =
    step.state === 'todo' && step.kind !== 'release' ? openBefore(s.steps, step.key, crew?.id ?? null) : [];
  const questions = (bodies: StepFact[]): Finding[] => bodies.flatMap((body) => questionsOfBody(body));
  const questionsOfBody = (body: StepFact): Finding[] => {
    const standing = standingReading(s, body);
    return questionsOf(
      logbook,
      asFact(
        { ...body, carId: s.car.id, jobId: s.job.id } as NewFact,
        new Date().toISOString(),
        crew?.id ?? '',
        standing ? { fact: standing, because: '…' } : undefined,
      ),
    );
  };
  const made = make?.();
  const facts = Array.isArray(made) ? made : usually;
  const asked = facts ? questions(facts) : [];
  const isCorrection = facts?.some((body) => standingReading(s, body) !== null) ?? false;

  /** What is still wanted before this may be saved, as it stands now: it goes as soon as its cause is gone. */
  const wantingOf = (bodies: Made | undefined): Missing | null =>
    typeof bodies === 'string'
      ? { says: bodies }
      : bodies !== undefined && !Array.isArray(bodies)
        ? bodies
        : asked[0] && why.explanation.trim() === ''
          ? { says: tell(asked[0]), at: 'asked' }
          : before.length > 0 && why.outOfTurn.trim() === ''
            ? { says: 'Say why this comes before the steps that are still open.', at: 'out-of-turn' }
            : isCorrection && why.because.trim() === ''
              ? { says: 'Say why the earlier entry is corrected.', at: 'why-corrected' }
              : null;
  const bodiesOf = (which: 'made' | 'usual') => (which === 'usual' && usually ? usually : made);

  const saveAll = async (bodies: StepFact[]): Promise<boolean> => {
    const all = bodies.map((body): ToSave => {
      const standing = standingReading(s, body);
      const draft = {
        ...body,
        carId: s.car.id,
        jobId: s.job.id,
        ...(before.length > 0 ? { outOfTurn: why.outOfTurn.trim() } : {}),
        ...(questionsOfBody(body).length > 0 ? { explanation: why.explanation.trim() } : {}),
      } as NewFact;
      return { draft, correction: standing ? { fact: standing, because: why.because.trim() } : undefined };
    });
    return saveFacts(all, today);
  };
  const save = async (which: 'made' | 'usual' = 'made'): Promise<void> => {
    const bodies = bodiesOf(which);
    if (bodies === undefined || saving) return;
    setTried(which);
    const missing = wantingOf(bodies);
    missing?.select?.();
    if (missing?.at)
      document
        .querySelector(`[data-testid="${missing.at}"], [aria-label="${missing.at}"]`)
        ?.scrollIntoView?.({ block: 'center' });
    if (!Array.isArray(bodies) || missing) return;
    if (!(await saveAll(bodies))) return;
    setTried(null);
    // Who stays has said already why it is done now; the answers to this entry's figures are its own.
    if (onSaved?.() === 'stay') return change({ explanation: '', because: '' });
    clear();
    change(noReasons);
    goOn();
  };
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      // A signature is held, not struck.
      if (step.kind !== 'release' && event.key === 'Enter' && (event.ctrlKey || event.metaKey)) {
        event.preventDefault();
        event.stopPropagation();
        void save();
      }
    };
    // Before whatever has the focus takes the Enter for itself.
    addEventListener('keydown', press, true);
    return () => removeEventListener('keydown', press, true);
  });
  return {
    save,
    saving,
    problem: (tried ? wantingOf(bodiesOf(tried))?.says : null) ?? problem,
    before,
    isCorrection,
    asked,
    why,
    setWhy: change,
    goOn,
  };
}
