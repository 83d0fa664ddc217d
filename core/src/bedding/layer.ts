/** The transfer layer of what is on an axle, over time: whether the pair is bedded, why not, or whether the layer has worn. */
import { type LocalDate, dateIn, daysBetween } from '../calendar';
import { axleParts, compoundName, isAfter } from '../inventory';
import { type Logbook, byTime, isLead, ofKind } from '../logbook';
import {
  type Axle,
  type BackFromBedding,
  type BeddingBegun,
  type BeddingDriven,
  type BeddingLook,
  type Car,
  type Fact,
  type Finding,
  type PadSet,
  type PartsFitted,
  type RotorMeasurement,
  type RotorPair,
  type WorkDone,
  axleOfCorner,
  cornersOf,
  workKey,
} from '../model';
import { beddingFinding } from './findings';

/**
 * `bedded`: looked at and accepted, or seen to be even on both sides after it had run. `driven`: nobody has looked yet. `worn`: was bedded, the
 * layer has gone thin. `unknown`: it has run, nobody has recorded how it was bedded, and nobody has looked at the faces since.
 */
export type LayerState = 'green' | 'driven' | 'bedded' | 'worn' | 'unknown';

export interface Layer {
  state: LayerState;
  /** Why it is not simply bedded; null where it is. */
  finding: Finding | null;
  /** The look, the box, or the tick that made it so; null where nothing did. */
  since: Fact | null;
  padSet: PadSet | null;
  rotorPair: RotorPair | null;
}

type Accepting = BeddingLook | BackFromBedding | WorkDone;

/** What says of a pair how its layer is, oldest first. */
const factsOfPair = (logbook: Logbook, padSet: PadSet, rotorPair: RotorPair): Fact[] =>
  [
    ...new Map(
      [...logbook.factsOfPart(rotorPair.id), ...logbook.factsOfPart(padSet.id)].map((f) => [f.id, f]),
    ).values(),
  ].sort(byTime);

interface Found {
  accepted: Accepting | null;
  /** On a car together before, and off again: nobody wrote down how it was bedded. */
  hasRun?: boolean;
  /** As it was put on here last, if it was. */
  put?: PartsFitted | null;
  /** What took the bedded state away, or stands against it. */
  against: Finding | null;
}

const names = (padSet: PadSet | null, rotorPair: RotorPair | null): { pads: string; rotors: string } => ({
  pads: padSet?.label ?? '',
  rotors: rotorPair?.label ?? '',
});

/** So much of what a procedure wants has to have been counted in one cycle: whoever feels the pads fade stops before the end. Calvik's own figure. */
const ENOUGH_SHARE = 0.75;
/** Rolling time may fall short of what is wanted by this much, s; and parts that have stood for so long are cool as well, min. Calvik's own figures. */
const COOLED = { withinS: 15, standingMin: 30 } as const;

/**
 * What an accepted look still lacks: enough of the procedure driven, and cooled. Faces alone do not tell: even ones without stops are old ones.
 * @returns null where nothing is missing, and for a look without a run: that is what somebody states
 */
export function acceptanceLacks(
  logbook: Logbook,
  look: Pick<BeddingLook, 'carId' | 'runId' | 'axle' | 'at' | 'rotorPairId'>,
  of: { pads: string; rotors: string } = { pads: '', rotors: '' },
): Finding | null {
  const { axle } = look;
  if (look.runId === null) return null;
  const facts = logbook.factsOfCar(look.carId);
  // What was driven before other parts went on, before they were refaced, or before a look that asked for more is of another layer.
  const began = [
    ...ofKind(facts, 'partsFitted').filter((f) => f.axle === axle && f.changed !== 'none'),
    ...ofKind(facts, 'beddingLook').filter((f) => f.axle === axle && f.decision !== 'accept'),
    ...ofKind(logbook.factsOfPart(look.rotorPairId ?? ''), 'rotorsRefaced'),
  ].reduce((at, f) => (f.at < look.at && f.at > at ? f.at : at), '');
  const cycles = ofKind(facts, 'beddingDriven').filter(
    (f) => f.runId === look.runId && f.at <= look.at && f.at > began,
  );
  const last = cycles.at(-1);
  const countOf = (c: BeddingDriven): number => c.applications.filter((a) => a.isCounted).length;
  const most = cycles.reduce<BeddingDriven | null>((a, b) => (a && countOf(a) >= countOf(b) ? a : b), null);
  if (!last || !most || countOf(most) === 0 || countOf(most) < ENOUGH_SHARE * most.wanted)
    return beddingFinding(
      'acceptedNotDriven',
      'needsWork',
      { axle },
      { ...of, counted: most ? countOf(most) : 0, wanted: most?.wanted ?? 0 },
    );
  const stoodMin = (Date.parse(look.at) - Date.parse(last.at)) / 60_000;
  if (last.cooledS + COOLED.withinS >= last.coolingWantedS || stoodMin >= COOLED.standingMin) return null;
  const minutes = (s: number): number => Math.round(s / 60);
  return beddingFinding(
    'acceptedNotCooled',
    'needsWork',
    { axle },
    { ...of, cooledMin: minutes(last.cooledS), wantedMin: minutes(last.coolingWantedS) },
  );
}

