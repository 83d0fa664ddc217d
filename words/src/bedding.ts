/** Bedding in words: procedures, what to do now, applications, faces, decisions. */
import type {
  ApplicationFault,
  BeddingCheck,
  BeddingDecision,
  BeddingSeries,
  BeddingWord,
  ChoiceReason,
  DrivenApplication,
  DrivenAt,
  FaceSeen,
  LayerState,
  Procedure,
  SpeedSource,
} from '@calvik/core';
import { quantityParts } from '@calvik/core/units';
import type { Prompt } from '@calvik/core/bedding/driving';
import type { Say } from './reader';
import { counted, list } from './texts';

export const authorNames: Record<Procedure['author'], string> = {
  padMaker: 'Pad maker’s sheet',
  rotorMaker: 'Rotor maker’s sheet',
  shop: 'The shop’s own',
  common: 'Common practice',
};
export const drivenAtNames: Record<DrivenAt, string> = {
  closedCourse: 'Closed course',
  privateGround: 'Private ground',
  road: 'Road',
};
export const speedSourceNames: Record<SpeedSource, string> = {
  place: 'This phone’s own speed',
  simulated: 'Simulated drive',
  tap: 'One tap for each application',
  file: 'Recorded drive',
};
export const choiceReasonTexts: Record<ChoiceReason, string> = {
  padMakerSheet: 'the pad maker’s sheet of this compound',
  rotorMakerSheet: 'the rotor maker’s sheet for this compound',
  ownForCompound: 'the shop’s own for this compound',
  byUse: 'usual for pads of this use',
  only: 'can be chosen',
};
export const layerStateNames: Record<LayerState, string> = {
  green: 'Green',
  driven: 'Driven, not looked at',
  bedded: 'Bedded',
  worn: 'Layer worn',
  unknown: 'Not known; look at the faces',
};
export const beddingCheckTexts: Record<BeddingCheck, string> = {
  pedalFirm: 'Pedal firm',
  fluidLevel: 'Fluid at MAX, cap on',
  tyres: 'Tyres: pressure and tread',
  ductsTaped: 'Ducts taped',
  passenger: 'A passenger works the phone, not the driver',
  placeClear: 'Long sight, nobody behind, nobody ahead',
};
export const placeCautions: Record<DrivenAt, string> = {
  closedCourse: 'Tell those behind. In a first session start from the back of the pack.',
  privateGround: 'Walk the ground first: sight, surface, room to run off.',
  road: 'The law holds: speed limit, long sight, no traffic, dawn. Only the speed can be chosen there.',
};
export const faultNames: Record<ApplicationFault, string> = {
  enteredSlow: 'entered slow',
  letGoEarly: 'let go early',
  tooGentle: 'too gentle',
  intoAbs: 'into ABS',
  fullStop: 'full stop',
  waitedTooLong: 'too long a wait',
};
/** What to do about one, said aloud. */
export const faultAdvice: Record<ApplicationFault, string> = {
  enteredSlow: 'Faster before you brake.',
  letGoEarly: 'Stay on the brakes longer.',
  tooGentle: 'Brake harder.',
  intoAbs: 'A little less: just under ABS.',
  fullStop: 'Do not stop. Roll on, foot off the brake.',
  waitedTooLong: 'Do not wait so long.',
};
export const faceSeenTexts: Record<FaceSeen, { name: string; advice: string }> = {
  even: { name: 'Even blue-grey', advice: 'A good layer.' },
  silver: { name: 'Silver showing', advice: 'Layer thin: another cycle.' },
  smears: { name: 'Smears', advice: 'Too hot too fast: clean with coarse paper and bed again.' },
  blotches: { name: 'Blotches', advice: 'Too hot too fast: clean, or turn, and bed again.' },
  padOutline: { name: 'Pad outline', advice: 'Stood still hot: clean and bed again.' },
  blueRing: { name: 'Blue ring at the hat', advice: 'Normal.' },
  ashEdge: { name: 'Ash edge on the pads', advice: 'Normal.' },
};
export const beddingWordTexts: Record<BeddingWord, string> = {
  goodBite: 'Good bite',
  noBite: 'No bite',
  thump: 'Thump in the pedal',
  squeal: 'Squeals',
  smell: 'Smell and smoke',
};
export const decisionNames: Record<BeddingDecision, string> = {
  accept: 'Accept: bedded',
  anotherCycle: 'Another cycle',
  cleanAndAgain: 'Clean and bed again',
  turn: 'Turn the rotors',
};

