/** Words of the heat page: what would help, what is not known, what was read. */
import type {
  FittedReading,
  HeatInputKey,
  HeatPart,
  HeatRead,
  Help,
  HelpChange,
  PeakDemand,
  Unknown,
} from '@calvik/core';
import { axleNames, cornerNames } from './names';
import type { Say } from './reader';

export { heatMissingNames } from './findings/heat';

/** Whose the peak is that an event demands. */
export const peakFromNames: Record<PeakDemand['from'], string> = {
  signed: 'As it was when this was signed',
  pinned: 'Set by the shop for this car',
  venue: 'As the shop expects of the venue',
  shop: 'As the shop expects where no venue is booked',
  computed: 'As computed for this car',
  takenOver: 'As computed for this car, taken over by a lead',
};

export const heatPartNames: Record<HeatPart, string> = {
  faceC: 'Rotor and pad face',
  rotorC: 'Rotor bulk',
  padsC: 'Pad bulk',
  caliperC: 'Caliper',
  fluidC: 'Fluid',
};

/** How somebody finds out a figure. */
const howToKnow: Record<HeatInputKey, string> = {
  massKg: 'Weigh the car with its driver',
  dragAreaM2: 'Find the drag area',
  tyreGrip: 'Find the grip of the tyres',
  wheelbaseMm: 'Measure the wheelbase',
  cgHeightMm: 'Find the height of the centre of gravity',
  frontWeightPercent: 'Weigh the front axle',
  motorSharePercent: 'Find the regenerative braking share',
  motorPowerKw: 'Find the most that the motors take',
  motorFrontPercent: 'Find which axle the regenerative braking acts on',
  motorLeftPercent: 'Find the regenerative braking share with the battery full or hot',
  rearPressurePercent: 'Measure the pressure at the rear',
  frontRadiusMm: 'Measure the effective radius in front',
  rearRadiusMm: 'Measure the effective radius at the rear',
  frontFriction: 'Find the friction of the front compound',
  rearFriction: 'Find the friction of the rear compound',
  frontRotorKg: 'Weigh a front rotor',
  rearRotorKg: 'Weigh a rear rotor',
  frontPadAreaMm2: 'Measure the area of a front pad',
  rearPadAreaMm2: 'Measure the area of a rear pad',
  frontPadMm: 'Measure the front pads',
  rearPadMm: 'Measure the rear pads',
  ductFactor: 'Read temperatures with ducts on and off',
  airTempC: 'Look up the weather',
};
/** What a ± holds, where an upper edge is as sure as the shop wants it. @example withinText(90) // "± holds 80 times in 100." */
export const withinText = (certaintyPercent: number): string =>
  `± holds ${Number((2 * certaintyPercent - 100).toFixed(1))} times in 100.`;

/** "Weigh a front rotor: ±22 °C becomes ±14 °C." */
export const unknownText = ({ key, halfNowC, halfThenC }: Unknown, say: Say): string =>
  `${howToKnow[key]}: ±${say.value(halfNowC, 'temperatureDifference')} becomes ±${say.value(halfThenC, 'temperatureDifference')}.`;

export function helpTitle(change: HelpChange, say: Say): string {
  switch (change.change) {
    case 'ductsOn':
      return 'Fit the ducts';
    case 'coolDownLap':
      return 'A cool-down lap';
    case 'shorterSession':
      return `Sessions of ${change.drivenMin} min`;
    case 'newPads':
      return `New pads, ${axleNames[change.axle]}, ${say.value(change.thicknessMm, 'length')}`;
    case 'padSet':
      return `Pads ${change.label} off the shelf, ${change.compound}, ${axleNames[change.axle]}`;
    case 'rotorPair':
      return `Rotors ${change.label} off the shelf, ${axleNames[change.axle]}`;
    case 'biggerRotors':
      return `Rotors ${change.morePercent} % heavier, ${axleNames[change.axle]}`;
    case 'fluid':
      return `Flush with ${change.name}`;
  }
}

/** "Fluid 12 °C cooler"; of a fluid, how much more it stands. */
export function helpGain({ change, fluidGainC, padGainC }: Help, say: Say): string {
  const degrees = (c: number): string => say.value(Math.abs(c), 'temperatureDifference');
  const fluid =
    Math.round(fluidGainC) === 0
      ? null
      : change.change === 'fluid'
        ? `boils ${degrees(fluidGainC)} higher`
        : `fluid ${degrees(fluidGainC)} ${fluidGainC > 0 ? 'cooler' : 'hotter'}`;
  const pads =
    padGainC === null || Math.round(padGainC) === 0
      ? null
      : `pads ${degrees(padGainC)} ${padGainC > 0 ? 'further from' : 'nearer to'} their limit`;
  return [fluid, pads].filter(Boolean).join(', ');
}

export const heatInstrumentNames: Record<HeatRead['instrument'], string> = {
  thermalPaint: 'Thermal paint',
  sticker: 'Caliper sticker',
  pyrometer: 'Pyrometer',
  fluidBoiled: 'The fluid boiled',
};

/** What was read, in one line. */
export function heatReadText(read: HeatRead, say: Say): string {
  const temp = (c: number): string => say.value(c, 'temperature');
  switch (read.instrument) {
    case 'thermalPaint':
    case 'sticker': {
      const { reachedC: low, notReachedC: high } = read;
      const range =
        low === null
          ? `under ${temp(high!)}`
          : high === null
            ? `${temp(low)} or more`
            : `${temp(low)} to ${temp(high)}`;
      return `${cornerNames[read.corner]}, ${range}`;
    }
    case 'pyrometer':
      return `${cornerNames[read.corner]} ${read.part}, ${temp(read.tempC)}, ${Math.round(read.secondsAfterStop)} s after the stop`;
    case 'fluidBoiled':
      return 'Long pedal with heat, back when cold';
  }
}

/** A reading against the model: "computed 512 °C, before 560 °C". */
export const fittedText = ({ beforeC, afterC, isMisfit }: FittedReading, say: Say): string =>
  `Computed ${say.value(afterC, 'temperature')}, before any reading ${say.value(beforeC, 'temperature')}.${isMisfit ? ' It does not fit: read it again, or withdraw it.' : ''}`;
