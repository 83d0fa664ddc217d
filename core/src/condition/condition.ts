/**
 * The condition of a car: what is wrong with it, folded over everything that was ever written down about it, whatever job, session or look it was
 * found in. A fault ends by a cure and a proof after it, by a second reading of somebody who may say so, or for a while by a lead's word; never by
 * a new answer, by a correction of one's own, or by a name for it.
 */
import type { Instant } from '../calendar';
import { axleParts, isAfter } from '../inventory';
import { type Logbook, brakeSheetOf, byTime, isLead, leadsOf, ofKind, remembered } from '../logbook';
import {
  type Car,
  type Cause,
  type Corner,
  type Fact,
  type FaultKind,
  type FaultLetPass,
  type Finding,
  type HoldWaived,
  type Place,
  type Proof,
  axleOfCorner,
  axles,
  corners,
  isSameFinding,
  millilitres,
  severity,
} from '../model';
import { caliperVolumeMl } from '../hydraulics';
import { type Evidence, posterior, priorOf } from '../suspects';
import { conditionFinding } from './findings';
import { cornersAt, meets } from './place';
import { readingOf } from './reads';
import { type Purpose, type Requirable, faultsAgainst, purposeTable, requirable } from './purposes';
import { type Act, causeTable, faultTable, isComplaint, ofWholeCar } from './tables';
import { type Sighting, type Timeline, keyOf, mayRetract, timelineOf } from './timeline';
import { wayOf } from './ways';

/** `open`: it stands. `letPass`: a lead has let it pass for a while. The others are over. */
export type FaultState = 'open' | 'letPass' | 'cured' | 'retracted';

export interface Fault {
  kind: FaultKind;
  place: Place;
  /** What it says, with how serious it is. */
  finding: Finding;
  /** The entries that found it, oldest first; the last one counts. */
  found: readonly Fact[];
  state: FaultState;
  /** What would cure it. Empty: to look again is enough. */
  cures: readonly Act[];
  /** What cured it, or was meant to; null while nothing was done that can. */
  cure: Fact | null;
  /** What must be shown after the cure. */
  wanted: readonly Proof[];
  /** What of it has still to be shown, and where. */
  missing: readonly { proof: Proof; place: Place }[];
  /** The causes that are still suspected, where its cause decides; one where somebody has named it. */
  suspects: readonly Cause[];
  /** The entry that ended it, or let it pass. */
  ended: Fact | null;
}

/** Something that was shown once and is void, or was never shown since something was done that wants it. */
export interface Voided {
  proof: Requirable;
  place: Place;
  finding: Finding;
  /** What voided it. */
  by: Fact;
}

export interface Condition {
  /** Oldest first, the ended ones too: nothing that was found is forgotten. */
  faults: readonly Fault[];
  voided: readonly Voided[];
  /** When each of what can be asked was last looked at, right or not; null where nobody ever has. */
  lookedAt: readonly { proof: Requirable; place: Place; at: Instant | null }[];
}

function reasonOf(fact: Fact, kind: FaultKind): string {
  if (fact.kind === 'trackCheck') return fact.done;
  if (fact.kind === 'checksDone') return fact.items.find((i) => i.check === kind)?.remark ?? '';
  return ('explanation' in fact ? fact.explanation : undefined) ?? fact.because ?? '';
}

function retractionOf({ facts, of }: Timeline, last: Sighting): Fact | null {
  const way = wayOf(last.fact);
  let first: Fact | null = null;
  for (let i = facts.length - 1; way !== null && i >= 0 && isAfter(facts[i]!, last.fact); i--) {
    const f = facts[i]!;
    if (
      wayOf(f) === way &&
      reasonOf(f, last.kind) !== '' &&
      mayRetract(of.logbook, last, f) &&
      !(readingOf(f, of).finds ?? []).some((found) => keyOf(found) === keyOf(last))
    )
      first = f;
  }
  return first;
}

