/** A season of people who look, forget, correct themselves, lie within what can be typed, name causes, mend, and try to let a car out. */
import { conditionOf, faultTable } from '../../src/condition';
import {
  type Corner,
  type Fact,
  type FaultKind,
  type Place,
  type Proof,
  type Repair,
  complaints,
  corners,
  faultsByCheck,
  lookChecks,
  queueWorks,
  repairs,
  repairsOfCar,
  seenProofs,
} from '../../src/model';
import type { Fault } from '../../src/condition';
import { type Entry, RULES, type Seen, causesOfOracle } from './season-oracle';
import {
  LEAD,
  TECH,
  atEvent,
  bookEvent,
  bookVenue,
  clock,
  decide,
  fact,
  sessionPlan,
  sheet,
  trackBook,
} from './track-book';
import { flushed } from './track-records';
import { newId } from './book';
import { trackCar } from './track-book';

export interface Step {
  entry: Entry;
  fact: Fact;
}
type Body = Omit<Entry, 'at' | 'by'> extends infer T ? T : never;

const START = 6 * 3600;
const time = (seconds: number): string =>
  [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60]
    .map((n) => String(n).padStart(2, '0'))
    .join(':');

/** The car's place in the paddock queue, and what happens there that says nothing of it. */
const QUEUED = newId();
const idleMoves = [
  { move: 'paused', why: 'Called away' },
  { move: 'handedOver', crewId: LEAD, why: '' },
  { move: 'done', shown: ['pedalFirm', 'jointsDry', 'levelRight', 'nutsTorqued'] },
  { move: 'left', why: 'Gone' },
  { move: 'promised', backBy: '2026-06-14T12:00:00.000Z' },
];

/** People at work on one car; each entry a little after the one before. */
export class People {
  readonly steps: Step[] = [];
  private now = START;
  private sessions = 0;
  private diagnoses = 0;
  private session: Fact | null = null;
  private readonly open: { id: number; fact: Fact }[] = [];
  private readonly looks: Step[] = [];

  constructor(
    private readonly roll: () => number,
    said?: string[],
  ) {
    this.drive(said);
  }

  get facts(): Fact[] {
    return this.steps.map((s) => s.fact);
  }
  get diary(): Entry[] {
    return this.steps.map((s) => s.entry);
  }

  private pick<T>(list: readonly T[]): T {
    return list[Math.floor(this.roll() * list.length)]!;
  }
  private some<T>(list: readonly T[], share: number): T[] {
    return list.filter(() => this.roll() < share);
  }
  private put(body: object, of: object, lead = this.roll() < 0.35): Step {
    this.now += 1 + Math.floor(this.roll() * 3);
    const by = lead ? LEAD : TECH;
    const step: Step = {
      entry: { ...(body as Body), at: this.now, by: lead ? 'lead' : 'technician' } as Entry,
      fact: { ...fact(time(this.now), of as never), by } as Fact,
    };
    this.steps.push(step);
    return step;
  }

  drive(words?: string[]): void {
    this.now += 400;
    const said = words ?? (this.roll() < 0.6 ? [] : this.some(complaints, 0.1));
    this.sessions += 1;
    this.session = this.put(
      { what: 'session', id: this.sessions, said },
      {
        kind: 'sessionDriven',
        eventId: bookEvent.id,
        outAt: clock(time(this.now - 300)),
        laps: 8,
        coolDownLap: false,
        isWet: false,
        airTempC: 20,
        ducts: null,
        complaints: said,
        words: '',
        isNothingToSay: said.length === 0,
      },
    ).fact;
  }

