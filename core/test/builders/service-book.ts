/** A whole service on one car, fact by fact, in which everything is in order: tests take one fact away or put one wrong. */
import { bleedSequence } from '../../src/hydraulics';
import { type Logbook, defaultBrakeSheet } from '../../src/logbook';
import {
  type BrakeSheet,
  type Bottle,
  type Car,
  type Corner,
  type Fact,
  type Fastener,
  type Finding,
  type LimitsOfMoment,
  type Job,
  type PadSet,
  type RotorPair,
  corners,
  traceOf,
  recordDefaults,
} from '../../src/model';
import { judgeService } from '../../src/service';
import { readingsWanted, tighteningOrder } from '../../src/torque';
import { book, compoundNamed, makeBottle, makeCar, makeFluid, newId } from './book';

const common = { version: 1, archived: false };
export const LEAD = newId();
export const TECH = newId();
export const OTHER = newId();
export const crew = [
  { ...common, id: LEAD, name: 'Ines Ferrant', role: 'lead' as const },
  { ...common, id: TECH, name: 'Tove Loy', role: 'technician' as const },
  { ...common, id: OTHER, name: 'Rask Amiel', role: 'technician' as const },
];
export const car = makeCar();
export const fluid = makeFluid();
export const bottle = makeBottle(fluid.id, { sizeMl: 2000 });
export const job: Job = {
  ...common,
  ...recordDefaults.jobs,
  id: newId(),
  kind: 'service',
  carId: car.id,
  eventId: null,
  crewId: TECH,
  startAt: '2026-05-04T07:00:00.000Z',
  durationMin: 120,
  notes: '',
};
export const makePadSet = (over: Partial<PadSet> = {}): PadSet => ({
  ...common,
  id: newId(),
  label: 'P-1',
  compoundId: compoundNamed('Kerren R2').id,
  padAreaMm2: null,
  axle: 'front',
  use: 'track',
  isLining: false,
  carId: null,
  rotorPairId: null,
  newThicknessMm: 12,
  limitMm: null,
  hasSensorSlot: false,
  isDirectional: false,
  notes: '',
  ...over,
});
export const makeRotorPair = (over: Partial<RotorPair> = {}): RotorPair => ({
  ...common,
  id: newId(),
  label: 'R-1',
  axle: 'front',
  carId: null,
  material: 'greyIron',
  isVented: null,
  minMassKg: null,
  newThicknessMm: 32,
  discardThicknessMm: 30.4,
  sweptOuterDiameterMm: 330,
  sweptInnerDiameterMm: 220,
  isSizeAssumed: false,
  newMassKg: 9.5,
  face: 'slotted',
  hasCurvedVanes: true,
  isTwoPiece: false,
  notes: '',
  ...over,
});

/** Figures for every fastener, invented. */
export const fullSheet = (of: Car = car, over: Partial<BrakeSheet> = {}): BrakeSheet => {
  const sheet = defaultBrakeSheet(of);
  const figure: Partial<Record<Fastener['group'], number>> = {
    wheel: 110,
    bleedNipple: 10,
    hose: 20,
    slidePin: 28,
    bracket: 105,
    caliper: 85,
    padPin: 15,
  };
  return {
    ...sheet,
    ...common,
    id: newId(),
    fasteners: sheet.fasteners.map((f) => ({
      ...f,
      torqueNm: figure[f.group] ?? 50,
      source: 'Workshop sheet T-1, page 3',
    })),
    ...over,
  };
};

let minute = 0;
/** The next moment of the working day. */
const next = (): string => new Date(Date.parse('2026-05-04T07:00:00.000Z') + ++minute * 60_000).toISOString();
export const at = (
  over: object = {},
): Pick<Fact, 'id' | 'at' | 'recordedAt' | 'by'> & { carId: string; jobId: string } => {
  const moment = next();
  return { id: newId(), at: moment, recordedAt: moment, by: TECH, carId: car.id, jobId: job.id, ...over };
};
type Of<K extends Fact['kind']> = Extract<Fact, { kind: K }>;
type Body<K extends Fact['kind']> = Partial<Of<K>>;

