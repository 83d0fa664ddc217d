/**
 * What each kind of entry says of a car: what it does, what it finds wrong, and what it shows to be right. One line for every kind; a kind
 * without one does not compile.
 */
import { type Logbook, brakeSheetOf } from '../logbook';
import {
  type Axle,
  type BrakeSheet,
  type Car,
  type ChecksDone,
  type Complaint,
  type Corner,
  type DiagnosisOpened,
  type Fact,
  type FactKind,
  type FaultKind,
  type FaultSeen,
  type Finding,
  type LookCheck,
  type Place,
  type Proof,
  type QueueWant,
  axleOfCorner,
  corners,
  cornersOf,
  mm,
  severity,
  stepsByKey,
  worstOf,
} from '../model';
import { isFaceSeen, seenOnPads, thinnestEnd } from '../pads';
import { judgeFeel, judgePedal, pedalFinding } from '../pedal';
import { MAX_CRACK_MM, MAX_THICKNESS_VARIATION_MM, RUNOUT_LIMIT_MM } from '../rotors';
import { trackFinding } from '../sessions';
import { checkTable } from '../suspects';
import { judgeTorque } from '../torque';
import { judgeWheelBearing } from '../wheel-bearings';
import { conditionFinding } from './findings';
import { cornersAt } from './place';
import { type Act, faultTable, isComplaint, notRight, ofWholeCar, outcomeTable } from './tables';

/** Something done at a place. */
export interface Done {
  act: Act;
  place: Place;
  /** Of fluid drawn at a corner, mL. */
  volumeMl?: number;
}
/** Something found wrong. */
export interface Found {
  kind: FaultKind;
  place: Place;
  finding: Finding;
}
/** Something shown to be right, or not. */
export interface Shown {
  proof: Proof;
  place: Place;
  isRight: boolean;
}
export interface Reading {
  does?: Done[];
  finds?: Found[];
  shows?: Shown[];
}

export interface CarOf {
  logbook: Logbook;
  car: Car;
  sheet: BrakeSheet;
  /** The shop's, mm. */
  padLimitMm: number;
  diagnoses: ReadonlyMap<string, DiagnosisOpened>;
}
export const carOf = (logbook: Logbook, car: Car, facts: readonly Fact[]): CarOf => ({
  logbook,
  car,
  sheet: brakeSheetOf(logbook, car),
  padLimitMm: logbook.shop.padLimitMm,
  diagnoses: new Map(facts.flatMap((f) => (f.kind === 'diagnosisOpened' ? [[f.id, f] as const] : []))),
});

type Reader<K extends FactKind> = (fact: Extract<Fact, { kind: K }>, of: CarOf) => Reading;
const says = (): Reading => ({});
const everywhere = (proof: Proof, isRight = true): Shown => ({ proof, place: {}, isRight });
const placeOf = ({ axle, corner }: { axle: Axle | null; corner: Corner | null }): Place =>
  corner ? { corner } : axle ? { axle } : {};

/** How serious a fault is, seen as it was: a crack that is longer than a rotor may have is out. */
const gravityOfSeen = ({ fault, lengthMm }: FaultSeen & { fault: Exclude<FaultSeen['fault'], 'crazing'> }) =>
  fault === 'crack' && (lengthMm ?? 0) > MAX_CRACK_MM ? 'stop' : faultTable[fault].gravity;

/** What somebody saw in the look after a session, as it is told. */
export function findingOfSeen(seen: FaultSeen): Finding {
  const { fault, corner, lengthMm } = seen;
  return trackFinding(
    'lookFault',
    fault === 'crazing' ? 'inOrder' : gravityOfSeen({ ...seen, fault }),
    corner ? { corner } : {},
    { fault, length: lengthMm === null ? null : mm(lengthMm) },
  );
}

/** What each line of the look shows where nothing is found. */
const proofOfCheck: Record<LookCheck, Proof> = {
  pedal: 'pedalFirm',
  leaks: 'dry',
  hoses: 'hosesSound',
  faces: 'facesSound',
  ducts: 'ductsSound',
  wheelInside: 'wheelDry',
  debris: 'clear',
  wheelPlay: 'rockedTight',
};

/** What cannot be put right here stands against the car, unless it may be driven there. */
const referred = ({ mayBeDriven, to }: { mayBeDriven: boolean; to: string }): Found[] =>
  mayBeDriven
    ? []
    : [
        {
          kind: 'referred',
          place: {},
          finding: trackFinding('referredNotDriven', faultTable.referred.gravity, {}, { to }),
        },
      ];