  private look(): void {
    const line = this.pick(lookChecks.filter((c) => c !== 'ducts' && c !== 'debris'));
    const faults = this.some(faultsByCheck[line] as readonly string[], 0.12).map((fault): Seen => ({
      fault,
      corner: line === 'pedal' ? null : this.pick(corners),
      lengthMm: fault === 'crack' ? Math.round(this.roll() * 20) : null,
    }));
    this.lookAt(line, faults, this.roll() < 0.25 ? 'Looked at again.' : '');
  }
  lookAt(line: string, faults: Seen[], done: string): void {
    this.looks.push(
      this.put(
        { what: 'look', session: this.sessions, line, faults, reason: done },
        { kind: 'trackCheck', sessionId: this.session!.id, check: line, faults, done },
      ),
    );
  }

  /** An earlier look is corrected: what was found is left out, by whoever. */
  private takeBack(): void {
    const step = this.pick(this.looks);
    if (!step || step.fact.kind !== 'trackCheck' || step.fact.faults.length === 0) return;
    if (this.steps.some((s) => s.fact.replaces === step.fact.id)) return;
    const leaves = this.some(step.fact.faults, 0.3);
    this.now += 2;
    const lead = this.roll() < 0.4;
    this.steps.push({
      entry: { what: 'takenBack', entry: step.entry, leaves, at: this.now, by: lead ? 'lead' : 'technician' },
      fact: {
        ...step.fact,
        id: newId(),
        recordedAt: clock(time(this.now)),
        by: lead ? LEAD : TECH,
        faults: leaves,
        done: '',
        replaces: step.fact.id,
        because: 'Misread.',
      },
    });
  }

  hot(corner = this.pick(corners), tempC?: number): void {
    const warm = tempC ?? Math.round(this.roll() < 0.15 ? 350 + this.roll() * 250 : 180 + this.roll() * 60);
    this.put(
      { what: 'heat', corner, tempC: warm },
      {
        kind: 'heatReading',
        venueId: bookVenue.id,
        session: sessionPlan,
        read: { instrument: 'pyrometer', corner, part: 'rotor', tempC: warm, secondsAfterStop: 60 },
        takenWith: 'byHand',
      },
    );
  }

  private pads(): void {
    const corner = this.pick(corners);
    const mm = (): number => Math.round((this.roll() < 0.08 ? 1 + this.roll() * 2.5 : 7 + this.roll() * 3) * 10) / 10;
    const [inner, outer] = [mm(), mm()];
    const face = (thicknessMm: number) => ({ thicknessMm, otherEndMm: null, conditions: [] });
    const last = this.steps.findLast((s) => s.entry.what === 'pads' && s.entry.corner === corner);
    const isTypedAnew = last !== undefined && last.fact.replaces === undefined && this.roll() < 0.4;
    const reason = this.roll() < 0.7 ? 'As read.' : '';
    this.put(
      { what: 'pads', corner, inner, outer, reason, instead: isTypedAnew ? last.entry : null },
      {
        kind: 'padMeasurement',
        jobId: atEvent.id,
        corner,
        padSetId: null,
        inner: face(inner),
        outer: face(outer),
        hatClearanceMm: null,
        instrument: 'byHand',
        ...(reason ? { explanation: reason } : {}),
        ...(isTypedAnew ? { replaces: last.fact.id, because: 'Misread.' } : {}),
      },
    );
  }

  level(ml: number, added: number): void {
    this.put(
      { what: 'level', session: this.sessions, ml, added },
      { kind: 'levelRead', sessionId: this.session!.id, levelMl: ml, toppedUpMl: added },
    );
  }

  torque(key: string, corner: Corner, off: boolean): void {
    const f = sheet.fasteners.find((x) => x.key === key)!;
    this.put(
      { what: 'torque', off, key: `${key} ${corner}` },
      {
        kind: 'torqueSet',
        jobId: atEvent.id,
        fastenerKey: key,
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
      },
    );
  }

  bearing(corner: Corner, mm: number, reason = ''): void {
    this.put(
      { what: 'bearing', corner, mm, reason },
      {
        kind: 'wheelBearingMeasurement',
        jobId: atEvent.id,
        corner,
        playMm: mm,
        method: 'rim',
        ...(reason ? { explanation: reason } : {}),
      },
    );
  }

