/** A diagnosis as it stands: what is known from words, readings and history, what was checked, and what it turned out to be. */
import { layerOnAxle } from '../bedding';
import { dateIn, plusDays } from '../calendar';
import { judgeFluid } from '../demand';
import { type Logbook, ofKind, brakeSheetOf } from '../logbook';
import {
  type Car,
  type Cause,
  type Corner,
  type DiagnosisChecked,
  type DiagnosisClosed,
  type DiagnosisOpened,
  type ReferralWritten,
  type Sign,
  axles,
  corners,
  LATELY_DAYS,
} from '../model';
import { answerTo } from '../paddock';
import type { PadFindings } from '../pads';
import type { RotorFindings } from '../rotors';
import { judgeCorners, judgeMeasurements } from '../service';
import { type TrackSession, findSession, judgeCornerHeat, judgeLevelAfter } from '../sessions';
import { type Advice, type Evidence, type Means, advise, checkTable, priorOf } from '../suspects';

/** A sign that nobody said: it follows from what is on record. */
export interface FoundSign {
  sign: Sign;
  corner: Corner | null;
  from: 'reading' | 'history';
}

/** What a measurement that is judged so is a sign of. */
const signOfCode: Record<string, Sign | undefined> = {
  padUnderLimit: 'padsThin',
  padThinForTrackStart: 'padsThin',
  runoutTooHigh: 'runoutHigh',
  crackToEdge: 'faceCracked',
  crackJoinsHoles: 'faceCracked',
  crackTooLong: 'faceCracked',
  crackShort: 'faceCracked',
} satisfies Partial<Record<keyof PadFindings | keyof RotorFindings, Sign>>;

/** Signs out of readings and history, each once. @param session the one that it begins with; null in the shop */
export function signsOnRecord(logbook: Logbook, car: Car, session: TrackSession | null, today: string): FoundSign[] {
  const found: FoundSign[] = [];
  const add = (sign: Sign, corner: Corner | null, from: FoundSign['from']): void => {
    if (!found.some((f) => f.sign === sign)) found.push({ sign, corner, from });
  };
  if (session) {
    for (const f of judgeCornerHeat(logbook, car, session).findings) {
      if (f.code === 'cornerHotter' || f.code === 'cornerDrags' || f.code === 'cornerWarmer')
        add('cornerHot', f.place.corner ?? null, 'reading');
    }
    const level = judgeLevelAfter(logbook, car, session)?.finding;
    if (level && (level.code === 'levelLeak' || level.code === 'levelMoreThanWear')) add('levelDown', null, 'reading');
    const facts = logbook.factsOfCar(car.id);
    const leaks = [...(answerTo(facts, session.fact.id, 'leaks')?.faults ?? [])];
    for (const { fault, corner } of [...leaks, ...(answerTo(facts, session.fact.id, 'wheelInside')?.faults ?? [])])
      if (fault !== 'greaseInWheel') add('leakSeen', corner, 'reading');
    for (const { fault, corner } of answerTo(facts, session.fact.id, 'faces')?.faults ?? []) {
      if (fault === 'faceSmeared') add('faceBlotched', corner, 'reading');
      else if (fault !== 'crazing') add('faceCracked', corner, 'reading');
    }
    for (const { corner } of answerTo(facts, session.fact.id, 'wheelPlay')?.faults ?? [])
      add('bearingPlay', corner, 'reading');
  }
  const state = judgeCorners(logbook, car, brakeSheetOf(logbook, car));
  for (const corner of corners) {
    const { padJudgement, rotorJudgement } = state.corners[corner];
    for (const f of [...(padJudgement?.findings ?? []), ...(rotorJudgement?.findings ?? [])]) {
      const sign = signOfCode[f.code];
      if (sign) add(sign, corner, 'reading');
      if (f.code !== 'padWornUnevenly') continue;
      const { inner, outer } = f.values as unknown as PadFindings['padWornUnevenly'];
      add(inner.value < outer.value ? 'innerPadThinner' : 'outerPadThinner', corner, 'reading');
    }
  }
  for (const m of judgeMeasurements(logbook.factsOfCar(car.id), brakeSheetOf(logbook, car)))
    if (m.finding.verdict !== 'inOrder') add('bearingPlay', m.finding.place.corner ?? null, 'reading');
  const event = session ? (logbook.events.get(session.fact.eventId) ?? null) : null;
  const fluid = judgeFluid(logbook, car, event, today);
  if (fluid.margin && fluid.margin.value < logbook.shop.demandedMarginC) add('fluidMarginThin', null, 'reading');
  if (fluid.rules.some((r) => !r.met && r.work === 'flush')) add('fluidOld', null, 'history');
  for (const axle of axles)
    if (layerOnAxle(logbook, car, axle, today).finding?.code === 'pairGreen') add('pairGreen', null, 'history');
  const since = plusDays(today, -LATELY_DAYS);
  const began = session?.fact.outAt ?? `${today}T23:59:59.999Z`;
  const isWorkedOn = logbook
    .factsOfCar(car.id)
    .some(
      (f) =>
        (f.kind === 'partsFitted' || f.kind === 'fluidExchange') &&
        dateIn(f.at, logbook.shop.timeZone) >= since &&
        f.at <= began &&
        !(f.kind === 'partsFitted' && f.changed === 'none'),
    );
  if (isWorkedOn) add('workedOnLately', null, 'history');
  return found;
}