/** In the hose and the passages of a caliper, mL. Calvik's own figure. */
const BESIDE_PISTONS_ML = 10;
/** Fluid that was hot in a corner: behind its pistons and beside them. So much must come out there, mL. */
export const hotFluidMl = (car: Car, corner: Corner): number =>
  Math.ceil(caliperVolumeMl(car[axleOfCorner(corner)]) + BESIDE_PISTONS_ML);

/** The first entry after which something was done that cures a fault; null while there is none. */
function cureOf(
  { done, of }: Timeline,
  last: Sighting,
  cures: readonly Act[],
): { cure: Fact | null; finding: Finding | null } {
  const after = cures
    .flatMap((act) => done.of(act).filter((d) => isAfter(d.fact, last.fact) && meets(d.place, last.place)))
    .sort((a, b) => byTime(a.fact, b.fact));
  const drawn = new Map<Corner, number>();
  for (const d of after) {
    if (d.act !== 'bled') return { cure: d.fact, finding: null };
    for (const c of cornersAt(d.place)) drawn.set(c, (drawn.get(c) ?? 0) + (d.volumeMl ?? 0));
    if (cornersAt(last.place).every((c) => (drawn.get(c) ?? 0) >= hotFluidMl(of.car, c)))
      return { cure: d.fact, finding: null };
  }
  const short = drawn.size > 0 && corners.find((c) => (drawn.get(c) ?? 0) < hotFluidMl(of.car, c));
  return {
    cure: null,
    finding: short
      ? conditionFinding(
          'notEnoughDrawn',
          'stop',
          { corner: short },
          { drawn: millilitres(drawn.get(short) ?? 0), wanted: millilitres(hotFluidMl(of.car, short)) },
        )
      : null,
  };
}

/** Whether a proof stands for a corner after a moment: shown since then, and not shown to be wrong again. */
function isShownAt({ shown }: Timeline, proof: Proof, place: Place, since: Fact): boolean {
  const last = shown.of(proof).findLast((s) => meets(s.place, place));
  return last !== undefined && last.isRight && (isAfter(last.fact, since) || last.fact.id === since.id);
}
const missingOf = (t: Timeline, wanted: readonly Proof[], place: Place, since: Fact): Fault['missing'] =>
  [...new Set(wanted)].flatMap((proof) =>
    ofWholeCar.has(proof)
      ? isShownAt(t, proof, {}, since)
        ? []
        : [{ proof, place: {} }]
      : missingCorners(t, proof, place, since),
  );

/** Corners at which a proof is missing; where it is missing at all of them, the place as a whole. */
function missingCorners(t: Timeline, proof: Proof, place: Place, since: Fact): { proof: Proof; place: Place }[] {
  const all = cornersAt(place).map((corner): Place => ({
    corner,
    ...(place.fastener ? { fastener: place.fastener } : {}),
  }));
  const left = all.filter((at) => !isShownAt(t, proof, at, since));
  return left.length === all.length && left.length > 1 ? [{ proof, place }] : left.map((at) => ({ proof, place: at }));
}

/** What the cause of a fault wants done and shown: the one that somebody named, or what rules out every suspect. */
function byCause(
  t: Timeline,
  last: Sighting,
): { cures: readonly Act[]; proofs: readonly Proof[]; suspects: readonly Cause[]; place: Place } {
  const sign = isComplaint(last.kind) ? last.kind : 'cornerHot';
  const own = ofKind(t.facts, 'diagnosisOpened').filter((d) => d.signs.includes(sign) && d.at >= last.fact.at);
  const ids = new Set([...own.map((d) => d.id), ...(last.fact.kind === 'diagnosisOpened' ? [last.fact.id] : [])]);
  const closed = ofKind(t.facts, 'diagnosisClosed').findLast((c) => ids.has(c.diagnosisId));
  if (closed) {
    const corner = t.of.diagnoses.get(closed.diagnosisId)?.corner ?? null;
    return { ...causeTable[closed.cause], suspects: [closed.cause], place: corner ? { corner } : last.place };
  }
  const evidence: Evidence[] = [
    { sign },
    ...ofKind(t.facts, 'diagnosisChecked')
      .filter((c) => ids.has(c.diagnosisId))
      .map(({ check, outcome }) => ({ check, outcome })),
  ];
  const weights = posterior(priorOf(), evidence);
  const share = t.of.logbook.shop.suspectSharePercent / 100;
  const suspects = (Object.keys(weights) as Cause[]).filter((c) => weights[c] >= share);
  return { cures: [], proofs: suspects.flatMap((c) => causeTable[c].proofs), suspects, place: last.place };
}