  private pedal(): void {
    const feel = this.pick(['firm', 'firm', 'acceptable', 'long', 'soft'] as const);
    this.press(feel, this.roll() < 0.15);
  }
  press(feel: 'firm' | 'acceptable' | 'long' | 'soft', sinks: boolean): void {
    this.put(
      { what: 'pedal', feel, sinks },
      {
        kind: 'pedalCheck',
        jobId: atEvent.id,
        moment: 'gate',
        feel,
        strokes: 4,
        heldSeconds: 15,
        sinks,
        dropsWithEngine: true,
      },
    );
  }

  list(check: string, corner: Corner | null, ok: boolean, reason = ''): void {
    const step = check === 'leaks' || check === 'hoses' ? 'look' : 'down';
    this.put(
      { what: 'list', step, items: [{ check, corner, ok }], reason },
      {
        kind: 'checksDone',
        jobId: atEvent.id,
        step,
        items: [{ check, corner, result: ok ? 'ok' : 'fault', remark: reason }],
      },
    );
  }

  draw(mlEach: number, isWhole: boolean): void {
    this.now += 1;
    const made = flushed(trackCar.id, clock(time(this.now))) as Extract<Fact, { kind: 'fluidExchange' }>;
    this.steps.push({
      entry: { what: 'drawn', mlEach, isWhole, at: this.now, by: 'technician' },
      fact: {
        ...made,
        scope: isWhole ? 'full' : 'heatAffected',
        pedalAfter: null,
        corners: made.corners.map((c) => ({ ...c, volumeMl: mlEach })),
      },
    });
  }

  repair(repair: Repair, corner: Corner | null): void {
    this.put({ what: 'repair', repair, corner }, { kind: 'repairDone', repair, axle: null, corner, words: '' });
  }
  recheck(proof: string, corner: Corner | null, right: boolean): void {
    this.put(
      {
        what: 'recheck',
        proof: RULES[`list ${proof}`] ? `list ${proof}` : proof,
        corner,
        right,
      },
      { kind: 'recheckDone', proof, axle: null, corner, isRight: right, words: '' },
    );
  }
  newRotors(axle: 'front' | 'rear'): void {
    this.put(
      { what: 'fitted', axle, pads: false, rotors: true },
      { kind: 'partsFitted', jobId: atEvent.id, axle, padSetId: null, rotorPairId: null, changed: 'rotors' },
    );
  }
  newPads(axle: 'front' | 'rear'): void {
    this.put(
      { what: 'fitted', axle, pads: true, rotors: false },
      { kind: 'partsFitted', jobId: atEvent.id, axle, padSetId: null, rotorPairId: null, changed: 'pads' },
    );
  }
  workshop(): void {
    this.put({ what: 'workshop' }, { kind: 'systemCleared', workshop: 'Marl Brake Works' });
  }
  decide(decision: 'go' | 'limits' | 'stop'): Step {
    const lead = this.roll() < 0.5;
    this.now += 2;
    const step: Step = {
      entry: { what: 'decision', session: this.sessions, decision, at: this.now, by: lead ? 'lead' : 'technician' },
      fact: decide(time(this.now), this.session!, decision, {
        by: lead ? LEAD : TECH,
        reason: this.roll() < 0.7 ? 'So it is.' : '',
      }),
    };
    return step;
  }
  undecided(step: Step): void {
    this.steps.splice(this.steps.indexOf(step), 1);
  }

