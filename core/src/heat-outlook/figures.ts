/** The outlook as figures with their working, down to the zones, the car's figures and what was read. */
import {
  type Axle,
  type Figure,
  type Measure,
  type Origin,
  type WorkingInput,
  fromConstant,
  fromFact,
  fromRecord,
  input,
  inputOf,
  makeFigure,
} from '../model';
import { type DrivePiece, GRAVITY, brakeEnergyJ } from '../heat';
import type { HeatCase } from './case';
import { heatedCarOf, piecesOf } from './drive';
import { type HeatInputKey, heatInputKeys } from './inputs';
import { type HeatOutlook, type HeatPart, edgeOf } from './outlook';

/** What a figure of the car is called in a working. */
export const heatInputNames: Record<HeatInputKey, string> = {
  massKg: 'car with driver',
  dragAreaM2: 'drag area, m²',
  tyreGrip: 'tyre grip, g',
  wheelbaseMm: 'wheelbase',
  cgHeightMm: 'height of the centre of gravity',
  frontWeightPercent: 'weight on the front axle',
  motorSharePercent: 'braked by motors',
  motorPowerKw: 'motors at most, kW',
  motorFrontPercent: 'motors at the front axle',
  motorLeftPercent: 'left of it with the battery full or hot',
  rearPressurePercent: 'pressure at the rear',
  frontRadiusMm: 'effective radius, front',
  rearRadiusMm: 'effective radius, rear',
  frontFriction: 'pad friction, front',
  rearFriction: 'pad friction, rear',
  frontRotorKg: 'one front rotor',
  rearRotorKg: 'one rear rotor',
  frontPadAreaMm2: 'area of one front pad',
  rearPadAreaMm2: 'area of one rear pad',
  frontPadMm: 'front pads',
  rearPadMm: 'rear pads',
  ductFactor: 'ducts shed more by',
  airTempC: 'air',
};

const NETWORK =
  'Heat network of rotor, pads, caliper and fluid over the whole session; docs/sources.md names what it stands on';

/** What the brakes take in one zone: its energy, how hard, shared how, and the power as the pedal goes down. */
function zoneWork(c: HeatCase, { fromMPerS, toMPerS, seconds, slope = 0 }: DrivePiece): string {
  const { moving, frontShareAt } = heatedCarOf(c, c.session);
  const decelMPerS2 = (fromMPerS - toMPerS) / seconds;
  const energyJ = (to: number): number => brakeEnergyJ(moving, { fromMPerS, toMPerS: to, decelMPerS2, slope });
  const firstS = Math.min(seconds, 0.05);
  const powerW = energyJ(fromMPerS - decelMPerS2 * firstS) / firstS;
  return `${Math.round(energyJ(toMPerS) / 1000)} kJ, ${(decelMPerS2 / GRAVITY).toFixed(2)} g, front ${Math.round(100 * frontShareAt(decelMPerS2))} %, ${Math.round(powerW / 1000)} kW at first`;
}

/** What a peak is reckoned from. */
function inputsOf(c: HeatCase, venueName: string): WorkingInput[] {
  const zoneOrigin: Origin = fromRecord(`Braking zones of ${venueName}`);
  const plan = c.session;
  const oneLap = { ...plan, drivenMin: null, laps: 1, outLap: false };
  const braking = piecesOf(c.inputs, c.zones, oneLap).filter((p) => p.isBraking);
  const word = (name: string, value: string, origin: Origin): WorkingInput => input(name, value, 'word', origin);
  return [
    ...c.zones.map((z, i) =>
      word(
        `zone ${i + 1}`,
        `${Math.round(z.fromKmh)} → ${Math.round(z.toKmh)} km/h after ${z.secondsSince.toFixed(1)} s${z.slopePercent === 0 ? '' : `, slope ${z.slopePercent} %`}${braking[i] ? `: ${zoneWork(c, braking[i])}` : ''}`,
        zoneOrigin,
      ),
    ),
    word(
      'session',
      [
        plan.outLap ? 'out-lap' : null,
        plan.laps === null ? `${plan.drivenMin} min` : `${plan.laps} laps`,
        plan.coolDownLap ? 'cool-down lap' : null,
        `parked ${plan.parkedMin} min`,
        plan.isWet ? 'wet' : 'dry',
        `ducts ${plan.ducts}`,
        c.inputs.motorSharePercent.value > 0
          ? { takesCharge: 'battery takes charge', fullOrHot: 'battery full or hot', unknown: 'battery not known' }[
              plan.battery ?? 'fullOrHot'
            ]
          : null,
      ]
        .filter(Boolean)
        .join(', '),
      fromRecord('Session of the event'),
    ),
    ...heatInputKeys
      .filter((key) => key !== 'ductFactor' || plan.ducts === 'on')
      .filter((key) => !key.startsWith('motor') || c.inputs.motorSharePercent.value > 0)
      .map((key) => input(heatInputNames[key], c.inputs[key].value, c.inputs[key].measure, c.inputs[key].origin)),
  ];
}

/** A peak of one axle as a figure. */
export function peakFigure(
  c: HeatCase,
  outlook: HeatOutlook,
  axle: Axle,
  part: HeatPart,
  label: string,
  venueName: string,
): Figure {
  const peak = outlook.axles[axle][part];
  return makeFigure(
    label,
    peak.tempC,
    'temperature',
    'highest of the session',
    [
      ...inputsOf(c, venueName),
      ...outlook.readings.map((r) =>
        input(
          'read',
          `${r.low === null ? 'under ' : r.high === null ? 'at least ' : ''}${Math.round(r.low ?? r.high!)}${r.low !== null && r.high !== null && r.high !== r.low ? `–${Math.round(r.high)}` : ''} °C, computed ${Math.round(r.afterC)} °C`,
          'word' as Measure,
          fromFact(r.id, 'Own reading'),
        ),
      ),
    ],
    outlook.readings.length > 0 ? `${NETWORK}; fitted to this car’s own readings` : NETWORK,
    {
      place: { axle },
      band: { low: edgeOf(peak, 5), high: edgeOf(peak, 95), meaning: 'nine times in ten' },
    },
  );
}

/** The upper edge that an event is planned by. */
export function edgeFigure(
  c: HeatCase,
  outlook: HeatOutlook,
  axle: Axle,
  certaintyPercent: number,
  venueName: string,
): Figure {
  const peak = outlook.axles[axle].fluidC;
  const computed = peakFigure(c, outlook, axle, 'fluidC', 'Computed peak of the fluid', venueName);
  return makeFigure(
    'Peak fluid temperature',
    edgeOf(peak, certaintyPercent),
    'temperature',
    'computed peak + z · σ',
    [
      inputOf('computed peak', computed),
      input(
        'σ, how sure it is',
        peak.sdC,
        'temperatureDifference',
        fromConstant('Spread of the car’s figures and of the model, less what was read'),
      ),
      input('the true peak is lower so often', certaintyPercent, 'share', { from: 'default', label: 'Shop’s setting' }),
    ],
    'Normal distribution; z is its quantile',
    { place: { axle } },
  );
}
