/** What of a car decides how hot its brakes get: each figure with where it came from and how sure it is. */
import { axleParts, compoundOf, padsAt, placeOf, rotorAt } from '../inventory';
import { thinnest } from '../pads';
import { pistonAreaMm2, sidesOf } from '../hydraulics';
import type { RotorMaterial } from '../heat';
import { ROTOR_KG_PER_M3 } from '../rotors';
import { type Logbook, remembered } from '../logbook';
import {
  type Axle,
  type Car,
  type Measure,
  type Origin,
  type PadSet,
  type RotorPair,
  type SessionPlan,
  axles,
  cornersOf,
  fromDefault,
  fromFact,
  fromRecord,
  usualSweptBandMm,
} from '../model';

export const heatInputKeys = [
  'massKg',
  'dragAreaM2',
  'tyreGrip',
  'wheelbaseMm',
  'cgHeightMm',
  'frontWeightPercent',
  'motorSharePercent',
  'motorPowerKw',
  'motorFrontPercent',
  'motorLeftPercent',
  'rearPressurePercent',
  'frontRadiusMm',
  'rearRadiusMm',
  'frontFriction',
  'rearFriction',
  'frontRotorKg',
  'rearRotorKg',
  'frontPadAreaMm2',
  'rearPadAreaMm2',
  'frontPadMm',
  'rearPadMm',
  'ductFactor',
  'airTempC',
] as const;
export type HeatInputKey = (typeof heatInputKeys)[number];

export interface HeatInput {
  value: number;
  /** Standard deviation as a share of the value; of the air in °C. */
  spread: number;
  /** What the spread would be if somebody measured it. */
  spreadMeasured: number;
  measure: Measure;
  origin: Origin;
  isDefault: boolean;
}
export type HeatInputs = Record<HeatInputKey, HeatInput>;

/** What of an axle's brakes is as it is. */
export interface HeatAxle {
  brake: 'fixedCaliper' | 'floatingCaliper' | 'drum';
  /** Of all pistons that push one way. */
  pistonAreaMm2: number;
  /** Fluid behind the pistons of one corner. */
  fluidMl: number;
  sides: 1 | 2;
  material: RotorMaterial;
  isVented: boolean;
  outerMm: number;
  innerMm: number;
  thicknessMm: number;
  /** Whether the rotors are on record. */
  isKnown: boolean;
}

const spreads: Record<HeatInputKey, { usual: number; measured: number; measure: Measure }> = {
  massKg: { usual: 0.15, measured: 0.015, measure: 'mass' },
  dragAreaM2: { usual: 0.2, measured: 0.06, measure: 'ratio' },
  tyreGrip: { usual: 0.1, measured: 0.06, measure: 'ratio' },
  wheelbaseMm: { usual: 0.05, measured: 0.005, measure: 'length' },
  cgHeightMm: { usual: 0.1, measured: 0.03, measure: 'length' },
  frontWeightPercent: { usual: 0.08, measured: 0.015, measure: 'share' },
  motorSharePercent: { usual: 0, measured: 0.2, measure: 'share' },
  motorPowerKw: { usual: 0.3, measured: 0.1, measure: 'ratio' },
  motorFrontPercent: { usual: 0, measured: 0, measure: 'share' },
  motorLeftPercent: { usual: 0, measured: 0.3, measure: 'share' },
  rearPressurePercent: { usual: 0.12, measured: 0.03, measure: 'share' },
  frontRadiusMm: { usual: 0.03, measured: 0.01, measure: 'length' },
  rearRadiusMm: { usual: 0.03, measured: 0.01, measure: 'length' },
  frontFriction: { usual: 0.1, measured: 0.05, measure: 'ratio' },
  rearFriction: { usual: 0.1, measured: 0.05, measure: 'ratio' },
  frontRotorKg: { usual: 0.12, measured: 0.01, measure: 'mass' },
  rearRotorKg: { usual: 0.12, measured: 0.01, measure: 'mass' },
  frontPadAreaMm2: { usual: 0.15, measured: 0.03, measure: 'area' },
  rearPadAreaMm2: { usual: 0.15, measured: 0.03, measure: 'area' },
  frontPadMm: { usual: 0.2, measured: 0.03, measure: 'length' },
  rearPadMm: { usual: 0.2, measured: 0.03, measure: 'length' },
  ductFactor: { usual: 0.1, measured: 0.04, measure: 'ratio' },
  airTempC: { usual: 3, measured: 3, measure: 'temperature' },
};