export const pedal = (moment: 'baseline' | 'gate', over: Body<'pedalCheck'> = {}): Fact =>
  ({
    ...at(),
    kind: 'pedalCheck',
    moment,
    feel: 'firm',
    strokes: 4,
    heldSeconds: 15,
    sinks: false,
    dropsWithEngine: true,
    ...over,
  }) as Fact;
const face = (thicknessMm: number) => ({ thicknessMm, otherEndMm: null, conditions: [], isSeen: true });
export const pads = (
  corner: Corner,
  mm: number | [number, number],
  over: Body<'padMeasurement'> = {},
): Of<'padMeasurement'> => {
  const [inner, outer] = typeof mm === 'number' ? [mm, mm] : mm;
  return {
    ...at(),
    kind: 'padMeasurement',
    corner,
    padSetId: null,
    inner: face(inner),
    outer: face(outer),
    hatClearanceMm: 4,
    instrument: 'byHand',
    ...over,
  } as Of<'padMeasurement'>;
};
export const rotor = (corner: Corner, mm: number, over: Body<'rotorMeasurement'> = {}): Of<'rotorMeasurement'> =>
  ({
    ...at(),
    kind: 'rotorMeasurement',
    corner,
    rotorPairId: null,
    thicknessesMm: Array.from({ length: 8 }, () => mm),
    runoutMm: 0.03,
    lipMm: 0.2,
    massKg: null,
    crack: 'none',
    crackLengthMm: null,
    discardThicknessMm: mm - 2,
    wearMarksGone: false,
    transferLayer: 'even',
    instrument: 'byHand',
    ...over,
  }) as Of<'rotorMeasurement'>;
export const wheelBearing = (corner: Corner, playMm: number): Fact =>
  ({ ...at(), kind: 'wheelBearingMeasurement', corner, playMm, method: 'rim' }) as Fact;
export const checks = (step: string, items: [string, Corner | null, 'ok' | 'fault'][]): Fact =>
  ({
    ...at(),
    kind: 'checksDone',
    step,
    items: items.map(([check, corner, result]) => ({ check, corner, result, remark: '' })),
  }) as Fact;
export const decision = (
  subject: 'pads' | 'rotors' | 'hoses' | 'other',
  axle: 'front' | 'rear',
  over: Body<'partsDecision'> = {},
): Fact =>
  ({
    ...at(),
    kind: 'partsDecision',
    subject,
    axle,
    corner: null,
    action: 'keep',
    padSetId: null,
    rotorPairId: null,
    reason: 'Enough left.',
    ...over,
  }) as Fact;
export const torqueSet = (f: Fastener, corner: Corner, over: Body<'torqueSet'> = {}): Fact =>
  ({
    ...at(),
    kind: 'torqueSet',
    fastenerKey: f.key,
    corner,
    readingsNm: Array.from({ length: readingsWanted(f) }, () => f.torqueNm ?? 1),
    condition: f.condition,
    newBolts: null,
    threadLocker: null,
    angleDone: null,
    wrench: 'W-2',
    calibratedOn: '2026-01-10',
    instrument: 'byHand',
    ...over,
  }) as Fact;
export const begun = (over: Body<'exchangeBegun'> = {}): Of<'exchangeBegun'> =>
  ({
    ...at(),
    kind: 'exchangeBegun',
    scope: 'full',
    method: 'pedalTwo',
    bottleId: bottle.id,
    drawnOffMl: 230,
    refillMl: 230,
    pressureKpa: null,
    wantedNewPercent: 95,
    ...over,
  }) as Of<'exchangeBegun'>;
export const drawn = (exchangeId: string, index: number, over: Body<'nippleBled'> = {}): Of<'nippleBled'> =>
  ({
    ...at(),
    kind: 'nippleBled',
    exchangeId,
    index,
    ...bleedSequence(car)[index]!,
    bottleId: bottle.id,
    volumeMl: 120,
    lowestLevelMl: 150,
    toppedUpMl: 120,
    ranClean: true,
    bubbles: 'none',
    isShut: true,
    torqueNm: 10,
    isCapped: true,
    ...over,
  }) as Of<'nippleBled'>;