/** How often each cause was found in this shop, since its own cases were last set aside. */
export function ownCases(facts: readonly (DiagnosisClosed | { kind: string; at: string })[]): {
  counts: Partial<Record<Cause, number>>;
  total: number;
} {
  const counts: Partial<Record<Cause, number>> = {};
  let total = 0;
  for (const f of facts as readonly DiagnosisClosed[]) {
    if (f.kind !== 'diagnosisClosed' || !f.isConfirmed) continue;
    counts[f.cause] = (counts[f.cause] ?? 0) + 1;
    total += 1;
  }
  return { counts, total };
}

/** The same out of a logbook. A diagnosis that is closed again counts with its last word. */
export function casesOfShop(logbook: Logbook): ReturnType<typeof ownCases> & { since: string | null } {
  const since = logbook.weightsReset.at(-1)?.at ?? null;
  const last = new Map<string, DiagnosisClosed>();
  for (const f of logbook.diagnosesClosed) if (since === null || f.at > since) last.set(f.diagnosisId, f);
  return { ...ownCases([...last.values()]), since };
}

export interface Diagnosis {
  opened: DiagnosisOpened;
  session: TrackSession | null;
  said: Sign[];
  found: FoundSign[];
  checked: DiagnosisChecked[];
  evidence: Evidence[];
  advice: Advice;
  closed: DiagnosisClosed | null;
  referral: ReferralWritten | null;
  minutes: number;
}

export const evidenceOf = (
  said: readonly Sign[],
  found: readonly FoundSign[],
  checked: readonly Pick<DiagnosisChecked, 'check' | 'outcome'>[],
): Evidence[] => [
  ...[...new Set([...said, ...found.map((f) => f.sign)])].map((sign) => ({ sign })),
  ...checked.map(({ check, outcome }) => ({ check, outcome })),
];

/** @param means what there is to work with */
export function judgeDiagnosis(logbook: Logbook, car: Car, opened: DiagnosisOpened, means: Means): Diagnosis {
  const facts = logbook.factsOfCar(car.id);
  const session = opened.sessionId ? findSession(logbook, car.id, opened.sessionId) : null;
  const today = dateIn(opened.at, logbook.shop.timeZone);
  const found = signsOnRecord(logbook, car, session, today);
  const checked = ofKind(facts, 'diagnosisChecked').filter((f) => f.diagnosisId === opened.id);
  const evidence = evidenceOf(opened.signs, found, checked);
  return {
    opened,
    session,
    said: [...opened.signs],
    found: found.filter((f) => !opened.signs.includes(f.sign)),
    checked,
    evidence,
    advice: advise(priorOf(casesOfShop(logbook).counts), evidence, means),
    closed: ofKind(facts, 'diagnosisClosed').findLast((f) => f.diagnosisId === opened.id) ?? null,
    referral: ofKind(facts, 'referralWritten').findLast((f) => f.diagnosisId === opened.id) ?? null,
    minutes: checked.reduce((sum, c) => sum + (c.minutes ?? checkTable[c.check].minutes), 0),
  };
}

/** Diagnoses of a car, newest first. */
export const diagnosesOf = (logbook: Logbook, carId: string): DiagnosisOpened[] =>
  [...ofKind(logbook.factsOfCar(carId), 'diagnosisOpened')].reverse();

export const findDiagnosis = (logbook: Logbook, carId: string, id: string): DiagnosisOpened | null =>
  diagnosesOf(logbook, carId).find((d) => d.id === id) ?? null;