/** Until somebody has said it. Common practice, no source. */
const usual = {
  massKg: 1400,
  dragAreaM2: 0.68,
  tyreGrip: 1.05,
  wheelbaseMm: 2550,
  frontWeightPercent: 54,
  rearPressurePercent: 80,
  motorSharePercent: 0,
  motorPowerKw: 80,
  friction: 0.42,
  padMm: 10,
  ductFactor: 1.4,
} as const;
/** Centre of gravity over wheelbase. Common practice, no source. */
const CG_OVER_WHEELBASE = 0.195;
/** A rotor at least this thick is vented. Common practice, no source. */
const VENTED_FROM_MM = 17;
/** Of the volume of a vented ring, how much is iron; its hat weighs this much more. Calvik's own figures. */
const VENTED_FILL = 0.72;
const HAT_SHARE = 0.28;
/** Of the swept band, how much a pad covers. Common practice, no source. */
const PAD_COVERS = 0.15;
/** Fluid behind pistons that stand so far out, mm. Calvik's own figure. */
const BEHIND_PISTON_MM = 8;
/** A drum by its shoes, where nothing else is known. Calvik's own figures. */
const drum = { massKg: 5, outerMm: 230, innerMm: 150, thicknessMm: 12, radiusMm: 115, selfEnergising: 2.2 } as const;

/** Whether rotors are vented: as their record says, else by their thickness. */
export const isVentedPair = (pair: Pick<RotorPair, 'isVented' | 'newThicknessMm'>): boolean =>
  pair.isVented ?? pair.newThicknessMm >= VENTED_FROM_MM;

const ringArea = (outerMm: number, innerMm: number): number => (Math.PI / 4) * (outerMm ** 2 - innerMm ** 2);

/** What a rotor weighs by its size, kg. @example rotorMassKg({ outerMm: 330, innerMm: 220, thicknessMm: 32, isVented: true, material: 'greyIron' }) // 9.9 */
export const rotorMassKg = (
  r: Pick<HeatAxle, 'outerMm' | 'innerMm' | 'thicknessMm' | 'isVented' | 'material'>,
): number =>
  ringArea(r.outerMm, r.innerMm) *
  r.thicknessMm *
  1e-9 *
  ROTOR_KG_PER_M3[r.material] *
  (r.isVented ? VENTED_FILL : 1) *
  (1 + HAT_SHARE);

/** Parts that are in use, by the car and the axle that they belong to. */
const ownedBy = <T extends PadSet | RotorPair>(all: ReadonlyMap<string, T>): ReadonlyMap<string, T[]> =>
  remembered(all, 'by car and axle', [], () => {
    const found = new Map<string, T[]>();
    for (const part of all.values()) {
      if (part.archived || part.carId === null) continue;
      const key = `${part.carId} ${part.axle}`;
      const own = found.get(key);
      if (own) own.push(part);
      else found.set(key, [part]);
    }
    return found;
  });

/**
 * What is on an axle, or would be: where nobody has recorded a fitting, the one set or pair that belongs to this car. Two of a kind say nothing of which
 * is on.
 */
function partsOf(logbook: Logbook, car: Car, axle: Axle): { padSet: PadSet | null; rotorPair: RotorPair | null } {
  const { padSet, rotorPair } = axleParts(logbook, car, axle);
  const only = <T extends PadSet | RotorPair>(all: ReadonlyMap<string, T>): T | null => {
    const own = ownedBy(all).get(`${car.id} ${axle}`) ?? [];
    return own.length === 1 && placeOf(logbook, own[0]!.id).at === 'shelf' ? own[0]! : null;
  };
  return {
    padSet: padSet ?? only(logbook.padSets),
    rotorPair: rotorPair ?? only(logbook.rotorPairs),
  };
}

/** The brakes of one axle as they are on the car now. */
export function heatAxle(logbook: Logbook, car: Car, axle: Axle): HeatAxle {
  const brake = car[axle];
  const pair = partsOf(logbook, car, axle).rotorPair;
  const pistons = pistonAreaMm2(brake);
  const sides = sidesOf(brake);
  const base = {
    brake: brake.brake,
    pistonAreaMm2: pistons,
    sides,
    fluidMl: Math.min(45, Math.max(15, (pistons * sides * BEHIND_PISTON_MM) / 1000)),
  };
  if (brake.brake === 'drum') return { ...base, ...drum, material: 'greyIron', isVented: false, isKnown: true };
  const { outer, inner } = usualSweptBandMm[axle];
  const isKnown = pair !== null && !pair.isSizeAssumed;
  const [outerMm, innerMm] = isKnown ? [pair.sweptOuterDiameterMm, pair.sweptInnerDiameterMm] : [outer, inner];
  const thicknessMm = pair?.newThicknessMm ?? (axle === 'front' ? 26 : 18);
  return {
    ...base,
    material: pair?.material ?? 'greyIron',
    isVented: isVentedPair({ isVented: pair?.isVented ?? null, newThicknessMm: thicknessMm }),
    outerMm,
    innerMm,
    thicknessMm,
    isKnown,
  };
}

type Known = { value: number; origin: Origin } | null;