  private diagnose(): void {
    const said = this.diary.findLast((e) => e.what === 'session' && e.said.length > 0);
    const signs = this.roll() < 0.5 && said?.what === 'session' ? said.said : this.some([...complaints], 0.15);
    this.openDiagnosis(signs, this.roll() < 0.5 ? this.pick(corners) : null);
  }
  openDiagnosis(signs: readonly string[], corner: Corner | null): void {
    this.diagnoses += 1;
    const { fact: opened } = this.put(
      { what: 'opened', id: this.diagnoses, signs, corner },
      { kind: 'diagnosisOpened', sessionId: this.session!.id, signs, corner },
    );
    this.open.push({ id: this.diagnoses, fact: opened });
  }
  private name(): void {
    if (this.open.length === 0) return;
    this.nameCause(this.pick(this.open), this.pick(causesOfOracle));
  }
  nameCause(d = this.open.at(-1)!, cause: string): void {
    this.put(
      { what: 'closed', diagnosis: d.id, cause },
      { kind: 'diagnosisClosed', diagnosisId: d.fact.id, cause, isConfirmed: true, words: '' },
    );
  }
  /** Of the diagnosis that was opened last. */
  checked(check: string, outcome: string): void {
    const d = this.open.at(-1)!;
    this.put(
      { what: 'checked', diagnosis: d.id, check, outcome },
      { kind: 'diagnosisChecked', diagnosisId: d.fact.id, check, outcome, words: '' },
    );
  }
  push(axle: 'front' | 'rear'): void {
    this.put({ what: 'pushed', axle }, { kind: 'pistonsRetracted', jobId: atEvent.id, axle, levelMl: 250 });
  }
  boil(): void {
    this.put(
      { what: 'boiled' },
      {
        kind: 'heatReading',
        venueId: bookVenue.id,
        session: sessionPlan,
        read: { instrument: 'fluidBoiled' },
        takenWith: 'byHand',
      },
    );
  }
  refer(driven = this.roll() < 0.5): void {
    const d = this.open.at(-1);
    if (!d) return;
    this.put(
      { what: 'referred', driven },
      { kind: 'referralWritten', diagnosisId: d.fact.id, to: 'A workshop', words: '', mayBeDriven: driven },
    );
  }

  /** In the paddock queue: what a driver says there, what is begun, what is handed on; pauses and promises change nothing. */
  private queue(): void {
    const of = { kind: 'queueMove', queueEntryId: QUEUED };
    const roll = this.roll();
    const axle = this.pick(['front', 'rear', null] as const);
    const wants = this.some(queueWorks, 0.2).map((work) => ({ work, axle }));
    if (roll < 0.2) {
      const words = [this.pick(complaints)];
      this.put({ what: 'queueSaid', words }, { ...of, move: { move: 'said', complaints: words } });
    } else if (roll < 0.3) {
      const driven = this.roll() < 0.5;
      this.put(
        { what: 'referred', driven },
        { ...of, move: { move: 'referred', to: 'A workshop', words: '', mayBeDriven: driven } },
      );
    } else if (roll < 0.5) this.put({ what: 'queueBegun', works: [], axle }, { ...of, move: this.pick(idleMoves) });
    else if (wants.length > 0)
      this.put(
        { what: 'queueBegun', works: wants.map((w) => w.work), axle },
        {
          ...of,
          move:
            this.roll() < 0.7
              ? { move: 'started', crewId: TECH, helperId: null, wants }
              : { move: 'foundMore', wants, words: '' },
        },
      );
  }

