/** The demo shop's pads, rotors, sheets and services. Invented, like everything in the demo. */
import {
  type BrakeSheet,
  type Car,
  type Corner,
  type Fact,
  type Fastener,
  type Instant,
  type Job,
  type PadSet,
  type RecordOf,
  type RotorPair,
  cornersOf,
  corners,
  defaultBrakeSheet,
  readingsWanted,
  recordDefaults,
} from '@calvik/core';

const common = { version: 0, archived: false };

/** What the service demo needs of the rest of the demo. */
export interface DemoContext {
  /** The wrench that everything was tightened with. */
  wrench: RecordOf<'wrenches'>;
  newId: (moment: Instant) => string;
  at: (daysAgo: number, time?: string) => Instant;
  car: (key: string) => Car;
  crew: Record<string, string>;
  wobble: () => number;
  /** Id of a compound by its name. */
  compound: (name: string) => string;
}

interface Axle {
  pads: { label: string; compound: string; newMm: number; mm: [inner: number, outer: number] };
  rotors: {
    label: string;
    newMm: number;
    discardMm: number;
    outerMm: number;
    innerMm: number;
    kg: number;
    mm: number;
  } & {
    /** Of carbon-ceramic: the least that one may weigh, and what it weighed. */
    ceramic?: { minKg: number; weighedKg: number };
  };
}

/** Cars whose brakes are on record, with what was measured at their last service. */
const measured: { key: string; daysAgo: number; by: string; front: Axle; rear: Axle }[] = [
  {
    key: 'v1',
    daysAgo: 69,
    by: 'tove',
    front: {
      pads: { label: 'P-001', compound: 'Kerren R2', newMm: 12, mm: [8.4, 8.1] },
      rotors: { label: 'R-001', newMm: 32, discardMm: 30, outerMm: 330, innerMm: 218, kg: 9.6, mm: 31.42 },
    },
    rear: {
      pads: { label: 'P-002', compound: 'Kerren R1', newMm: 11, mm: [8.8, 8.6] },
      rotors: { label: 'R-002', newMm: 24, discardMm: 22.4, outerMm: 300, innerMm: 210, kg: 6.2, mm: 23.61 },
    },
  },
  {
    key: 't1',
    daysAgo: 124,
    by: 'bram',
    front: {
      pads: { label: 'P-003', compound: 'Holt Sprint', newMm: 11, mm: [7.2, 7.4] },
      rotors: { label: 'R-003', newMm: 25, discardMm: 23, outerMm: 288, innerMm: 200, kg: 6.8, mm: 24.38 },
    },
    rear: {
      pads: { label: 'P-004', compound: 'Holt Sprint', newMm: 10, mm: [7.9, 8.1] },
      rotors: { label: 'R-004', newMm: 10, discardMm: 8, outerMm: 253, innerMm: 180, kg: 3.6, mm: 9.62 },
    },
  },
  {
    key: 'k1',
    daysAgo: 79,
    by: 'sanna',
    front: {
      pads: { label: 'P-005', compound: 'Kerren R2', newMm: 12, mm: [9.1, 9.4] },
      rotors: { label: 'R-005', newMm: 28, discardMm: 26, outerMm: 320, innerMm: 215, kg: 8.1, mm: 27.5 },
    },
    rear: {
      pads: { label: 'P-006', compound: 'Kerren R1', newMm: 10, mm: [8.2, 8.3] },
      rotors: { label: 'R-006', newMm: 12, discardMm: 10.4, outerMm: 280, innerMm: 205, kg: 4.4, mm: 11.7 },
    },
  },
  {
    key: 'v2',
    daysAgo: 64,
    by: 'bram',
    front: {
      pads: { label: 'P-021', compound: 'Kerren R2', newMm: 14, mm: [9.8, 9.6] },
      rotors: { label: 'R-021', newMm: 32, discardMm: 30, outerMm: 355, innerMm: 236, kg: 10.4, mm: 31.6 },
    },
    rear: {
      pads: { label: 'P-022', compound: 'Kerren R1', newMm: 12, mm: [9.4, 9.3] },
      rotors: { label: 'R-022', newMm: 28, discardMm: 26.4, outerMm: 330, innerMm: 228, kg: 8.2, mm: 27.7 },
    },
  },
  {
    key: 't2',
    daysAgo: 63,
    by: 'sanna',
    front: {
      pads: { label: 'P-023', compound: 'Holt Sprint', newMm: 12, mm: [8.6, 8.5] },
      rotors: { label: 'R-023', newMm: 25, discardMm: 23.2, outerMm: 295, innerMm: 200, kg: 6.4, mm: 24.7 },
    },
    rear: {
      pads: { label: 'P-024', compound: 'Holt Sprint', newMm: 11, mm: [8.8, 8.7] },
      rotors: { label: 'R-024', newMm: 20, discardMm: 18.4, outerMm: 280, innerMm: 196, kg: 5.2, mm: 19.8 },
    },
  },
  {
    key: 'q2',
    daysAgo: 4,
    by: 'sanna',
    front: {
      pads: { label: 'P-031', compound: 'Kerren R2', newMm: 13, mm: [10.2, 10.1] },
      rotors: {
        label: 'R-031',
        newMm: 28,
        discardMm: 26.2,
        outerMm: 315,
        innerMm: 212,
        kg: 5.24,
        mm: 27.9,
        ceramic: { minKg: 5.08, weighedKg: 5.19 },
      },
    },
    rear: {
      pads: { label: 'P-032', compound: 'Kerren R1', newMm: 11, mm: [9.2, 9.1] },
      rotors: { label: 'R-032', newMm: 14, discardMm: 12.4, outerMm: 285, innerMm: 200, kg: 4.9, mm: 13.7 },
    },
  },
  {
    key: 'a1',
    daysAgo: 6,
    by: 'bram',
    front: {
      pads: { label: 'P-033', compound: 'Holt Sprint', newMm: 12, mm: [9.6, 9.7] },
      rotors: { label: 'R-033', newMm: 22, discardMm: 20.4, outerMm: 278, innerMm: 190, kg: 6.1, mm: 21.7 },
    },
    rear: {
      pads: { label: 'P-034', compound: 'Holt Sprint', newMm: 11, mm: [9.4, 9.4] },
      rotors: { label: 'R-034', newMm: 11, discardMm: 9.4, outerMm: 260, innerMm: 182, kg: 3.9, mm: 10.8 },
    },
  },
];