/** Everything that is known of a car, with a sane default where nobody has said it. */
export function heatInputs(
  logbook: Logbook,
  car: Car,
  airTempC: number,
): { inputs: HeatInputs; axles: Record<Axle, HeatAxle> } {
  const { heat } = car;
  const inputs = {} as HeatInputs;
  const put = (key: HeatInputKey, known: Known, fallback: number, why: string): void => {
    const { usual: spread, measured, measure } = spreads[key];
    inputs[key] = known
      ? { ...known, spread: measured, spreadMeasured: measured, measure, isDefault: false }
      : { value: fallback, origin: fromDefault(why), spread, spreadMeasured: measured, measure, isDefault: true };
  };
  const said = (value: number | null): Known =>
    value === null ? null : { value, origin: fromRecord(`${car.name}: typed in its heat figures`) };
  put('massKg', said(heat.massKg), usual.massKg, 'Usual car with driver');
  put('dragAreaM2', said(heat.dragAreaM2), usual.dragAreaM2, 'Usual road car');
  put('tyreGrip', said(heat.tyreGrip), usual.tyreGrip, 'Usual track tyre');
  put('wheelbaseMm', said(heat.wheelbaseMm), usual.wheelbaseMm, 'Usual car');
  put(
    'cgHeightMm',
    said(heat.cgHeightMm),
    CG_OVER_WHEELBASE * inputs.wheelbaseMm.value,
    `${CG_OVER_WHEELBASE} of the wheelbase`,
  );
  put('frontWeightPercent', said(heat.frontWeightPercent), usual.frontWeightPercent, 'Engine in front');
  put('motorSharePercent', said(heat.motorSharePercent), usual.motorSharePercent, 'No motors that brake');
  put('motorPowerKw', said(heat.motorPowerKw ?? null), usual.motorPowerKw, 'Usual motors');
  const motorFront = { front: 100, rear: 0, both: 50 };
  put(
    'motorFrontPercent',
    said(heat.motorAxle ? motorFront[heat.motorAxle] : null),
    motorFront.both,
    'Motors at both axles',
  );
  put('motorLeftPercent', said(heat.motorLeftPercent ?? null), 0, 'Nothing with the battery full or hot');
  put('rearPressurePercent', said(heat.rearPressurePercent), usual.rearPressurePercent, 'Usual proportioning');
  const found = {} as Record<Axle, HeatAxle>;
  for (const axle of axles) {
    const a = heatAxle(logbook, car, axle);
    found[axle] = a;
    const isDrum = a.brake === 'drum';
    const { padSet, rotorPair } = partsOf(logbook, car, axle);
    put(
      `${axle}RadiusMm`,
      said(heat.effectiveRadiusMm[axle]),
      isDrum ? drum.radiusMm : (a.outerMm + a.innerMm) / 4,
      isDrum ? 'Usual drum' : 'Middle of the swept band',
    );
    const compound = compoundOf(logbook, padSet);
    put(
      `${axle}Friction`,
      compound?.friction ? { value: compound.friction, origin: fromRecord(`Compound ${compound.name}`) } : null,
      usual.friction,
      'Usual pad',
    );
    const weighed = cornersOf(axle)
      .map((c) => rotorAt(logbook, car, c))
      .find((m) => m?.massKg);
    put(
      `${axle}RotorKg`,
      weighed?.massKg
        ? { value: weighed.massKg, origin: fromFact(weighed.id, 'Weighed') }
        : rotorPair?.newMassKg
          ? { value: rotorPair.newMassKg, origin: fromRecord(`Rotors ${rotorPair.label}, when new`) }
          : null,
      isDrum ? drum.massKg : rotorMassKg(a),
      isDrum ? 'Usual drum' : a.isKnown ? 'By its size' : 'Usual rotor',
    );
    put(
      `${axle}PadAreaMm2`,
      padSet?.padAreaMm2 ? { value: padSet.padAreaMm2, origin: fromRecord(`Pads ${padSet.label}`) } : null,
      ringArea(a.outerMm, a.innerMm) * PAD_COVERS,
      `${Math.round(PAD_COVERS * 100)} % of the swept band`,
    );
    const readings = cornersOf(axle).flatMap((c) => padsAt(logbook, car, c) ?? []);
    const thin = readings.length > 0 ? Math.min(...readings.map(thinnest)) : null;
    put(
      `${axle}PadMm`,
      thin !== null
        ? { value: Math.max(1, thin), origin: fromFact(readings[0]!.id, 'Measured, thinnest') }
        : padSet
          ? { value: padSet.newThicknessMm, origin: fromRecord(`Pads ${padSet.label}, when new`) }
          : null,
      isDrum ? 5 : usual.padMm,
      'Usual pad',
    );
  }
  put('ductFactor', null, usual.ductFactor, 'Usual ducts');
  put('airTempC', { value: airTempC, origin: fromRecord('Air temperature of the session') }, airTempC, '');
  return { inputs, axles: found };
}

/**
 * How much of the motors' braking there is in a session, 0 to 1. A plan reckons with a battery that is full or hot: that may happen on any lap. Of a session
 * of which nobody knows, half way between.
 */
export function motorsLeft(inputs: HeatInputs, { battery = 'fullOrHot' }: Pick<SessionPlan, 'battery'>): number {
  const left = inputs.motorLeftPercent.value / 100;
  return { takesCharge: 1, fullOrHot: left, unknown: (1 + left) / 2 }[battery];
}

/** Drum brakes help themselves: the shoes push on. */
export const selfEnergising = (a: HeatAxle): number => (a.brake === 'drum' ? drum.selfEnergising : 1);
