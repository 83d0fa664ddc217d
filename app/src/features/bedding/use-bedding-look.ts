import { useState } from 'react';
import {
  type Axle,
  type BeddingBegun,
  type BeddingDecision,
  type BeddingWord,
  type Car,
  type Corner,
  type FaceSeen,
  acceptanceLacks,
  axleParts,
  contradicts,
  cornersOf,
  openJobsOfCar,
  proposedDecision,
  workKey,
} from '@calvik/core';
import { refusalOf } from '@calvik/core/track';
import { cornerNames } from '@calvik/words';
import { problemText, refusalProblem } from '@calvik/words/problems';
import { type NewFact, type ToSave, asFact, useSaveFact } from '../../facts/save-fact';
import { NOT_A_PICTURE, storePicture } from '../../files/pictures';
import { useCrewOnDuty, useLogbook, useNow, useToday } from '../../state/hooks';
import { useDraft } from '../../state/use-draft';
import { useSay } from '../../state/use-say';

type Side = 'inner' | 'outer';
type FaceKey = `${Corner}.${Side}`;
/** One face of the four that are looked at. */
export interface LookedFace {
  key: FaceKey;
  corner: Corner;
  side: Side;
  seen: FaceSeen[];
}
interface Looked {
  seen: Partial<Record<FaceKey, FaceSeen[]>>;
  driverSays: BeddingWord[];
  decision: BeddingDecision | '';
  reason: string;
  photoIds: string[];
}
const nothing: Looked = { seen: {}, driverSays: [], decision: '', reason: '', photoIds: [] };

/** The look at an axle after a cycle while it is being made: its four faces, what they ask for, and saving it with the work that it ends. */
export function useBeddingLook(car: Car, run: BeddingBegun, axle: Axle, cycle: number) {
  const logbook = useLogbook();
  const today = useToday();
  const now = useNow(60_000);
  const crew = useCrewOnDuty();
  const say = useSay();
  const { saveFacts, saving, problem } = useSaveFact();
  const { draft: looked, change, clear } = useDraft<Looked>(`look.${run.id}.${axle}.${cycle}`, nothing);
  const [sentence, setSentence] = useState<string | null>(null);
  const faces = cornersOf(axle).flatMap((corner) =>
    (['inner', 'outer'] as const).map((side): LookedFace => {
      const key = `${corner}.${side}` as const;
      return { key, corner, side, seen: looked.seen[key] ?? [] };
    }),
  );
  const isAllSeen = faces.every((f) => f.seen.length > 0);
  const { padSet, rotorPair } = axleParts(logbook, car, axle);
  const lacksNow = () =>
    acceptanceLacks(logbook, {
      carId: car.id,
      runId: run.id,
      axle,
      rotorPairId: rotorPair?.id ?? null,
      at: new Date().toISOString(),
    });
  const set = (over: Partial<Looked>): void => {
    setSentence(null);
    change(over);
  };
  const setFace = (key: FaceKey, seen: FaceSeen[]): void => set({ seen: { ...looked.seen, [key]: seen } });
  const addPhoto = async (file: File): Promise<void> => {
    const stored = await storePicture(file);
    if (!stored) return setSentence(NOT_A_PICTURE);
    set({ photoIds: [...looked.photoIds, stored.photoId] });
  };
  /** Planned work that this look ends: ticked off with the time that it took. */
  const ticked = (): ToSave[] => {
    const key = workKey('bedding', axle);
    const job = openJobsOfCar(logbook, car.id).find((j) => j.covers.includes(key));
    if (!job) return [];
    const minutes = Math.max(1, Math.round((now - Date.parse(run.at)) / 60_000 / run.axles.length));
    const body = { kind: 'workDone' as const, carId: car.id, jobId: job.id, items: [key] };
    return [{ draft: { ...body, minutes: minutes > 600 ? null : minutes } }];
  };

  /** Saves it. Returns whether it is saved; what keeps it from that stands in `problem`. */
  const save = async (): Promise<boolean> => {
    const stay = (why: string): false => {
      setSentence(why);
      return false;
    };
    if (!isAllSeen) return stay('Say what each of the four faces looks like.');
    const odd = faces.find((f) => contradicts(f.seen));
    if (odd) return stay(`${cornerNames[odd.corner]}, ${odd.side}: a face is even, or it is not. Look again.`);
    if (looked.decision === '') return stay('Decide what follows.');
    const look: NewFact = {
      kind: 'beddingLook',
      carId: car.id,
      runId: run.id,
      axle,
      padSetId: padSet?.id ?? null,
      rotorPairId: rotorPair?.id ?? null,
      faces: faces.map(({ corner, side, seen }) => ({ corner, side, seen })),
      driverSays: looked.driverSays,
      decision: looked.decision,
      reason: looked.reason.trim(),
      photoIds: looked.photoIds,
    };
    const refusal = refusalOf(logbook, asFact(look, new Date().toISOString(), crew?.id ?? ''), today);
    if (refusal) {
      const { code, values } = refusalProblem(refusal);
      return stay(problemText(code, values, say));
    }
    // The pair is accepted and its work ticked off in one entry: none without the other.
    const isDone = looked.decision === 'accept' && !lacksNow();
    if (!(await saveFacts([{ draft: look }, ...(isDone ? ticked() : [])], today))) return false;
    clear();
    return true;
  };
  return {
    ...looked,
    faces,
    proposed: isAllSeen ? proposedDecision({ faces, driverSays: looked.driverSays }) : null,
    /** Said before it is accepted: the faces alone do not make a pair bedded. */
    lacks: lacksNow(),
    set,
    setFace,
    setAllEven: () => set({ seen: Object.fromEntries(faces.map(({ key }) => [key, ['even']])) as Looked['seen'] }),
    addPhoto,
    save,
    saving,
    signer: crew?.name ?? 'nobody yet',
    problem: sentence ?? problem,
  };
}
