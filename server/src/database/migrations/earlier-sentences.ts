/**
 * The sentences that the version up to migration 0002 stored with what the lead let pass and with what was open at a release, as it made
 * them out of what it found. Frozen with migration 0003, which finds the finding behind each stored sentence by them; never edited.
 */
import { type Finding, type Place, type Quantity, formatQuantity } from '@calvik/core';

// What is found now is read by the names that it has now; the compiler is asked for nothing here, as nothing here ever changes.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Values = Record<string, any>;
type Sentence = (v: Values, at: Place, names: ReadonlyMap<string, string>) => string;

const q = (value: Quantity, digits?: number): string => formatQuantity(value.value, value.measure, 'metric', digits);
const cornerNames: Record<string, string> = {
  FL: 'left front',
  FR: 'right front',
  RL: 'left rear',
  RR: 'right rear',
};
const at = ({ corner }: Place): string => cornerNames[corner ?? ''] ?? '';
const date = (iso: string): string => {
  const [year, month, day] = iso.split('-').map(Number) as [number, number, number];
  const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
  return `${day} ${months[month - 1]} ${year}`;
};
const feels: Record<string, string> = { firm: 'firm', acceptable: 'fair', long: 'long', soft: 'soft' };
const threads: Record<string, string> = { dry: 'as received', lubricated: 'lubricated', antiSeize: 'anti-seize' };
const subjects: Record<string, string> = { pads: 'Pads', rotors: 'Rotors', hoses: 'Hose', other: 'Caliper and hub' };
const positions: Record<string, string> = {
  inner: 'inner',
  outer: 'outer',
  leading: 'leading shoe',
  trailing: 'trailing shoe',
};
const padAdvice: Record<string, string> = {
  hairline: 'Hairline crack: keep it and watch it.',
  crackThird: 'Cracked through a third of the block or more.',
  glazed: 'Glazed, no bite: bed it again or sand it.',
};
const causes: Record<string, string> = {
  slidePin: 'seized slide pin',
  pistonOrSlidePin: 'seized piston or slide pin',
  innerPiston: 'seized piston on the inner side',
  outerPiston: 'seized piston on the outer side',
};
const films: Record<string, string> = {
  thin: 'Silver showing, film too thin: another bedding cycle.',
  blotchy: 'Blotchy film, too hot too fast: sand or turn, then bed.',
  smeared: 'Smeared film, a thump in the pedal: sand or turn, then bed.',
  rusty: 'Rust on the face: clean off, then bed.',
};
const checks: Record<string, string> = {
  nutsCracked: 'Wheel nuts cracked loose on the ground',
  chocked: 'Chocked',
  onStands: 'On stands, never a jack alone',
  parkingBrakeService: 'Electric parking brake in service mode, doors shut',
  wheelsOff: 'Wheels off',
  hoses: 'Hoses: no bulge, crack, chafe',
  seals: 'Piston seals and boots dry and whole',
  ductsSound: 'Ducts whole and clear of wheel and hose',
  hubs: 'Hubs and bearings without play',
  leaks: 'No leak at unions and nipples',
  pistonsClean: 'Pistons brushed clean and dry before pushing',
  oppositeHeld: 'Opposite pistons held from coming out',
  notchesLinedUp: 'Turned in, notches lined up with the pad',
  innerOuter: 'Inner and outer not swapped',
  direction: 'Direction arrows forward',
  springs: 'Springs',
  clips: 'Safety clips',
  shims: 'Shims',
  sensorRefitted: 'Wear sensor refitted, tied up, or left out',
  hubFaceClean: 'Hub face clean and flat',
  rotorClean: 'New rotors free of oil',
  vanes: 'Curved vanes: left on left, right on right',
  slots: 'Slots run the right way on each side',
  bobbins: 'Bobbins and hat fasteners sound',
  drumAdjuster: 'Adjuster set, drum turns with a light drag',
  ductsFitted: 'Ducts fitted as the event wants them',
};
const complaints: Record<string, [says: string, suspects: string]> = {
  softAfterHeat: ['pedal soft or long when hot, fine when cold', 'fluid boiled; water in the fluid; thin pads; ducts'],
  softFromCold: ['pedal soft from cold', 'air; a nipple; a hose; master cylinder'],
  firstPressLong: ['first press long, second fine', 'pads knocked back: run-out, hub bearing; pistons not pumped out'],
  firmNoBite: ['pedal firm, car does not slow', 'pads past their temperature; glazed; green'],
  judder: ['thumps or shakes when braking', 'uneven film; thickness variation; cracks'],
  pulls: ['pulls to a side', 'sticking piston or pin; oil; a hose; mixed pads'],
  squeal: ['squeals', 'film gone, bedding lost; hardware'],
  highPedalEffort: ['needs more push than before', 'pads thin or glazed; film'],
  cornerHot: ['one corner hotter', 'dragging; duct off; balance'],
  levelDown: ['level has gone down', 'pad wear, if the sum agrees; a leak, if it does not'],
};
const steps: Record<string, string> = {
  pedalBaseline: 'Pedal, before',
  driver: 'What the driver says',
  reservoir: 'Reservoir',
  boil: 'Boiling test',
  ground: 'Up on stands',
  look: 'Hoses, seals, hubs',
  decide: 'Decide',
  exchange: 'Plan the exchange',
  leakDown: 'Seal, dry',
  level: 'Set the level',
  pedalGate: 'Pedal gate',
  down: 'Down',
  wheels: 'Wheel nuts',
};
const stepName = ({ step, turn }: Values, place: Place): string => {
  if (step === 'pads') return `Pads, ${at(place)}`;
  if (step === 'rotor') return `Rotor, ${at(place)}`;
  if (step === 'retract') return `Retract, ${place.axle ?? ''}`;
  if (step === 'fit') return `Fit, ${place.axle ?? ''}`;
  if (step === 'torque') return `Torque, ${place.axle ?? ''}`;
  if (step === 'bleed') return `Draw ${Number(turn) + 1}`;
  return steps[step] ?? String(step);
};
const fastener = (place: Place, names: ReadonlyMap<string, string>): string =>
  `${names.get(place.fastener ?? '') ?? 'Bleed nipple'}${place.nipple ? ` (${place.nipple})` : ''}, ${at(place)}`;