  /** Any of what people do. */
  act(): void {
    if (this.roll() < 0.06) return this.queue();
    const roll = this.roll() * 100;
    if (roll < 5) this.drive();
    else if (roll < 25) this.look();
    else if (roll < 30) this.takeBack();
    else if (roll < 40) this.hot();
    else if (roll < 46) this.pads();
    else if (roll < 52)
      this.level(
        Math.round(this.roll() < 0.2 ? 90 + this.roll() * 190 : 235 + this.roll() * 40),
        this.roll() < 0.3 ? Math.round(this.roll() * 20) : 0,
      );
    else if (roll < 56) {
      const f = this.pick(sheet.fasteners.filter((x) => x.group === 'wheel'));
      this.torque(f.key, this.pick(f.axle === 'front' ? ['FL', 'FR'] : ['RL', 'RR']), this.roll() < 0.2);
    } else if (roll < 59)
      this.bearing(this.pick(corners), this.roll() < 0.3 ? 1.2 : 0.2, this.roll() < 0.3 ? 'Again.' : '');
    else if (roll < 63) this.pedal();
    else if (roll < 67)
      this.list(
        this.pick(['leaks', 'wheelsOn'] as const),
        null,
        this.roll() < 0.6,
        this.roll() < 0.3 ? 'Looked again.' : '',
      );
    else if (roll < 69) this.boil();
    else if (roll < 73) this.draw(this.pick([10, 40, 90]), this.roll() < 0.5);
    else if (roll < 79) {
      const repair = this.pick(repairs);
      this.repair(repair, repairsOfCar.has(repair) ? null : this.pick(corners));
    } else if (roll < 87) {
      const proof = this.pick(seenProofs.filter((p) => !/[A-Z].*On$/.test(p) || p === 'wheelsOn').slice(0, 14));
      this.recheck(proof, this.roll() < 0.5 ? null : this.pick(corners), this.roll() < 0.8);
    } else if (roll < 89) this.newRotors(this.pick(['front', 'rear'] as const));
    else if (roll < 93) this.diagnose();
    else if (roll < 98) this.name();
    else if (roll < 99) this.refer();
    else this.workshop();
  }

  /** Does what is proposed for a fault that stands: what cures it, and then what shows it. @returns whether there was anything to do */
  follow(): boolean {
    const book = trackBook(this.facts);
    const fault = conditionOf(book, trackCar).faults.find((f) => f.state === 'open' && f.finding.verdict === 'stop');
    if (!fault) {
      const [first] = conditionOf(book, trackCar).voided;
      if (first) this.show(first.proof, first.place);
      return first !== undefined;
    }
    if (fault.cure === null && fault.cures.length > 0) this.cure(fault);
    else if (fault.missing.length > 0) for (const { proof, place } of fault.missing) this.show(proof, place);
    else throw new Error(`${fault.kind} stands, and nothing is proposed.`);
    return true;
  }

  private cure({ kind, place, cures }: Fault): void {
    const corner = place.corner ?? this.pick(corners);
    const cure = this.pick(cures);
    if ((repairs as readonly string[]).includes(cure))
      return this.repair(cure as Repair, repairsOfCar.has(cure as Repair) ? null : corner);
    switch (cure) {
      case 'flushed':
      case 'bled':
        return this.draw(200, true);
      case 'rotorsChanged':
        return this.newRotors(corner.startsWith('F') ? 'front' : 'rear');
      case 'padsChanged':
        return this.newPads(corner.startsWith('F') ? 'front' : 'rear');
      case 'levelSet':
        return this.level(280, 10);
      case 'torqued':
        return this.torque(place.fastener!, place.corner!, false);
      case 'clearedByWorkshop':
        return this.workshop();
      default: {
        // What belongs to a service of its own: another of its cures is as good.
        const other = cures.find((c) => (repairs as readonly string[]).includes(c));
        if (other) return this.repair(other as Repair, repairsOfCar.has(other as Repair) ? null : corner);
        if (cures.includes('clearedByWorkshop')) return this.workshop();
        throw new Error(`${kind}: no cure that a person can do here among ${cures.join(', ')}`);
      }
    }
  }

  private show(proof: Proof, place: Place): void {
    if (proof === 'levelKept') return this.level(290, 0);
    if (proof === 'noPlay') {
      for (const c of place.corner ? [place.corner] : corners) this.bearing(c, 0.1);
      return;
    }
    if (proof === 'torqued') return this.torque(place.fastener!, place.corner!, false);
    if ((seenProofs as readonly string[]).includes(proof)) return this.recheck(proof, place.corner ?? null, true);
    throw new Error(`Nobody can show ${proof}.`);
  }
}
export const stopsOf = (kind: FaultKind): boolean => faultTable[kind].gravity === 'stop';