/** What work in the paddock leaves open, from when it is begun: it cures nothing and shows nothing, other entries do. */
function doneInQueue({ work, axle }: QueueWant): Done[] {
  const place: Place = axle ? { axle } : {};
  const wheelOff: Done = { act: 'wheelOff', place };
  switch (work) {
    case 'pads':
    case 'rotors':
      return [wheelOff, { act: 'pistonsPushed', place }];
    case 'hoses':
    case 'bleed':
    case 'flush':
      return [wheelOff, { act: 'jointOpened', place }];
    case 'findFault':
    case 'boilingTest':
    case 'reTorque':
    case 'other':
      return [];
  }
}

const complained = (complaint: Complaint): Found => ({
  kind: complaint,
  place: {},
  finding: trackFinding('driverComplained', faultTable[complaint].gravity, {}, { complaint }),
});

const found = (fault: FaultKind, place: Place): Found => ({
  kind: fault,
  place,
  finding: conditionFinding('faultFound', faultTable[fault].gravity, place, { fault }),
});

function ofList({ step, items }: ChecksDone): Reading {
  const axle = stepsByKey.get(step)?.axle ?? null;
  const reading: Required<Reading> = { does: [], finds: [], shows: [] };
  for (const { check, corner, result, remark } of items) {
    if (result === 'notThere') continue;
    const place = placeOf({ corner, axle });
    const isRight = result === 'ok';
    reading.shows.push({ proof: check, place, isRight });
    if (check === 'hoses') reading.shows.push({ proof: 'hosesSound', place, isRight });
    if (check === 'leaks' || check === 'unionsUnderPedal') reading.shows.push({ proof: 'dry', place, isRight });
    if (check === 'wheelsTurnFree') reading.shows.push({ proof: 'wheelFree', place, isRight });
    if (check === 'ductsSound' || check === 'ductsFitted') reading.shows.push({ proof: 'ductsSound', place, isRight });
    if (isRight && check === 'slidePinsGreased') reading.does.push({ act: 'caliperFreed', place });
    if (isRight && check === 'wheelsOff') reading.does.push({ act: 'wheelOff', place });
    if (isRight) continue;
    // A hose somewhere, and nobody has said where: each of them is in doubt.
    if (check === 'hoses')
      for (const at of cornersAt(place))
        reading.finds.push({
          kind: check,
          place: { corner: at },
          finding: conditionFinding('hoseFault', faultTable.hoses.gravity, { corner: at }, { remark }),
        });
    else
      reading.finds.push({
        kind: check,
        place,
        finding: conditionFinding('checkFault', faultTable[check].gravity, place, { check, remark }),
      });
  }
  return reading;
}

