/** What a diagnosis says: signs, checks with their outcomes, and what to do about each cause. */
import type { Cause, DiagnosticCheck, Sign } from '@calvik/core';
import type { CheckKnowledge, Evidence } from '@calvik/core/diagnosis';
import { LATELY_DAYS } from '@calvik/core/model';
import { counted } from './texts';
import { complaintWords } from './names';

export { causeNames } from './track';

const complaintSays = Object.fromEntries(
  Object.entries(complaintWords).map(([key, { says }]) => [key, says]),
) as Record<keyof typeof complaintWords, string>;

export const signNames: Record<Sign, string> = {
  ...complaintSays,
  bothFrontHot: 'A whole axle hotter than usual',
  innerPadThinner: 'Inner pad thinner than the outer',
  outerPadThinner: 'Outer pad thinner than the inner',
  padsThin: 'Pads under the share for a track start',
  fluidMarginThin: 'Little fluid margin at this venue',
  fluidOld: 'A flush is due',
  pairGreen: 'Pads or rotors not bedded',
  faceBlotched: 'Blotched or smeared face',
  faceCracked: 'Cracked face',
  runoutHigh: 'High run-out',
  bearingPlay: 'Play in a wheel bearing',
  leakSeen: 'Fluid seen where none should be',
  workedOnLately: `Fluid drawn or parts fitted in the last ${counted(LATELY_DAYS, 'day')}`,
};

/** A check as something to do, how, and what it can show. */
export const checkTexts: Record<DiagnosticCheck, { name: string; how: string; outcomes: Record<string, string> }> = {
  pumpPedal: {
    name: 'Pump the pedal',
    how: 'Engine off. Press once, then three times quickly.',
    outcomes: { firmAtOnce: 'Firm at once', firmAfterPumping: 'Firm after pumping', staysSoft: 'Stays soft' },
  },
  holdPedal: {
    name: 'Hold the pedal',
    how: 'Steady foot for half a minute.',
    outcomes: { holds: 'Holds', sinks: 'Sinks' },
  },
  engineOffPedal: {
    name: 'Pedal as the engine starts',
    how: 'Pump with the engine off until it is hard, hold, start the engine.',
    outcomes: { dropsWithEngine: 'Drops a little', doesNotDrop: 'Does not drop' },
  },
  lookForLeaks: {
    name: 'Look for leaks under pressure',
    how: 'Somebody holds the pedal; look at unions, nipples, hoses, the master cylinder’s foot.',
    outcomes: { dry: 'All dry', wet: 'Wet' },
  },
  boilingTest: {
    name: 'Boil a sample',
    how: 'From the reservoir; better from the hottest caliper.',
    outcomes: { high: 'As it should be', low: 'Low for this fluid' },
  },
  openNipple: {
    name: 'Open the hottest caliper’s nipple',
    how: 'Cool first. Clear hose, gentle pressure, a few millilitres.',
    outcomes: { clear: 'Clear', bubbles: 'Bubbles', dark: 'Dark, burnt smell' },
  },
  spinWheels: {
    name: 'Turn each wheel by hand',
    how: 'On the lift or on stands, never a jack alone; brakes released.',
    outcomes: { free: 'All free', drags: 'One drags', rough: 'Rough or noisy' },
  },
  pyrometer: {
    name: 'Compare the corners’ heat',
    how: 'Pyrometer on all four at one go, straight after a stop.',
    outcomes: { alike: 'Sides alike', oneHot: 'One corner hot', axleHot: 'A whole axle hot' },
  },
  padsThroughWindow: {
    name: 'Gauge the pads through the window',
    how: 'Inner and outer, both sides.',
    outcomes: {
      even: 'Even, enough left',
      thin: 'Thin',
      innerThin: 'Inner much thinner',
      outerThin: 'Outer much thinner',
    },
  },
  slidePins: {
    name: 'Move the slide pins',
    how: 'Caliper off its bracket bolt, each pin by hand.',
    outcomes: { free: 'Both move', tight: 'One is tight' },
  },
  pushPistons: {
    name: 'Push the pistons a little',
    how: 'Gently, one after the other; watch the reservoir and the opposite ones.',
    outcomes: { even: 'All alike', oneStiff: 'One is stiff' },
  },
  faces: {
    name: 'Look at the rotor faces',
    how: 'Both faces, with a lamp.',
    outcomes: {
      evenFaces: 'Even blue-grey',
      blotched: 'Blotched or smeared',
      silver: 'Silver showing',
      glazed: 'Mirror-like, pads glazed',
      cracked: 'Cracked',
    },
  },
  thicknessPoints: {
    name: 'Micrometer round the rotor',
    how: 'Eight points, 10 mm in.',
    outcomes: { within: 'Within the limit', varies: 'Varies' },
  },
  runout: {
    name: 'Dial gauge on the rotor',
    how: 'Nuts on and torqued, turn it once.',
    outcomes: { within: 'Within the limit', high: 'High' },
  },
  rockWheel: {
    name: 'Rock the wheel',
    how: 'At twelve and six, off the ground.',
    outcomes: { noPlay: 'No play', play: 'Play' },
  },
  hoseUnderPressure: {
    name: 'Feel the hoses under pressure',
    how: 'Somebody presses hard; a hand round each hose.',
    outcomes: { still: 'Still', swells: 'One swells' },
  },
  ductsLook: {
    name: 'Look at the ducts',
    how: 'Both ends, along the hose, tape.',
    outcomes: { whole: 'On and clear', off: 'Off, torn or blocked' },
  },
  padLabels: {
    name: 'Read the backs of the pads',
    how: 'All eight: compound and batch.',
    outcomes: { same: 'All the same', mixed: 'Not all the same' },
  },
  hardwareLook: {
    name: 'Look at springs, pins, shims',
    how: 'Each in place, none bent, none worn to a step.',
    outcomes: { asItShouldBe: 'As it should be', missingOrBent: 'Missing, bent or worn' },
  },
};