/** Sets on the shelf: a car's own, or stock. */
const shelf: {
  label: string;
  compound: string;
  axle: 'front' | 'rear';
  use: PadSet['use'];
  newMm: number;
  car?: string;
  tiedTo?: string;
  lining?: boolean;
}[] = [
  { label: 'P-011', compound: 'Kerren R2', axle: 'front', use: 'track', newMm: 12, car: 'v1', tiedTo: 'R-001' },
  { label: 'P-012', compound: 'Lantry Road', axle: 'front', use: 'road', newMm: 12.5, car: 'v1' },
  { label: 'P-013', compound: 'Holt Sprint', axle: 'front', use: 'track', newMm: 12 },
  { label: 'P-014', compound: 'Kerren R1', axle: 'rear', use: 'track', newMm: 11 },
  { label: 'P-015', compound: 'Lantry Lining', axle: 'rear', use: 'road', newMm: 5.5, lining: true },
];

/** Invented torque figures, N·m, by group; one is missing on purpose: somebody must find it before the car goes out. */
const figures: Partial<Record<Fastener['group'], number>> = {
  wheel: 115,
  bleedNipple: 11,
  hose: 22,
  slidePin: 28,
  bracket: 108,
  caliper: 88,
};

function sheetFor(car: Car, id: string, over: Partial<BrakeSheet>): BrakeSheet {
  const sheet = defaultBrakeSheet(car);
  return {
    ...sheet,
    ...common,
    id,
    fasteners: sheet.fasteners.map((f) => {
      const torqueNm = figures[f.group] ?? null;
      return {
        ...f,
        torqueNm,
        source: torqueNm === null ? '' : `${car.make} sheet B-4, page ${f.axle === 'front' ? 2 : 3}`,
      };
    }),
    ...over,
  };
}

export interface DemoService {
  brakeSheets: BrakeSheet[];
  rotorPairs: RotorPair[];
  padSets: PadSet[];
  jobs: Job[];
  facts: Fact[];
}