/** What a look says of a pair: bedded; or what is wanted, or missing. */
function ofLook(logbook: Logbook, look: BeddingLook, of: { pads: string; rotors: string }): Found {
  if (look.decision !== 'accept')
    return {
      accepted: null,
      against: beddingFinding('pairWantsAgain', 'needsWork', { axle: look.axle }, { ...of, decision: look.decision }),
    };
  const lacks = acceptanceLacks(logbook, look, of);
  return lacks ? { accepted: null, against: lacks } : { accepted: look, against: null };
}

/**
 * Whether an accepted look without a run counts: how a pair came in, anybody may state. Of what was put on here, or was found to want bedding, only a
 * lead says so without a run.
 * @param put on here last, if it was
 */
const mayBeStated = (logbook: Logbook, look: BeddingLook, put: PartsFitted | null, before: Found): boolean =>
  look.runId !== null ||
  look.decision !== 'accept' ||
  isLead(logbook, look.by) ||
  (before.against === null && (put === null || put.at >= look.at));

/** Goes through what was done with a labelled pair. A bedded state never survives another compound, a lathe or coarse paper. */
function foldPair(logbook: Logbook, padSet: PadSet, rotorPair: RotorPair): Found {
  let found: Found = { accepted: null, against: null };
  let fitted = 0;
  let put: PartsFitted | null = null;
  const at = { axle: rotorPair.axle };
  const of = names(padSet, rotorPair);
  for (const f of factsOfPair(logbook, padSet, rotorPair)) {
    if (f.kind === 'beddingLook' && f.padSetId === padSet.id && f.rotorPairId === rotorPair.id) {
      if (mayBeStated(logbook, f, put, found)) found = ofLook(logbook, f, of);
    } else if (f.kind === 'backFromBedding' && f.padSetId === padSet.id && f.rotorPairId === rotorPair.id && f.isBedded)
      found = { accepted: f, against: null };
    else if (f.kind === 'rotorsRefaced' && f.rotorPairId === rotorPair.id)
      found = { accepted: null, against: beddingFinding('rotorsWereRefaced', 'needsWork', at, { ...of, how: f.how }) };
    else if (f.kind === 'partsFitted') {
      if (f.padSetId === padSet.id && f.rotorPairId === rotorPair.id && f.changed !== 'none') {
        fitted += 1;
        put = f;
      }
      const met = otherCompound(logbook, f, padSet, rotorPair);
      if (met !== null)
        found = {
          accepted: null,
          against: beddingFinding('otherCompoundMet', 'needsWork', at, { ...of, compound: met }),
        };
    }
  }
  return { ...found, hasRun: fitted > 1, put };
}

/** Name of another compound that a fitting brought onto these rotors, or these pads onto a layer of; null where it did not. */
function otherCompound(logbook: Logbook, f: PartsFitted, padSet: PadSet, rotorPair: RotorPair): string | null {
  if (f.rotorPairId === rotorPair.id && f.padSetId !== padSet.id) {
    const set = logbook.padSets.get(f.padSetId ?? '') ?? null;
    if (set === null) return f.changed === 'pads' || f.changed === 'both' ? '' : null;
    return set.compoundId === padSet.compoundId ? null : compoundName(logbook, set);
  }
  if (f.padSetId !== padSet.id || f.rotorPairId === null || f.rotorPairId === rotorPair.id) return null;
  // These pads on other rotors: those may carry the layer of another compound.
  const before = ofKind(logbook.factsOfPart(f.rotorPairId), 'partsFitted').findLast(
    (o) => o.rotorPairId === f.rotorPairId && o.padSetId !== null && o.padSetId !== padSet.id && isAfter(f, o),
  );
  const set = logbook.padSets.get(before?.padSetId ?? '');
  return set && set.compoundId !== padSet.compoundId ? compoundName(logbook, set) : null;
}