/** What is done about it: at the track where that can be, and where it goes where it cannot. */
export const remedyTexts: Record<Cause, string> = {
  fluidBoiled:
    'Let it cool, bleed the heat-affected fluid to go on today; a full flush after the event. Fewer laps, a cool-down lap.',
  airInSystem: 'Bleed in sequence until no bubble comes. Air that stays may sit in the ABS unit: a licensed workshop.',
  leak: 'Not driven. Find it; a nipple is re-torqued here, lines, seals and master cylinder go to a licensed workshop.',
  hoseSwells: 'Not driven. Both hoses of the axle, then a full flush.',
  masterCylinder: 'Not driven. Master cylinder: maker’s manual, licensed workshop.',
  knockBack: 'Touch the pedal before braking zones. Find the run-out or the play behind it.',
  pistonsNotOut: 'Pump until firm before the car moves.',
  wheelBearing: 'Not driven with play over the sheet’s limit. Workshop.',
  padsOverheated: 'Let them cool, look at the faces, bed again. Another compound or shorter sessions.',
  padsGlazed: 'Sand the pads, clean the rotors, bed again.',
  padsGreen: 'Bed them before they are used hard.',
  padsThin: 'Change the set. A thin pad passes heat to the fluid: look at the fluid too.',
  padWear: 'Nothing is wrong: top up to MAX less what new pads will give back.',
  unevenLayer: 'Clean with coarse paper or turn, then bed again.',
  thicknessVariation: 'Measure round the rotor; turn or change the pair.',
  rotorCracked: 'Change the pair.',
  pistonSticks:
    'Not driven while it drags. Clean and free it once; if it sticks again the caliper is rebuilt in a workshop.',
  slidePinSticks: 'Pin out, clean, grease, new boot; bolt to its figure.',
  padsOiled: 'Find where it comes from. Pads out for good, rotors cleaned.',
  mixedPads: 'One compound on an axle, on rotors that have met no other.',
  hardware: 'Put it right with new pieces.',
  layerGone: 'Bed again.',
  ductOff: 'Put it back and tie it; look at the pads and the fluid of that corner.',
  brakeBooster: 'Check the hose and its valve; the booster itself goes to a workshop.',
  balance: 'Look at ducts, compounds and the proportioning of front and rear.',
  other: 'Write down what it is. In doubt it stays off the track.',
};

/** "Corners’ heat: one corner hot" */
export const evidenceText = (e: Evidence): string =>
  'sign' in e
    ? signNames[e.sign]
    : `${checkTexts[e.check].name}: ${(checkTexts[e.check].outcomes[e.outcome] ?? e.outcome).toLowerCase()}`;

/** "likelier ×4", "less likely ÷3" */
export const factorText = (factor: number): string =>
  factor >= 1
    ? `× ${factor >= 10 ? Math.round(factor) : factor.toFixed(1)}`
    : `÷ ${1 / factor >= 10 ? Math.round(1 / factor) : (1 / factor).toFixed(1)}`;

/** "wheels off, needs the lift, two people" */
export const needsText = ({ wheelsOff, needsLift, people }: CheckKnowledge): string =>
  [wheelsOff ? 'wheels off' : 'wheels on', needsLift ? 'off the ground' : '', people === 2 ? 'two people' : '']
    .filter(Boolean)
    .join(', ');

export const shareText = (share: number): string => (share < 0.01 ? 'under 1 %' : `${Math.round(share * 100)} %`);