/** Sheets, parts, a past service for each measured car, and the services planned for the next days. */
export function demoService(ctx: DemoContext, nextEventId: string): DemoService {
  const made: DemoService = { brakeSheets: [], rotorPairs: [], padSets: [], jobs: [], facts: [] };
  const longAgo = ctx.at(200);
  const idOfRotors: Record<string, string> = {};

  for (const m of measured) {
    const car = ctx.car(m.key);
    const ids = {} as Record<'front' | 'rear', { pads: string; rotors: string }>;
    for (const axle of ['front', 'rear'] as const) {
      const { pads, rotors } = m[axle];
      ids[axle] = { pads: ctx.newId(longAgo), rotors: ctx.newId(longAgo) };
      idOfRotors[rotors.label] = ids[axle].rotors;
      made.rotorPairs.push({
        ...common,
        id: ids[axle].rotors,
        label: rotors.label,
        axle,
        carId: car.id,
        ...recordDefaults.rotorPairs,
        material: rotors.ceramic ? 'carbonCeramic' : 'greyIron',
        minMassKg: rotors.ceramic?.minKg ?? null,
        newThicknessMm: rotors.newMm,
        discardThicknessMm: rotors.ceramic ? null : rotors.discardMm,
        sweptOuterDiameterMm: rotors.outerMm,
        sweptInnerDiameterMm: rotors.innerMm,
        newMassKg: rotors.kg,
        face: axle === 'front' ? 'slotted' : 'plain',
        hasCurvedVanes: axle === 'front',
        isTwoPiece: false,
        notes: '',
      });
      made.padSets.push({
        ...common,
        id: ids[axle].pads,
        label: pads.label,
        compoundId: ctx.compound(pads.compound),
        padAreaMm2: null,
        axle,
        use: 'track',
        isLining: false,
        carId: car.id,
        rotorPairId: ids[axle].rotors,
        newThicknessMm: pads.newMm,
        limitMm: null,
        hasSensorSlot: false,
        isDirectional: axle === 'front',
        notes: '',
      });
    }
    made.brakeSheets.push(
      sheetFor(car, ctx.newId(longAgo), {
        hasDucts: m.key === 'v1',
        parkingBrake: m.key === 'k1' ? 'electric' : 'cable',
        padLimitMm: { front: 3, rear: 2.5 },
      }),
    );
    pastService(made, ctx, m, car, ids);
  }

  for (const s of shelf) {
    made.padSets.push({
      ...common,
      id: ctx.newId(longAgo),
      label: s.label,
      compoundId: ctx.compound(s.compound),
      padAreaMm2: null,
      axle: s.axle,
      use: s.use,
      isLining: s.lining ?? false,
      carId: s.car ? ctx.car(s.car).id : null,
      rotorPairId: s.tiedTo ? idOfRotors[s.tiedTo]! : null,
      newThicknessMm: s.newMm,
      limitMm: null,
      hasSensorSlot: s.use === 'road',
      isDirectional: false,
      notes: '',
    });
  }
  const plan = (key: string, who: string, inDays: number, time: string): void => {
    made.jobs.push({
      ...common,
      id: ctx.newId(ctx.at(1)),
      ...recordDefaults.jobs,
      kind: 'service',
      carId: ctx.car(key).id,
      eventId: nextEventId,
      crewId: ctx.crew[who]!,
      startAt: ctx.at(-inDays, time),
      durationMin: 120,
      notes: '',
    });
  };
  plan('v1', 'tove', 0, '08:30');
  plan('t1', 'bram', 0, '13:00');
  plan('k1', 'sanna', 2, '13:30');
  return made;
}

/** How long an entry took, where it was more than a look. */
const secondsOf: Partial<Record<Fact['kind'], number>> = { padMeasurement: 210, rotorMeasurement: 260, torqueSet: 120 };