/** Every fact of a service in which nothing is wrong, but for the signature. */
/** The level as it is set at the end. */
export const levelSet = (levelMl = 230): Fact =>
  ({ ...at(), kind: 'reservoirSeen', moment: 'final', levelMl, colour: 'clear', basket: 'clean' }) as Fact;

export function wholeService(sheet: BrakeSheet = fullSheet()): Fact[] {
  const exchange = begun();
  return [
    pedal('baseline', { feel: 'acceptable' }),
    { ...at(), kind: 'driverReport', complaints: [], words: '' } as Fact,
    { ...at(), kind: 'reservoirSeen', moment: 'intake', levelMl: 240, colour: 'amber', basket: 'clean' } as Fact,
    {
      ...at(),
      kind: 'boilingTest',
      readingC: 282,
      ambientKpa: 101.325,
      ambientFrom: 'barometer',
      instrument: 'byHand',
    } as Fact,
    checks('ground', [
      ['nutsCracked', null, 'ok'],
      ['chocked', null, 'ok'],
      ['onStands', null, 'ok'],
      ['wheelsOff', null, 'ok'],
    ]),
    ...corners.map((c) => pads(c, 9)),
    ...corners.map((c) => rotor(c, 31.5)),
    ...corners.map((c) => wheelBearing(c, 0.2)),
    checks('look', [
      ['hoses', null, 'ok'],
      ['seals', null, 'ok'],
      ['leaks', null, 'ok'],
      ['hubs', null, 'ok'],
    ]),
    ...(['pads', 'rotors'] as const).flatMap((subject) =>
      (['front', 'rear'] as const).map((axle) => decision(subject, axle)),
    ),
    exchange,
    ...bleedSequence(car).map((_, i) => drawn(exchange.id, i)),
    levelSet(230),
    pedal('gate'),
    checks('down', [
      ['unionsUnderPedal', null, 'ok'],
      ['wheelsTurnFree', null, 'ok'],
      ['wheelsOn', null, 'ok'],
    ]),
    ...sheet.fasteners
      .filter((f) => f.group === 'wheel')
      .flatMap((f) => corners.filter((c) => c.startsWith('F') === (f.axle === 'front')).map((c) => torqueSet(f, c))),
  ];
}

export const signature = (limits: LimitsOfMoment | null = null): Fact =>
  ({ ...at({ at: '2026-05-04T18:00:00.000Z' }), kind: 'carReleased', openItems: [], limits }) as Fact;
/** The lead's word on one finding, as it stands. */
export const waive = (finding: Finding, by = LEAD): Fact =>
  ({ ...at({ by }), kind: 'holdWaived', finding: traceOf(finding), reason: 'Looked at together.' }) as Fact;

const pairs = [makeRotorPair(), makeRotorPair({ axle: 'rear', label: 'R-2' })];
export const today = '2026-05-04';
export const logbookOf = (
  facts: Fact[],
  {
    sheet = fullSheet(),
    padSets = [],
    rotorPairs = pairs,
    otherCars = [],
    otherBottles = [],
  }: {
    sheet?: BrakeSheet | null;
    padSets?: PadSet[];
    rotorPairs?: RotorPair[];
    /** Beside the car and the bottle of the service. */
    otherCars?: Car[];
    otherBottles?: Bottle[];
  } = {},
): Logbook =>
  book(
    {
      crew,
      cars: [car, ...otherCars],
      fluids: [fluid],
      bottles: [bottle, ...otherBottles],
      jobs: [job],
      padSets,
      rotorPairs,
      ...(sheet ? { brakeSheets: [sheet] } : {}),
    },
    facts,
  );
export const judged = (facts: Fact[], records: Parameters<typeof logbookOf>[1] = {}) =>
  judgeService(logbookOf(facts, records), job, today)!;
export { tighteningOrder };