/** The lead's word that lets a fault pass, while it lasts. */
function letPassOf({ facts, of }: Timeline, last: Sighting): FaultLetPass | HoldWaived | null {
  if (last.finding.verdict === 'stop') return null;
  const { logbook } = of;
  const sessions = ofKind(facts, 'sessionDriven');
  const isOver = (f: FaultLetPass | HoldWaived): boolean => {
    const since = sessions.filter((s) => isAfter(s, f));
    if (f.kind === 'holdWaived' || f.until === 'nextSession') return since.length > 0;
    const isClosed = ofKind(facts, 'eventClosed').some(
      (c) => isAfter(c, f) && logbook.bookings.get(c.bookingId)?.eventId === f.eventId,
    );
    return isClosed || since.some((s) => s.eventId !== f.eventId);
  };
  const words = [
    ...ofKind(facts, 'faultLetPass').filter((f) => f.foundId === last.fact.id && f.fault === last.kind),
    ...ofKind(facts, 'holdWaived').filter((f) => isAfter(f, last.fact) && isSameFinding(f.finding, last.finding)),
  ];
  return words.filter((f) => isLead(logbook, f.by) && !isOver(f)).sort(byTime)[0] ?? null;
}

/** The last sighting, as grave as any since nothing was done that cures it: found again and smaller is not better. */
function gravest(t: Timeline, found: readonly Sighting[], cures: readonly Act[]): Sighting {
  const last = found.at(-1)!;
  const worse = found.find(
    (s) =>
      severity(s.finding.verdict) > severity(last.finding.verdict) &&
      cureOf(t, s, cures).cure?.id === cureOf(t, last, cures).cure?.id,
  );
  return worse ? { ...last, finding: worse.finding } : last;
}

function judgeFault(t: Timeline, found: readonly Sighting[]): Fault {
  const { kind, place } = found.at(-1)!;
  const row = faultTable[kind];
  const last = row.cures === 'byCause' ? found.at(-1)! : gravest(t, found, row.cures);
  const caused = row.cures === 'byCause' ? byCause(t, last) : null;
  const cures = caused ? caused.cures : (row.cures as readonly Act[]);
  const wanted = [...(caused?.proofs ?? []), ...row.proofs];
  const lookAgain = cures.length === 0;
  // Where somebody has named the cause, and the corner, it is cured and shown there.
  const at = caused?.place ?? place;
  const { cure, finding } = lookAgain ? { cure: null, finding: null } : cureOf(t, { ...last, place: at }, cures);
  const missing = missingOf(t, wanted, at, cure ?? last.fact);
  const isCured = (lookAgain || cure !== null) && missing.length === 0 && (lookAgain ? wanted.length > 0 : true);
  const base = { kind, place, finding: finding ?? last.finding, found: found.map((s) => s.fact), cures, cure, wanted };
  const more = { missing, suspects: caused?.suspects ?? [] };
  if (isCured) return { ...base, ...more, state: 'cured', ended: cure };
  const retraction = retractionOf(t, last);
  if (retraction) return { ...base, ...more, state: 'retracted', ended: retraction };
  const letPass = letPassOf(t, last);
  return { ...base, ...more, state: letPass ? 'letPass' : 'open', ended: letPass };
}