/** A service of the past, in which everything was in order: the figures that today's are compared with. */
function pastService(
  made: DemoService,
  ctx: DemoContext,
  m: (typeof measured)[number],
  car: Car,
  ids: Record<'front' | 'rear', { pads: string; rotors: string }>,
): void {
  const job: Job = {
    ...common,
    id: ctx.newId(ctx.at(m.daysAgo + 3)),
    ...recordDefaults.jobs,
    kind: 'service',
    carId: car.id,
    eventId: null,
    crewId: ctx.crew[m.by]!,
    startAt: ctx.at(m.daysAgo, '08:00'),
    durationMin: 120,
    notes: '',
  };
  made.jobs.push(job);
  const sheet = made.brakeSheets.at(-1)!;
  let second = 0;
  const add = (fact: object): void => {
    second += secondsOf[(fact as Fact).kind] ?? 90;
    const moment = new Date(Date.parse(job.startAt) + second * 1000).toISOString();
    made.facts.push({
      id: ctx.newId(moment),
      at: moment,
      recordedAt: moment,
      by: ctx.crew[m.by]!,
      carId: car.id,
      jobId: job.id,
      ...fact,
    } as Fact);
  };
  const ok = (check: string): object => ({ check, corner: null, result: 'ok', remark: '' });
  const near = (mm: number, by = 0.2): number => Math.round((mm + (ctx.wobble() - 0.5) * by) * 100) / 100;
  add({
    kind: 'pedalCheck',
    moment: 'baseline',
    feel: 'firm',
    strokes: 2,
    heldSeconds: 10,
    sinks: false,
    dropsWithEngine: true,
  });
  add({ kind: 'driverReport', complaints: [], words: '' });
  add({ kind: 'reservoirSeen', moment: 'intake', levelMl: 255, colour: 'straw', basket: 'clean' });
  add({ kind: 'stepSkipped', step: 'boil', reason: 'Flushed yesterday.' });
  add({
    kind: 'checksDone',
    step: 'ground',
    items: [
      'nutsCracked',
      'chocked',
      'onStands',
      ...(sheet.parkingBrake === 'electric' ? ['parkingBrakeService'] : []),
      'wheelsOff',
    ].map(ok),
  });
  for (const axle of ['front', 'rear'] as const) {
    add({ kind: 'partsFitted', axle, padSetId: ids[axle].pads, rotorPairId: ids[axle].rotors, changed: 'none' });
  }
  const face = (mm: number): object => ({
    thicknessMm: Math.round(near(mm) * 10) / 10,
    otherEndMm: null,
    conditions: [],
    isSeen: true,
  });
  for (const corner of corners as readonly Corner[]) {
    const axle = corner.startsWith('F') ? 'front' : 'rear';
    const { pads, rotors } = m[axle];
    add({
      kind: 'padMeasurement',
      corner,
      padSetId: ids[axle].pads,
      inner: face(pads.mm[0]),
      outer: face(pads.mm[1]),
      hatClearanceMm: 4,
      instrument: 'byHand',
    });
    const least = near(rotors.mm, 0.06);
    add({
      kind: 'rotorMeasurement',
      corner,
      rotorPairId: ids[axle].rotors,
      thicknessesMm: Array.from({ length: 8 }, (_, i) => Math.round((least + (i % 3) * 0.004) * 1000) / 1000),
      runoutMm: 0.03,
      lipMm: 0.2,
      massKg: rotors.ceramic?.weighedKg ?? null,
      crack: axle === 'front' ? 'crazing' : 'none',
      crackLengthMm: null,
      wearMarksGone: false,
      transferLayer: 'even',
      instrument: 'byHand',
    });
    add({ kind: 'wheelBearingMeasurement', corner, playMm: 0.1, method: 'rim' });
  }
  add({
    kind: 'checksDone',
    step: 'look',
    items: ['hoses', 'seals', 'leaks', 'hubs', ...(sheet.hasDucts ? ['ductsSound'] : [])].map(ok),
  });
  for (const axle of ['front', 'rear'])
    for (const subject of ['pads', 'rotors'])
      add({
        kind: 'partsDecision',
        subject,
        axle,
        corner: null,
        action: 'keep',
        padSetId: null,
        rotorPairId: null,
        reason: 'Enough left for the event.',
      });
  add({ kind: 'stepSkipped', step: 'exchange', reason: 'Flushed yesterday.' });
  for (const f of sheet.fasteners.filter((x) => x.torqueNm !== null && !['bleedNipple', 'hose'].includes(x.group))) {
    for (const corner of cornersOf(f.axle)) {
      add({
        kind: 'torqueSet',
        fastenerKey: f.key,
        corner,
        readingsNm: Array.from({ length: readingsWanted(f) }, () => near(f.torqueNm!, 2)),
        condition: f.condition,
        newBolts: null,
        threadLocker: null,
        angleDone: null,
        wrenchId: ctx.wrench.id,
        wrench: ctx.wrench.label,
        calibratedOn: ctx.wrench.calibratedOn,
        instrument: 'byHand',
      });
    }
  }
  add({ kind: 'reservoirSeen', moment: 'final', levelMl: 265, colour: 'straw', basket: 'clean' });
  add({
    kind: 'pedalCheck',
    moment: 'gate',
    feel: 'firm',
    strokes: 3,
    heldSeconds: 15,
    sinks: false,
    dropsWithEngine: true,
  });
  add({
    kind: 'checksDone',
    step: 'down',
    items: [
      'unionsUnderPedal',
      'wheelsTurnFree',
      ...(sheet.parkingBrake === 'electric' ? ['parkingBrakeNormal'] : []),
      ...(sheet.hasDucts ? ['ductsFitted'] : []),
      'wheelsOn',
    ].map(ok),
  });
  add({ kind: 'carReleased', openItems: [], limits: null });
}
