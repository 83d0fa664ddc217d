import type { Axle, BrakeSheet, Car, Corner, StepId, StepKind } from '@calvik/core';
import { axleOfCorner } from '@calvik/core/model';
import { measuredStepWords } from './measurements';
import { cornerNames, methodNames } from './names';
import type { StepSubject, StepWords } from './step-words';

export type { StepSubject } from './step-words';

const isDrum = (car: Car, corner: Corner): boolean => car[axleOfCorner(corner)].brake === 'drum';

/** How pistons of an axle go back, in one sentence. */
export function retractText(car: Car, sheet: BrakeSheet, axle: Axle): string {
  if (car[axle].brake === 'drum') return 'Back the adjuster off until the drum comes free, then set it on new shoes.';
  if (axle === 'rear' && sheet.rearPistons === 'screwIn')
    return 'Turn the piston in with the tool, never press it; notches end in line with the pad’s peg.';
  if (car[axle].brake === 'fixedCaliper')
    return 'Push one side back at a time with the old pad between, and hold the other side from coming out.';
  return 'Push the piston straight back with the old pad between.';
}

const plain = (name: string, what: string, caution?: string): StepWords => ({
  name: () => name,
  what: () => what,
  ...(caution ? { caution } : {}),
});

/** One entry for every kind of step; a kind without one does not compile. */
export const stepWords: Record<StepKind, StepWords> = {
  pedalBaseline: plain(
    'Pedal, before',
    'Engine off, before anything is opened: press the pedal and say how it feels. The finished job must equal it.',
  ),
  driver: plain('What the driver says', 'Tick what the driver brought back, in the driver’s words.'),
  reservoir: plain(
    'Reservoir',
    'Read the level, look at colour and filter basket. Wipe round the cap first.',
    'Fluid eats paint: water at once. Eyes and gloves.',
  ),
  boil: plain(
    'Boiling test',
    'Test the fluid: submerge the probe past its hole; draw a sample into the cup where it is shallow.',
  ),
  ground: plain(
    'Up on stands',
    'Crack the wheel nuts on the ground, chock, lift, stands; then wheels off, once.',
    'Never a jack alone. Level, firm ground. Hot parts: wait.',
  ),
  pads: {
    name: ({ corner }, s) => `${s && isDrum(s.car, corner!) ? 'Shoes' : 'Pads'}, ${cornerNames[corner!]}`,
    what: ({ corner }, { car }) =>
      isDrum(car, corner!)
        ? 'Measure the lining of both shoes at the thinnest point, without the shoe.'
        : 'Measure friction material of both pads at the thinnest point, without the backing plate.',
    caution: 'Gloves and mask; dust is wetted, never blown.',
  },
  rotor: {
    name: ({ corner }) => `Rotor, ${cornerNames[corner!]}`,
    what: () => 'Micrometer at eight points, 10 mm in from the edge; then run-out, cracks, transfer layer.',
    caution: 'Hot rotors burn: wait. Dust is wetted, never blown.',
  },
  ...measuredStepWords,
  look: plain('Hoses, seals, hubs', 'Look at every corner; tap the corner of whatever is not right.'),
  decide: plain('Decide', 'Keep, change, carry a spare or refer: axle by axle, with the reason.'),
  retract: {
    name: ({ axle }) => `Retract, ${axle}`,
    what: ({ axle }, { car, sheet }) => retractText(car, sheet, axle!),
    caution: 'Fingers clear of pistons. Cleaner and flame never meet.',
  },
  fit: {
    name: ({ axle }) => `Fit, ${axle}`,
    what: () => 'Choose what goes on, fit it, and go through the list.',
  },
  exchange: plain(
    'Plan the exchange',
    'Choose method and bottle; see what to draw at each corner and when to stop.',
    'The maker’s manual goes first. Air in the ABS unit is a workshop’s job.',
  ),
  leakDown: plain(
    'Leak-down test, dry',
    'Pressure on, no fluid yet: hold and watch the gauge.',
    'Stay under the ceiling. Release pressure slowly before the cap comes off.',
  ),
  bleed: {
    name: ({ turn }, s) => {
      const step = s?.exchange.steps[turn!];
      const where = step ? `, ${cornerNames[step.corner]}${step.nipple === 'single' ? '' : `, ${step.nipple}`}` : '';
      return `Bleed ${turn! + 1}${where}`;
    },
    what: (_, { exchange }) =>
      `${exchange.begun ? `${methodNames[exchange.begun.method]}: h` : 'H'}ose on, nipple open, bleed; shut it to its torque, hose off, cap on, wiped.`,
    caution: 'Eyes and gloves. Hose end under old fluid. Used fluid to the container, never a drain.',
  },
  clutch: plain(
    'Clutch line',
    'It hangs on the brake reservoir and is bled last: many strokes by hand, until it runs clean; then see that its pedal comes back.',
    'Eyes and gloves. The level never goes under MIN here either.',
  ),
  torque: {
    name: ({ axle }) => `Torque, ${axle}`,
    what: () => 'Every fastener that was undone, in its order, to its figure.',
  },
  level: plain('Set the level', 'Pump first, then set the level to the figure below. Cap on, wiped.'),
  pedalGate: plain(
    'Pedal check before release',
    'Pump until firm before the car moves at all; hold it; start the engine with a foot on it.',
    'The first press goes to the floor. Nobody moves the car before the pedal is firm.',
  ),
  down: plain(
    'Down',
    'A foot holds the pedal while you look at unions, nipples and hoses. Wheels on, each turned by hand, then stands out.',
  ),
  wheels: plain(
    'Wheel nuts',
    'On the ground, in a star, to the figure.',
    'On the ground, in a star, never with an impact gun.',
  ),
  release: plain(
    'Release',
    'Read what is still open, then sign.',
    'Nobody drives on a doubtful pedal. Calvik advises, it certifies nothing.',
  ),
};

/**
 * What a step is called.
 * @param s its service, where one is at hand: shoes of a drum and nipples of a sequence are called by it
 */
export const stepName = (step: Pick<StepId, 'kind' | 'corner' | 'axle' | 'turn'>, s?: StepSubject): string =>
  stepWords[step.kind].name(step, s);
