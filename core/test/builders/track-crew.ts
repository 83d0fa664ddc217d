/** People at a track who look, forget, lie within what can be typed, mend, and try to let a car out. */
import { type Fact, complaints, corners, faultsByCheck, lookChecks } from '../../src/model';
import type { Entry } from './track-oracle';
import { LEAD, TECH, atEvent, bookEvent, bookVenue, decide, fact, sessionPlan, sheet } from './track-book';
import { flushed } from './track-records';
import { trackCar } from './track-book';

export interface Step {
  entry: Entry;
  fact: Fact;
}

const START = 8 * 3600;
const time = (seconds: number): string =>
  [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60]
    .map((n) => String(n).padStart(2, '0'))
    .join(':');

/** A day of steps. @param roll chance @returns entries and the facts that say the same */
export function randomDay(roll: () => number, steps: number): Step[] {
  const day: Step[] = [];
  let now = START;
  let sessions = 0;
  let diagnoses = 0;
  let lastSession: Fact | null = null;
  const open: { id: number; fact: Fact; signs: string[] }[] = [];
  const pick = <T>(list: readonly T[]): T => list[Math.floor(roll() * list.length)]!;
  const some = <T>(list: readonly T[], share: number): T[] => list.filter(() => roll() < share);
  const put = (entry: Entry, f: Fact): void => void day.push({ entry, fact: f });
  const begin = (): void => {
    now += 1800;
    const said = roll() < 0.5 ? [] : some(complaints, 0.12);
    sessions += 1;
    lastSession = fact(time(now), {
      kind: 'sessionDriven',
      eventId: bookEvent.id,
      outAt: fact(time(now - 1200), {}).at,
      laps: 8,
      coolDownLap: false,
      isWet: false,
      airTempC: 20,
      ducts: null,
      complaints: said,
      words: '',
      isNothingToSay: said.length === 0,
    });
    put({ at: now, what: 'session', id: sessions, said }, lastSession);
  };
  begin();
  for (let i = 0; i < steps; i++) {
    now += 20 + Math.floor(roll() * 40);
    const t = time(now);
    const s = lastSession!;
    const roll100 = roll() * 100;
    if (roll100 < 6) begin();
    else if (roll100 < 34) {
      const line = pick(lookChecks.filter((c) => c !== 'ducts'));
      const faults = some(faultsByCheck[line] as readonly string[], 0.16).map((fault) => ({
        fault,
        corner: line === 'pedal' ? null : pick(corners),
        lengthMm: fault === 'crack' ? Math.round(roll() * 20) : null,
      }));
      put(
        { at: now, what: 'check', session: sessions, line, faults },
        fact(t, { kind: 'trackCheck', sessionId: s.id, check: line, faults, done: 'Seen to.' }),
      );
    } else if (roll100 < 50) {
      const corner = pick(corners);
      const tempC = Math.round(roll() < 0.15 ? 350 + roll() * 250 : 180 + roll() * 60);
      put(
        { at: now, what: 'heat', corner, tempC },
        fact(t, {
          kind: 'heatReading',
          venueId: bookVenue.id,
          session: sessionPlan,
          read: { instrument: 'pyrometer', corner, part: 'rotor', tempC, secondsAfterStop: 60 },
          takenWith: 'byHand',
        }),
      );
    } else if (roll100 < 60) {
      const corner = pick(corners);
      const mm = (): number => Math.round((roll() < 0.06 ? 1 + roll() * 2.5 : 7 + roll() * 3) * 10) / 10;
      const [inner, outer] = [mm(), mm()];
      const face = (thicknessMm: number) => ({ thicknessMm, otherEndMm: null, conditions: [] });
      put(
        { at: now, what: 'pads', corner, inner, outer },
        fact(t, {
          kind: 'padMeasurement',
          jobId: atEvent.id,
          corner,
          padSetId: null,
          inner: face(inner),
          outer: face(outer),
          hatClearanceMm: null,
          instrument: 'byHand',
          explanation: 'As read.',
        }),
      );
    } else if (roll100 < 67) {
      const ml = Math.round(roll() < 0.2 ? 90 + roll() * 190 : 235 + roll() * 40);
      const added = roll() < 0.3 ? Math.round(roll() * 20) : 0;
      put(
        { at: now, what: 'level', session: sessions, ml, added },
        fact(t, { kind: 'levelRead', sessionId: s.id, levelMl: ml, toppedUpMl: added }),
      );
    } else if (roll100 < 72) {
      const f = pick(sheet.fasteners.filter((x) => x.group === 'wheel'));
      const corner = pick(f.axle === 'front' ? (['FL', 'FR'] as const) : (['RL', 'RR'] as const));
      const off = roll() < 0.2;
      put(
        { at: now, what: 'torque', off, key: `${f.key} ${corner}` },
        fact(t, {
          kind: 'torqueSet',
          jobId: atEvent.id,
          fastenerKey: f.key,
          corner,
          readingsNm: Array.from({ length: f.perCorner }, (_, n) => f.torqueNm! * (off && n === 1 ? 0.8 : 1)),
          positions: Array.from({ length: f.perCorner }, (_, n) => n + 1),
          condition: 'dry',
          newBolts: null,
          threadLocker: null,
          angleDone: null,
          wrenchId: null,
          wrench: 'W',
          calibratedOn: null,
          instrument: 'byHand',
        }),
      );
    } else if (roll100 < 74)
      put(
        { at: now, what: 'boiled' },
        fact(t, {
          kind: 'heatReading',
          venueId: bookVenue.id,
          session: sessionPlan,
          read: { instrument: 'fluidBoiled' },
          takenWith: 'byHand',
        }),
      );
    else if (roll100 < 77) put({ at: now, what: 'exchange' }, { ...flushed(trackCar.id, fact(t, {}).at) });
    else if (roll100 < 81) {
      const signs = some([...complaints], 0.4);
      diagnoses += 1;
      const f = fact(t, { kind: 'diagnosisOpened', sessionId: s.id, signs, corner: null });
      open.push({ id: diagnoses, fact: f, signs });
      put({ at: now, what: 'opened', id: diagnoses, session: sessions, signs }, f);
    } else if (roll100 < 85 && open.length > 0) {
      const d = pick(open);
      put(
        { at: now, what: 'closed', diagnosis: d.id },
        fact(t, { kind: 'diagnosisClosed', diagnosisId: d.fact.id, cause: 'hardware', isConfirmed: true, words: '' }),
      );
    } else if (roll100 < 86 && open.length > 0) {
      const d = pick(open);
      const driven = roll() < 0.5;
      put(
        { at: now, what: 'referred', diagnosis: d.id, driven },
        fact(t, { kind: 'referralWritten', diagnosisId: d.fact.id, to: 'A workshop', words: '', mayBeDriven: driven }),
      );
    } else {
      const decision = pick(['go', 'limits', 'stop'] as const);
      put(
        { at: now, what: 'decision', session: sessions, decision },
        decide(t, s, decision, { by: roll() < 0.5 ? LEAD : TECH, reason: roll() < 0.7 ? 'So it is.' : '' }),
      );
    }
  }
  return day;
}