const subject = (v: Values, place: Place): string =>
  `${subjects[v.subject]}, ${place.corner ? at(place) : `${place.axle} axle`}`;
const where = (corners: readonly string[]): string => corners.join(', ');
const owners: Record<string, string> = { organiser: 'organiser', customer: 'customer', shop: 'shop' };
const days = (n: number): string => (n === 1 ? '1 day' : `${n} days`);

const rules: Record<string, (v: Values) => string> = {
  noFlushOnRecord: () => 'No full exchange on record',
  noBleedOnRecord: () => 'No bleed on record',
  flushTooOld: (v) =>
    `Last exchange ${date(v.flushedOn)}; the ${v.months} months ${v.isOver ? 'ended' : 'end'} on ${date(v.until)}`,
  bleedAfterTrackDay: (v) => `${v.isOver ? 'Not bled since' : 'To be bled after'} the track day of ${date(v.trackDay)}`,
  weeklyBleed: (v) => `Last bleed ${date(v.bledOn)}; the rule says weekly in season`,
  workForEvent: (v) => {
    const asked = {
      afterEvent: () => `the rule wants one after the event of ${date(v.afterOn)}`,
      forThisEvent: () => `the rule wants one for this event, at most ${v.days} days before it`,
      window: () => `rule says ${v.days}`,
      weekly: () => 'the rule says weekly in season',
    }[v.rule as 'window']();
    if (v.doneOn === null) return `No ${v.work} on record; ${asked}`;
    return `Last ${v.work} ${v.daysBefore === null ? date(v.doneOn) : `${days(v.daysBefore)} before the event`}; ${asked}`;
  },
};