/** What was recorded of an axle without labels since something was last changed on it. */
function foldAxle(logbook: Logbook, car: Car, axle: Axle, since: PartsFitted | null): Found {
  let found: Found = { accepted: null, against: null };
  for (const f of ofKind(logbook.factsOfCar(car.id), 'beddingLook')) {
    if (f.axle !== axle || !isAfter(f, since)) continue;
    if (mayBeStated(logbook, f, since, found)) found = ofLook(logbook, f, { pads: '', rotors: '' });
  }
  return found;
}

/** Whether a lead alone may state, without a run, what a look states: asked before it is saved. */
export function isForLeadToState(logbook: Logbook, car: Car, look: BeddingLook): boolean {
  const padSet = logbook.padSets.get(look.padSetId ?? '');
  const rotorPair = logbook.rotorPairs.get(look.rotorPairId ?? '');
  const { padsSince, rotorsSince } = axleParts(logbook, car, look.axle);
  const since = later(padsSince, rotorsSince);
  const { put = since, ...before } =
    padSet && rotorPair ? foldPair(logbook, padSet, rotorPair) : foldAxle(logbook, car, look.axle, since);
  return !mayBeStated(logbook, look, put, before);
}

const later = (a: PartsFitted | null, b: PartsFitted | null): PartsFitted | null =>
  a && b ? (isAfter(a, b) ? a : b) : (a ?? b);

/** Ticked off by name, without a run on record. */
const tickOf = (logbook: Logbook, car: Car, axle: Axle, since: PartsFitted | null): WorkDone | null =>
  ofKind(logbook.factsOfCar(car.id), 'workDone').findLast(
    (f) => f.items.includes(workKey('bedding', axle)) && isAfter(f, since),
  ) ?? null;

/** What has worn a layer since it was accepted; null where nothing has. */
function wear(
  logbook: Logbook,
  car: Car,
  axle: Axle,
  accepted: Fact,
  of: { pads: string; rotors: string },
  today: LocalDate,
): Finding | null {
  const since = logbook.factsOfCar(car.id).filter((f) => isAfter(f, accepted));
  const at = { axle };
  const reports = ofKind(since, 'driverReport');
  const complaint = reports.at(-1)?.complaints.find((c) => c === 'squeal' || c === 'firmNoBite');
  if (complaint === 'squeal' || complaint === 'firmNoBite')
    return beddingFinding('layerWornByWords', 'watch', at, { ...of, complaint });
  const seen = ofKind(since, 'rotorMeasurement').findLast((m) => axleOfCorner(m.corner) === axle);
  if (seen?.transferLayer === 'thin' || seen?.transferLayer === 'none')
    return beddingFinding('layerSeenThin', 'watch', at, of);
  const { reBedAfterRoadKm: limitKm, reBedAfterDays: limitDays } = logbook.shop;
  const km = Math.round(ofKind(since, 'roadUse').reduce((sum, f) => sum + f.km, 0));
  if (km >= limitKm) return beddingFinding('layerWornByRoad', 'watch', at, { ...of, km, limitKm });
  const days = daysBetween(dateIn(accepted.at, logbook.shop.timeZone), today);
  return days >= limitDays ? beddingFinding('layerWornByDays', 'watch', at, { ...of, days, limitDays }) : null;
}

/** The end of the first event that a car has run since a day; null where it has run none. */
const ranSince = (logbook: Logbook, car: Car, day: LocalDate, today: LocalDate): LocalDate | null =>
  logbook
    .bookingsOfCar(car.id)
    .flatMap((b) => {
      const event = logbook.events.get(b.eventId);
      return event && !event.archived && event.endDate >= day && event.endDate < today ? [event.endDate] : [];
    })
    .sort()[0] ?? null;

interface FacesSeen {
  reading: RotorMeasurement;
  isThin: boolean;
}
/** What both faces of an axle were seen to be, once it had run; null where one was not looked at, or is neither even nor thin. */
function facesSeenAfter(
  logbook: Logbook,
  car: Car,
  axle: Axle,
  isThen: (reading: RotorMeasurement) => boolean,
): FacesSeen | null {
  const seen = cornersOf(axle).flatMap((corner) => {
    const last = ofKind(logbook.factsOfCar(car.id), 'rotorMeasurement').findLast(
      (m) => m.corner === corner && m.isSeen !== false && isThen(m),
    );
    return last ? [last] : [];
  });
  const isThin = seen.some((m) => m.transferLayer === 'thin' || m.transferLayer === 'none');
  const isSound = seen.every((m) => m.transferLayer === 'even') || isThin;
  if (seen.length < 2 || !isSound) return null;
  return { reading: isAfter(seen[0]!, seen[1]!) ? seen[0]! : seen[1]!, isThin };
}