/** What has to be shown again: of each corner, or of the car, the last act that voids it and nothing that has shown it since. */
function voidedOf(t: Timeline): Voided[] {
  return requirable.flatMap((proof) => {
    const left = placesOf(t, proof).flatMap((place) => {
      const by = t.voiding.of(proof).findLast((d) => !isElsewhere(d.fact) && meets(d.place, place));
      return !by || isShownAt(t, proof, place, by.fact) ? [] : [{ place, by }];
    });
    // All round by one act: said once.
    const isOne = proof !== 'torqued' && left.length === corners.length && left.every((v) => v.by === left[0]!.by);
    return (isOne ? [{ ...left[0]!, place: {} }] : left).map(({ place, by }): Voided => ({
      proof,
      place,
      by: by.fact,
      finding: conditionFinding('notShownSince', 'stop', place, { proof, act: by.act }),
    }));
  });
}
const lookedAtOf = (t: Timeline): Condition['lookedAt'] =>
  requirable.flatMap((proof) =>
    placesOf(t, proof).map((place) => ({
      proof,
      place,
      at: t.shown.of(proof).findLast((s) => meets(s.place, place))?.fact.at ?? null,
    })),
  );

/** Where each of them is shown: the car, a corner, the nuts of a wheel. */
function placesOf({ of }: Timeline, proof: Proof): Place[] {
  if (ofWholeCar.has(proof)) return [{}];
  if (proof !== 'torqued') return corners.map((corner) => ({ corner }));
  const nuts = of.sheet.fasteners.filter((f) => f.group === 'wheel');
  // Wheels have nuts, whatever a sheet leaves out.
  return corners.flatMap((corner): Place[] => {
    const own = nuts.filter((f) => f.axle === axleOfCorner(corner));
    return own.length === 0 ? [{ corner }] : own.map((f) => ({ corner, fastener: f.key }));
  });
}
/** What somebody else did is known by what they say alone: it was shown there, or it is not known at all. */
const isElsewhere = (fact: Fact): boolean => fact.kind === 'fluidExchange' && fact.elsewhere !== undefined;

function judge(logbook: Logbook, car: Car): Condition {
  const t = timelineOf(logbook, car);
  const groups = new Map<string, Sighting[]>();
  for (const s of t.seen) {
    const key = keyOf(s);
    const list = groups.get(key);
    if (list) list.push(s);
    else groups.set(key, [s]);
  }
  const faults = [
    ...[...groups.values()].map((found) => judgeFault(t, found)),
    ...t.retracted
      .filter(({ sighting }) => !groups.has(keyOf(sighting)))
      .map(({ sighting, by }): Fault => ({
        kind: sighting.kind,
        place: sighting.place,
        finding: sighting.finding,
        found: [sighting.fact],
        state: 'retracted',
        cures: [],
        cure: null,
        wanted: [],
        missing: [],
        suspects: [],
        ended: by,
      })),
  ];
  return {
    faults: faults.sort((a, b) => byTime(a.found.at(-1)!, b.found.at(-1)!)),
    voided: voidedOf(t),
    lookedAt: lookedAtOf(t),
  };
}

/** All that a condition rests on, entry by entry: of a car that nothing was written about it is what it was. */
const restsOn = (logbook: Logbook, car: Car, facts: readonly Fact[]): unknown[] => [
  car,
  brakeSheetOf(logbook, car),
  logbook.shop.padLimitMm,
  logbook.shop.suspectSharePercent,
  facts,
  ...logbook.replacedOfCar(car.id).flatMap(({ fact, by }) => [fact, by]),
  ...axles.flatMap((axle) => {
    const { rotorPair, padSet } = axleParts(logbook, car, axle);
    return [
      ...[rotorPair, padSet].flatMap((part) => (part ? [part, ...logbook.factsOfPart(part.id)] : [null])),
      logbook.compounds.get(padSet?.compoundId ?? ''),
    ];
  }),
  ...ofKind(facts, 'eventClosed').map((f) => logbook.bookings.get(f.bookingId)?.eventId),
  ...leadsOf(logbook),
];