const sentences: Record<string, Sentence> = {
  padThinForTrackStart: (v, p) =>
    `Pad ${p.corner} ${positions[v.pad]} ${q(v.thickness)}, ${v.percentOfNew} % of new: thin for a start at the track, heat goes to the fluid.`,
  padCondition: (v, p) => `${p.corner} ${positions[v.pad]}: ${padAdvice[v.condition]}`,
  padNearHat: (v, p) => `Pad edge ${q(v.clearance)} from the hat at the ${at(p)}; 3 mm wanted: trim or change.`,
  padWornUnevenly: (v, p) =>
    `Uneven at the ${at(p)}: inner ${q(v.inner)}, outer ${q(v.outer)}. Likely a ${causes[v.cause]}.`,
  padTapered: (v, p) =>
    `Tapered at the ${at(p)}, ${v.pad}: ${q(v.from)} to ${q(v.to)}. Likely caliper flex or worn guides.`,
  cornerOutOfFamily: (v, p) =>
    `The ${at(p)} is out of family: ${q(v.thin)} against ${q(v.thick)}. Likely a sticking piston or hose${v.hasParkingBrake ? ', or a parking brake that drags' : ''}.`,
  rotorWithoutDiscard: (v, p) =>
    `Rotor ${p.corner} thinnest ${q(v.thickness, 2)}; no discard figure on record: read it off the hat.`,
  crackShort: (v, p) => `Crack ${q(v.length, 0)} at the ${at(p)}: look again after every session.`,
  thicknessVaries: (v, p) => `Thickness varies by ${q(v.variation, 3)} at the ${at(p)}; 0.013 mm is a common limit.`,
  runoutTooHigh: (v, p) =>
    `Runs out by ${q(v.runout, 2)} at the ${at(p)}; 0.10 mm at most. Clean hub and seat, turn it on, measure again.`,
  runoutHigherThanNew: (v, p) => `Runs out by ${q(v.runout, 2)} at the ${at(p)}; new 0.05 mm.`,
  transferLayer: (v, p) => `${p.corner}: ${films[v.transferLayer]}`,
  weightDisagrees: (v, p) =>
    `Scales say ${q(v.byWeight, 2)} worn at the ${at(p)}, the micrometer ${q(v.byMicrometer, 2)}: measure again.`,
  threadNotAsMeant: (v, p, names) =>
    `${fastener(p, names)}: The figure is for a thread ${threads[v.meant]}; ${threads[v.is]} it gives ${Math.abs(v.preloadPercent)} % ${v.preloadPercent > 0 ? 'more' : 'less'} preload at the same torque. Clean the thread, or find the maker’s figure for it.`,
  oneUseBoltsNotNew: (_, p, names) => `${fastener(p, names)}: one-use bolts, and no new ones recorded.`,
  threadLockerMissing: (_, p, names) => `${fastener(p, names)}: thread-locker wanted, none recorded.`,
  pedalLong: () => 'Pedal long: find out why before it goes.',
  pedalWorseThanBefore: (v) => `Pedal ${feels[v.feel]}, it came in ${feels[v.before]}: it must be as good or better.`,
  pedalHeldTooShort: (v) =>
    `Held ${v.heldSeconds === null ? 'for an unknown time' : `${Math.round(v.heldSeconds)} s`}; hold it 10 s.`,
  pedalSinkingNotSaid: () => 'Not said whether it sinks under a steady foot.',
  pedalBoosterDead: () => 'Pedal did not give when the engine started: servo or its vacuum hose.',
  pedalManyStrokes: (v) => `${v.strokes} presses until firm: more than pistons need, look for air.`,
  nippleNotCapped: (_, p) => `No cap on the nipple at the ${at(p)}${p.nipple ? `, ${p.nipple} nipple` : ''}.`,
  bubbles: (v, p) =>
    v.bubbles === 'fine'
      ? `A steady stream of fine bubbles at the ${at(p)}: often air past the nipple’s threads. Confirm with pedal strokes.`
      : `Large bubbles at the ${at(p)}: air from the system. Draw on until it runs clear.`,
  fluidNotClean: (_, p) => `Fluid did not run clean at the ${at(p)}.`,
  reservoirUnderMin: (v, p) =>
    `The reservoir stood at ${Math.round((v.level as Quantity).value)} mL at the ${at(p)}, MIN is ${Math.round((v.min as Quantity).value)} mL. Air may have gone in: the sequence starts again from the first nipple.`,
  otherCompound: (v) =>
    `Rotors ${v.rotors} carry a film of ${v.met}; pads ${v.pads} are ${v.compound}. Each compound keeps to its own rotors.`,
  otherRotors: (v) => `Pads ${v.pads} belong with rotors ${v.ownRotors || 'other rotors'}, not ${v.rotors}.`,
  gradeTooLow: (v) =>
    `${v.poured} is below the ${v.wanted} that this car asks for: a mix is only as good as its worst part.`,
  pedalAfterBleed: () => 'Pedal long after the last bleed: find out why.',
  bubblesAfterBleed: (v) => `Fluid not free of bubbles at ${where(v.corners)}.`,
  dirtyAfterBleed: (v) => `Fluid did not run clean at ${where(v.corners)}.`,
  fluidUnknown: () => 'No test and no exchange on record: test the fluid.',
  boilsUnderDemand: (v) => `Boils at ${q(v.boilsAt)} on the day, wants ${q(v.wanted)}.`,
  mayBoilUnderDemand: (v) =>
    `May boil as low as ${q(v.boilsAt)} on the day, wants ${q(v.wanted)}: test again before it.`,
  ruleNotMet: (v) => `${rules[v.reason]?.(v) ?? ''} (${owners[v.owner]}).`,
  penRed: (v) =>
    `The pen says ${(v.waterPercent as number).toFixed(1)} % water; 3 % is red. Test by boiling, or change.`,
  penAmber: (v) => `The pen says ${(v.waterPercent as number).toFixed(1)} % water; 2 % is amber. Test by boiling.`,
  penDisagrees: (v) =>
    `The pen says ${(v.penPercent as number).toFixed(1)} % water, the boiling test ${(v.boilPercent as number).toFixed(1)} %. The boiling test counts.`,
  checkFault: (v, p) =>
    `${checks[v.check]}${p.corner ? `, ${at(p)}` : ''}: not in order${v.remark ? `, ${v.remark}` : ''}.`,
  fittedNotMeasured: (v, p) =>
    `${subjects[v.subject]} without a label went on at the ${p.axle}, and have not been measured there.`,
  changeNotFitted: (v, p) => `${subject(v, p)}: a change was decided and nothing is recorded as fitted.`,
  referred: (v, p) => `${subject(v, p)}: referred. ${v.reason}`,
  spareToCarry: (v, p) => `${subject(v, p)}: carry a spare. ${v.reason}`,
  driverSays: (v) => {
    const [says, suspects] = complaints[v.complaint] ?? ['', ''];
    return `The driver: ${says}. First suspects: ${suspects}.`;
  },
  stepSkipped: (v, p) => `Skipped: ${stepName(v, p)}. ${v.reason}`,
  stepNotDone: (v, p) => `Not done: ${stepName(v, p)}.`,
  calibrationOver: (v) => `Wrench ${v.wrench} was last calibrated on ${v.calibratedOn}: more than a year before.`,
};

/**
 * A finding as the earlier version said it; null for what it had no sentence for.
 * @param names of the fasteners on the car's brake sheet, by key
 */
export const earlierSentence = (finding: Finding, names: ReadonlyMap<string, string>): string | null =>
  sentences[finding.code]?.(finding.values as never, finding.place, names) ?? null;

/** A name in it that had a longer form: nipples of a sequence were named with their corner. */
export const isSaidBy = (stored: string, sentence: string): boolean =>
  stored === sentence ||
  // "Draw 3, left front, inner" was named by its place in the sequence and its corner; the drum's pads were called shoes.
  (sentence.startsWith('Skipped: Draw') && stored.replace(/^(Skipped: Draw \d+)[^.]*\./, '$1.') === sentence) ||
  stored.replace(/: Shoes,/, ': Pads,') === sentence;