/** How a labelled pair stands, wherever it lies: bedded ahead for the season, or not. */
export function layerOfPair(
  logbook: Logbook,
  padSet: PadSet,
  rotorPair: RotorPair,
): Pick<Layer, 'state' | 'finding' | 'since'> {
  const { accepted, against } = foldPair(logbook, padSet, rotorPair);
  return accepted
    ? { state: 'bedded', finding: null, since: accepted }
    : {
        state: 'green',
        finding:
          against ??
          beddingFinding(
            'pairGreen',
            'needsWork',
            { axle: rotorPair.axle },
            { ...names(padSet, rotorPair), isReleased: false },
          ),
        since: null,
      };
}

const known = new WeakMap<Logbook, Map<string, Layer>>();

/** The layer of what is on an axle now. */
export function layerOnAxle(logbook: Logbook, car: Car, axle: Axle, today: LocalDate): Layer {
  const ofLogbook = known.get(logbook) ?? new Map<string, Layer>();
  known.set(logbook, ofLogbook);
  const key = `${car.id} ${axle} ${today}`;
  const found = ofLogbook.get(key) ?? judgeLayer(logbook, car, axle, today);
  ofLogbook.set(key, found);
  return found;
}

function judgeLayer(logbook: Logbook, car: Car, axle: Axle, today: LocalDate): Layer {
  const { padSet, rotorPair, padsSince, rotorsSince } = axleParts(logbook, car, axle);
  const since = later(padsSince, rotorsSince);
  const at = { axle };
  const of = names(padSet, rotorPair);
  const pair = { padSet, rotorPair };
  const {
    accepted,
    against,
    hasRun = false,
  } = padSet && rotorPair ? foldPair(logbook, padSet, rotorPair) : foldAxle(logbook, car, axle, since);
  if (accepted) {
    const worn = wear(logbook, car, axle, accepted, of, today);
    return { ...pair, state: worn ? 'worn' : 'bedded', finding: worn, since: accepted };
  }
  const ofFaces = ({ reading, isThin }: FacesSeen): Layer => {
    const worn = isThin
      ? beddingFinding('layerSeenThin', 'watch', at, of)
      : wear(logbook, car, axle, reading, of, today);
    return { ...pair, state: worn ? 'worn' : 'bedded', finding: worn, since: reading };
  };
  const facts = logbook.factsOfCar(car.id);
  const lastLook = ofKind(facts, 'beddingLook').findLast((f) => f.axle === axle) ?? null;
  const ofAxle = new Set(
    ofKind(facts, 'beddingBegun')
      .filter((r: BeddingBegun) => r.axles.includes(axle))
      .map((r) => r.id),
  );
  const driven = ofKind(facts, 'beddingDriven').findLast(
    (f) => ofAxle.has(f.runId) && isAfter(f, since) && isAfter(f, lastLook),
  );
  // A tick says that it was driven, and nothing of what it looks like.
  const ticked = driven || against ? null : tickOf(logbook, car, axle, since);
  const drove = driven ?? ticked;
  const seenSince = ticked && facesSeenAfter(logbook, car, axle, (f) => isAfter(f, ticked));
  if (drove && !seenSince)
    return { ...pair, state: 'driven', finding: beddingFinding('pairNotLookedAt', 'needsWork', at, of), since: drove };
  if (seenSince) return ofFaces(seenSince);
  if (against) return { ...pair, state: 'green', finding: against, since: null };
  const { timeZone } = logbook.shop;
  const ran = since && !hasRun ? ranSince(logbook, car, dateIn(since.at, timeZone), today) : null;
  if (since === null || hasRun || ran) {
    const seen = facesSeenAfter(logbook, car, axle, (f) =>
      ran ? dateIn(f.at, timeZone) >= ran : since === null || isAfter(f, since),
    );
    if (!seen)
      return { ...pair, state: 'unknown', finding: beddingFinding('layerUnknown', 'watch', at, of), since: null };
    return ofFaces(seen);
  }
  return {
    ...pair,
    state: 'green',
    finding: beddingFinding('pairGreen', 'needsWork', at, { ...of, isReleased: isReleased(logbook, car) }),
    since: null,
  };
}

/** Released to be bedded: its last service was signed, and nothing has been opened since. */
export function isReleased(logbook: Logbook, car: Car): boolean {
  const facts = logbook.factsOfCar(car.id);
  const released = ofKind(facts, 'carReleased').at(-1) ?? null;
  const fitted = ofKind(facts, 'partsFitted').at(-1) ?? null;
  return released !== null && isAfter(released, fitted);
}