const g = (value: number): string => `${value.toFixed(2).replace(/0$/, '')} g`;

/** One series in a line. @example "10 × 100 → 10 km/h at 0.8 g" */
export function seriesText(s: BeddingSeries, say: Say): string {
  const rest = s.restS > 0 ? `, ${s.restS} s held before each` : '';
  return s.dragS === null
    ? `${s.count} × ${say.value(s.fromKmh, 'speed')} → ${say.value(s.toKmh, 'speed')} at ${g(s.decelG)}${rest}`
    : `${s.count} × ${s.dragS} s dragged at ${say.value(s.fromKmh, 'speed')}, ${g(s.decelG)}${rest}`;
}
export const coolingText = (p: Pick<Procedure, 'cooling'>, say: Say): string =>
  `then ${p.cooling.minutes} min rolling without brakes at about ${say.value(p.cooling.kmh, 'speed')}`;
export const placesText = (places: readonly DrivenAt[]): string =>
  list(places.map((p) => drivenAtNames[p].toLowerCase()));

const clock = (seconds: number): string => `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;

/** What to do now: in big letters, and aloud. */
export function promptText(p: Prompt, say: Say): { shown: string; spoken: string } {
  const v = (kmh: number): string => say.value(kmh, 'speed');
  const bare = (kmh: number): string => quantityParts(kmh, 'speed', say.units).figure;
  switch (p.code) {
    case 'setOff':
      return { shown: `Up to ${v(p.toKmh)}`, spoken: `Set off, up to ${v(p.toKmh)}.` };
    case 'gather':
      return { shown: `Back up to ${v(p.toKmh)}`, spoken: `Back up to ${v(p.toKmh)}.` };
    case 'hold':
      return { shown: `Hold speed: ${p.secondsLeft} s`, spoken: `Hold ${v(p.kmh)}.` };
    case 'brake':
      return { shown: `Brake now\n${bare(p.fromKmh)} → ${bare(p.toKmh)}`, spoken: `Brake now, down to ${v(p.toKmh)}.` };
    case 'letGo':
      return { shown: 'Off the brakes', spoken: 'Off the brakes.' };
    case 'drag':
      return { shown: `Brake against the engine: ${p.secondsLeft} s`, spoken: 'Brake, hold the speed.' };
    case 'rollOn':
      return { shown: 'Roll on. Foot off the brake', spoken: 'Do not stand. Roll on, foot off the brake.' };
    case 'cool':
      return {
        shown: `Roll, no brakes: ${clock(p.secondsLeft)} left`,
        spoken: `Roll at ${v(p.kmh)}, no brakes.`,
      };
    case 'done':
      return { shown: 'Cooled. Park without the parking brake', spoken: 'Cooled. Park in gear, no parking brake.' };
  }
}

/** One application as it was. */
export function applicationText(
  a: Pick<DrivenApplication, 'fromKmh' | 'toKmh' | 'decelG' | 'isCounted' | 'isTapped' | 'faults'>,
  say: Say,
): string {
  if (a.isTapped) return 'Counted by a tap';
  const what = `${say.value(Math.round(a.fromKmh), 'speed')} → ${say.value(Math.round(a.toKmh), 'speed')}, ${g(a.decelG)}`;
  const faults = a.faults.length > 0 ? `: ${list(a.faults.map((f) => faultNames[f]))}` : '';
  return `${a.isCounted ? 'Counted' : 'Not counted'}, ${what}${faults}`;
}

/** Said aloud when an application is over. */
export function countedSpoken(
  a: Pick<DrivenApplication, 'isCounted' | 'faults'>,
  counted: number,
  wanted: number,
): string {
  const advice = a.faults.map((f) => faultAdvice[f]).join(' ');
  return `${a.isCounted ? `${counted} of ${wanted}.` : 'Not counted.'}${advice ? ` ${advice}` : ''}`;
}

export const moreText = (more: number): string =>
  `${more === 1 ? 'One' : (['', '', 'Two', 'Three', 'Four', 'Five', 'Six'][more] ?? String(more))} more, by the model`;
export const countText = (counted_: number, wanted: number): string =>
  `${counted_} of ${counted(wanted, 'application')}`;