/** The condition of a car by all that is on record about it. */
export const conditionOf = (logbook: Logbook, car: Car): Condition =>
  remembered(logbook, car.id, [car], () => {
    const facts = logbook.factsOfCar(car.id);
    return remembered(facts[0] ?? car, 'condition', restsOn(logbook, car, facts), () => judge(logbook, car));
  });

/**
 * What stands in the way of a purpose whatever was found: what is void, a stop; and what nobody has looked at, or not since the last event.
 * @param eventId for which it is asked
 */
export function notShownFor(logbook: Logbook, car: Car, purpose: Purpose, eventId: string | null): Finding[] {
  const { voided, lookedAt } = conditionOf(logbook, car);
  const asked = purposeTable[purpose];
  const elsewhere = ofKind(logbook.factsOfCar(car.id), 'sessionDriven').findLast((s) => s.eventId !== eventId);
  const isEver = (proof: Requirable): boolean => asked[proof] === 'ever' || asked[proof] === 'sinceEvent';
  const never = neverLookedAt(logbook, car).filter(isEver);
  const stale = lookedAt.flatMap(({ proof, at }) =>
    asked[proof] === 'sinceEvent' && at !== null && elsewhere && at < elsewhere.at ? [proof] : [],
  );
  const say = (code: 'neverLookedAt' | 'notSinceEvent', found: readonly Requirable[]): Finding[] =>
    found.length > 0 ? [conditionFinding(code, 'needsWork', {}, { proofs: [...new Set(found)] })] : [];
  return [
    ...voided.filter((v) => asked[v.proof] !== null).map((v) => v.finding),
    ...say('neverLookedAt', never),
    ...say('notSinceEvent', stale),
  ];
}

/** What can be asked of a car and nobody has ever looked at, at one place at least. */
export const neverLookedAt = (logbook: Logbook, car: Car): Requirable[] =>
  conditionOf(logbook, car).lookedAt.flatMap(({ proof, place, at }) =>
    at === null && !isWithoutFigure(logbook, car, place) ? [proof] : [],
  );
/** Nobody can torque to a figure that is not there: that is said of the sheet. */
const isWithoutFigure = (logbook: Logbook, car: Car, { fastener }: Place): boolean =>
  fastener !== undefined && brakeSheetOf(logbook, car).fasteners.some((f) => f.key === fastener && f.torqueNm === null);

/** What keeps a car from a purpose by its condition: the faults that matter for it, what is void, and what nobody has looked at. */
export function standsAgainst(logbook: Logbook, car: Car, purpose: Purpose, eventId: string | null): Finding[] {
  const against = faultsAgainst[purpose];
  const matters = ({ wanted }: Fault): boolean =>
    against === null || wanted.length === 0 || wanted.some((proof) => against.includes(proof));
  return [
    ...standingFaults(logbook, car, eventId)
      .filter(matters)
      .map((f) => f.finding),
    ...notShownFor(logbook, car, purpose, eventId),
  ];
}

/** Faults that stand now: what a lead has let pass until the end of another event stands as well. The gravest first. */
export const standingFaults = (logbook: Logbook, car: Car, eventId: string | null = null): Fault[] =>
  conditionOf(logbook, car)
    .faults.filter(
      (f) =>
        f.state === 'open' ||
        (f.state === 'letPass' &&
          f.ended?.kind === 'faultLetPass' &&
          f.ended.until === 'endOfEvent' &&
          eventId !== null &&
          f.ended.eventId !== eventId),
    )
    .sort((a, b) => severity(b.finding.verdict) - severity(a.finding.verdict));