const readers: { [K in FactKind]: Reader<K> } = {
  sessionDriven: ({ complaints }) => ({ finds: complaints.map(complained) }),
  driverReport: ({ complaints }) => ({ finds: complaints.map(complained) }),
  diagnosisOpened: ({ signs }) => ({
    finds: signs.flatMap((sign) => (isComplaint(sign) ? [complained(sign)] : [])),
  }),
  trackCheck: ({ check, faults }) => {
    const wrong = faults.flatMap(({ fault, ...more }) => (fault === 'crazing' ? [] : [{ ...more, fault }]));
    const proof = proofOfCheck[check];
    const isWhole = check === 'pedal';
    return {
      finds: wrong.map((seen) => ({
        kind: seen.fault,
        place: seen.corner ? { corner: seen.corner } : {},
        finding: findingOfSeen(seen),
      })),
      shows: isWhole
        ? [everywhere(proof, wrong.length === 0)]
        : corners.map((corner) => ({
            proof,
            place: { corner },
            isRight: !wrong.some((f) => f.corner === corner || f.corner === null),
          })),
    };
  },
  checksDone: ofList,
  pedalCheck: (fact) => {
    const feel = judgeFeel(fact.feel);
    const felt = fact.feel === 'soft' ? 'pedalSoft' : 'pedalLong';
    const finds: Found[] = [
      ...(feel ? [{ kind: felt, place: {}, finding: { ...feel, verdict: faultTable[felt].gravity } } as const] : []),
      ...(fact.sinks === true
        ? [
            {
              kind: 'pedalSinks' as const,
              place: {},
              finding: pedalFinding('pedalSinks', faultTable.pedalSinks.gravity, {}, {}),
            },
          ]
        : []),
      ...(fact.dropsWithEngine === false
        ? [
            {
              kind: 'boosterDead' as const,
              place: {},
              finding: pedalFinding('pedalBoosterDead', 'needsWork', {}, {}),
            },
          ]
        : []),
    ];
    // The first press tells what is wrong; only the gate, pumped and held, shows that it is right.
    const isFirm = fact.moment === 'gate' && judgePedal(fact, null).isPassed;
    return {
      finds,
      shows: [
        ...(fact.moment === 'gate' || finds.length > 0 ? [everywhere('pedalFirm', isFirm && finds.length === 0)] : []),
        ...(fact.dropsWithEngine === null ? [] : [everywhere('boosterWorks', fact.dropsWithEngine)]),
      ],
    };
  },
  fluidExchange: ({ corners: drawn, scope, elsewhere, pedalAfter, jobId }) => ({
    does: [
      ...drawn.map(({ corner, volumeMl }): Done => ({ act: 'bled', place: { corner }, volumeMl })),
      ...(elsewhere || (scope === 'full' && corners.every((c) => drawn.some((d) => d.corner === c)))
        ? [{ act: 'flushed' as const, place: {} }]
        : []),
    ],
    finds:
      jobId === undefined && pedalAfter !== null && judgeFeel(pedalAfter)
        ? [found(pedalAfter === 'soft' ? 'pedalSoft' : 'pedalLong', {})]
        : [],
    shows: jobId === undefined && pedalAfter !== null ? [everywhere('pedalFirm', judgeFeel(pedalAfter) === null)] : [],
  }),
  systemCleared: () => ({ does: [{ act: 'clearedByWorkshop', place: {} }] }),
  padMeasurement: (fact, { car, padLimitMm }) => {
    const { brake } = car[axleOfCorner(fact.corner)];
    const isThick = [fact.inner, fact.outer].every((face) => thinnestEnd(face) >= padLimitMm);
    const isSeen = isFaceSeen(fact.inner) && isFaceSeen(fact.outer);
    const isSound = severity(worstOf(seenOnPads(fact, brake))) <= severity('watch');
    // The thinnest alone shows that a pad is out, and not that both are sound: nobody has looked at their faces.
    if (fact.isThinnestOnly && isThick) return {};
    return { shows: [{ proof: 'padsSound', place: { corner: fact.corner }, isRight: isThick && isSeen && isSound }] };
  },
  rotorMeasurement: ({ corner, crack, crackLengthMm, transferLayer, isSeen, runoutMm, thicknessesMm }) => {
    const place = { corner };
    const isWhole = crack === 'none' || crack === 'crazing' || (crack === 'crack' && (crackLengthMm ?? 99) === 0);
    const isEven = transferLayer === 'even' || transferLayer === 'thin' || transferLayer === 'none';
    return {
      shows: [
        ...(isSeen === false ? [] : [{ proof: 'facesSound' as const, place, isRight: isWhole && isEven }]),
        ...(runoutMm === null
          ? []
          : [{ proof: 'runoutWithin' as const, place, isRight: runoutMm <= RUNOUT_LIMIT_MM.max }]),
        ...(thicknessesMm.length < 4
          ? []
          : [
              {
                proof: 'thicknessEven' as const,
                place,
                isRight: Math.max(...thicknessesMm) - Math.min(...thicknessesMm) <= MAX_THICKNESS_VARIATION_MM + 1e-9,
              },
            ]),
      ],
    };
  },
  wheelBearingMeasurement: (fact, { sheet }) => {
    const finding = judgeWheelBearing(fact, sheet);
    const place = { corner: fact.corner };
    const isRight = finding.verdict === 'inOrder';
    return {
      finds: isRight
        ? []
        : [{ kind: 'bearingPlay', place, finding: { ...finding, verdict: faultTable.bearingPlay.gravity } }],
      shows: [
        { proof: 'noPlay', place, isRight },
        { proof: 'rockedTight', place, isRight },
      ],
    };
  },
  torqueSet: (fact, { sheet }) => {
    const fastener = sheet.fasteners.find((f) => f.key === fact.fastenerKey);
    const place = { corner: fact.corner, fastener: fact.fastenerKey };
    const wrong = fastener
      ? judgeTorque(fastener, fact.corner, fact).findings.find(
          (f) => f.verdict === 'stop' && f.code !== 'torqueFigureMissing',
        )
      : undefined;
    return {
      does: [
        { act: 'torqued', place },
        ...(fastener?.group === 'hose' ? [{ act: 'jointSealed' as const, place: { corner: fact.corner } }] : []),
      ],
      finds: wrong
        ? [{ kind: 'torqueWrong', place, finding: { ...wrong, verdict: faultTable.torqueWrong.gravity } }]
        : [],
      shows: [{ proof: 'torqued', place, isRight: wrong === undefined }],
    };
  },
  pistonsRetracted: ({ axle }) => ({ does: [{ act: 'pistonsPushed', place: { axle } }] }),
  partsFitted: ({ axle, changed }) => ({
    does: [
      ...(changed === 'pads' || changed === 'both' ? [{ act: 'padsChanged' as const, place: { axle } }] : []),
      ...(changed === 'rotors' || changed === 'both' ? [{ act: 'rotorsChanged' as const, place: { axle } }] : []),
    ],
  }),
  reservoirSeen: ({ levelMl, moment }, { car }) => ({
    does: moment === 'final' ? [{ act: 'levelSet', place: {} }] : [],
    shows: [everywhere('levelKept', levelMl >= car.reservoirMinMl)],
  }),
  levelRead: ({ levelMl, toppedUpMl }, { car }) => ({
    does: toppedUpMl > 0 ? [{ act: 'levelSet', place: {} }] : [],
    shows: [everywhere('levelKept', levelMl + toppedUpMl >= car.reservoirMinMl)],
  }),
  reservoirToppedUp: () => ({ does: [{ act: 'levelSet', place: {} }] }),
  heatReading: ({ read }) =>
    read.instrument === 'fluidBoiled'
      ? {
          finds: [
            { kind: 'boiled', place: {}, finding: trackFinding('boiledInSession', faultTable.boiled.gravity, {}, {}) },
          ],
        }
      : {},
  diagnosisChecked: ({ check, outcome, diagnosisId }, { diagnoses }) => {
    const corner = diagnoses.get(diagnosisId)?.corner ?? null;
    const place: Place = corner ? { corner } : {};
    const { faults, shows } = outcomeTable[check];
    const fault = faults[outcome];
    return {
      does: checkTable[check].wheelsOff ? [{ act: 'wheelOff', place }] : [],
      finds: fault ? [found(fault, place)] : [],
      // What is looked at in a diagnosis is looked at all round.
      shows: (shows[outcome] ?? []).map((proof) => everywhere(proof)),
    };
  },
  referralWritten: (fact) => ({ finds: referred(fact) }),
  beddingLook: ({ axle, decision, faces }) => ({
    does: decision === 'accept' ? [{ act: 'bedded', place: { axle } }] : [],
    shows: [
      { proof: 'bedded', place: { axle }, isRight: decision === 'accept' },
      ...cornersOf(axle).map((corner) => ({
        proof: 'facesSound' as const,
        place: { corner },
        isRight: faces.every(
          (f) => f.corner !== corner || f.seen.every((s) => s === 'even' || s === 'blueRing' || s === 'ashEdge'),
        ),
      })),
    ],
  }),
  ductsUntaped: () => ({ does: [{ act: 'tapeRemoved', place: {} }] }),
  workDone: ({ items }) => ({
    does: items.includes('ductsOff')
      ? [
          { act: 'tapeRemoved', place: {} },
          { act: 'ductRefitted', place: {} },
        ]
      : items.includes('ducts')
        ? [{ act: 'ductRefitted', place: {} }]
        : [],
  }),
  carReleased: () => ({ does: [{ act: 'released', place: {} }] }),
  repairDone: ({ repair, ...at }) => ({ does: [{ act: repair, place: placeOf(at) }] }),
  recheckDone: ({ proof, isRight, ...at }) => {
    const place = ofWholeCar.has(proof) ? {} : placeOf(at);
    const fault = notRight[proof];
    return { finds: !isRight && fault ? [found(fault, place)] : [], shows: [{ proof, place, isRight }] };
  },
  // Facts of a part, not of a car: see readingOfPart.
  rotorsRefaced: says,
  backFromBedding: says,
  sentForBedding: says,
  boilingTest: says,
  moistureReading: says,
  bottleOpened: says,
  bottleLevel: says,
  withdrawal: says,
  wasteHandedOver: says,
  partsDecision: says,
  exchangeBegun: says,
  leakDownTest: says,
  nippleBled: says,
  clutchBled: says,
  stepSkipped: says,
  stepHandedOver: says,
  holdWaived: says,
  photoTaken: says,
  queueMove: ({ move }) => ({
    does: move.move === 'started' || move.move === 'foundMore' ? move.wants.flatMap(doneInQueue) : [],
    finds: move.move === 'said' ? move.complaints.map(complained) : move.move === 'referred' ? referred(move) : [],
  }),
  queueOrdered: says,
  crewAway: says,
  stockCounted: says,
  wearPartUsed: says,
  goodsReceived: says,
  beddingBegun: says,
  beddingDriven: says,
  roadUse: says,
  sessionDecision: says,
  diagnosisClosed: says,
  caseWeightsReset: says,
  eventClosed: says,
  faultLetPass: says,
  limitMoved: says,
  peakTakenOver: says,
};

export function readingOf<K extends FactKind>(fact: Extract<Fact, { kind: K }>, of: CarOf): Reading {
  return (readers[fact.kind as K] as Reader<K>)(fact, of);
}
