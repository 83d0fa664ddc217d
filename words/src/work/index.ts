/** Work lists, plans and shopping: comes with the planning pages, not with the first one. */
import type { Finding, Logbook } from '@calvik/core';
import type {
  FluidNeed,
  Reservable,
  ScheduleFindings,
  ShoppingBasis,
  ShoppingLine,
  ToolKind,
  ToolNeed,
  UnknownGoods,
  WayOut,
  WorkFindings,
  WorkReason,
} from '@calvik/core/run-up';
import type { Goods, JobKind, PartNeed, RuleFrom, RulesInForce, StrictRule } from '@calvik/core';
import { addTexts, findingText } from '../findings';
import { checkNames, jobNames, padLimitOwnerNames } from '../names';
import type { Say } from '../reader';
import { type TextsFor, counted, list } from '../texts';
import { kindName, workName } from '../work-names';

/** Whose rule it is. */
export const ownerName = ({ owner, name }: RuleFrom): string => (owner === 'shop' ? 'the shop' : name);

const beddedOnly = (isBeddedOnly: boolean): string => (isBeddedOnly ? ' Bedded parts only.' : '');

/** Where a part comes from: "Set P-11, on the shelf", "Pads front, Kerren R2: to buy, Corran Friction, 5 working days". */
export function partText({ goods, name, axle, source, stock, on, supplier }: PartNeed, say: Say): string {
  if (source === 'shelf')
    return goods === 'padSet'
      ? `Set ${name}, on the shelf`
      : goods === 'rotorPair'
        ? `Pair ${name}, on the shelf`
        : `${goodsName(goods, name, axle)}: ${stock ?? 0} on the shelf`;
  const what = goodsName(goods, name, axle);
  if (source === 'ordered') return `${what}: ordered, on the shelf by ${say.day(on)}`;
  if (source === 'buy' && supplier)
    return `${what}: to buy, ${supplier.name}, ${counted(supplier.leadDays, 'working day')}`;
  return `${what}: nothing on record to order by, or no supplier sells it`;
}

/** Where the fluid for a piece of work comes from: "Velt 600, 720 mL: ordered, on the shelf by Tue 9 Jun". */
export function fluidText(
  { ml, fluidId, grade, source, on }: FluidNeed,
  logbook: Pick<Logbook, 'fluids'>,
  say: Say,
): string {
  const what = `${logbook.fluids.get(fluidId ?? '')?.name ?? grade}, ${say.value(ml, 'volume')}`;
  switch (source) {
    case 'shelf':
      return `${what}, on the shelf`;
    case 'ordered':
      return `${what}: ordered, on the shelf by ${say.day(on)}`;
    case 'buy':
      return `${what}: to buy, on the shelf by ${say.day(on)} at best`;
    case 'unknown':
      return `${what}: not here, and nobody on record sells it`;
  }
}

/** "Pads front, Kerren R2"; "Rotors rear"; "Brake hose". */
export function goodsName(goods: Goods, name: string, axle: string | null): string {
  const at = axle ? ` ${axle}` : '';
  switch (goods) {
    case 'padSet':
      return `Pads${at}, ${name || 'compound not on record'}`;
    case 'rotorPair':
      return `Rotors${at}${name ? `, like ${name}` : ''}`;
    case 'bottle':
      return name || 'Fluid';
    case 'wearPart':
      return name || 'Brake hose';
  }
}

const workTexts: TextsFor<WorkFindings> = {
  padsUnderLimit: ({ thickness, limit, owner }, _, say) =>
    `${say.quantity(thickness)} left, limit ${say.quantity(limit)} (${padLimitOwnerNames[owner]}).`,
  padsUnderRule: ({ thickness, wanted }, _, say) =>
    `${say.quantity(thickness)} left, ${say.quantity(wanted)} asked for.`,
  roadPadsOn: ({ pads }) => `Road set ${pads} is on the car.`,
  takeSpare: ({ thickness, percentOfNew }, _, say) =>
    `${say.quantity(thickness)} is ${percentOfNew} % of new: take a spare set along.`,
  newPartsGoOn: ({ isBeddedOnly }) => `New parts go on.${beddedOnly(isBeddedOnly)}`,
  notBeddedYet: ({ isBeddedOnly }) => `What is on has not been bedded yet.${beddedOnly(isBeddedOnly)}`,
  awayForBedding: ({ isNew, isBeddedOnly, days }) =>
    `${isNew ? 'New parts go on.' : 'What is on has not been bedded yet.'}${beddedOnly(isBeddedOnly)} Away for ${counted(days, 'day')}.`,
  ductsWanted: () => 'Ducts wanted on the car.',
  noDuctsOnRecord: () => 'There are no ducts on record for this car, and no duct hose in stock.',
  noDuctsAllowed: () => 'No ducts allowed.',
  faultFoundOn: ({ check, on, remark }, _, say) =>
    `Fault found on ${say.date(on)}: ${remark || checkNames[check].toLowerCase()}.`,
  linesToSign: ({ lines }) => `${counted(lines, 'line')} to sign.`,
  wheelsWereOff: () => 'Wheels were off: nuts and caliper bolts again.',
  backOnTheRoad: () => 'The car goes back on the road.',
  roadSetOnShelf: ({ pads }) => `Road set ${pads} is on the shelf.`,
  ownReason: ({ text }) => text,
  eventHasBegun: () => 'The event has begun.',
  loadUpIsOver: ({ loadUp }, _, say) => `Load-up was ${say.day(loadUp)}.`,
  partComesTooLate: ({ goods, part, source, on, supplier, leadDays, loadUp }, { axle }, say) => {
    const how =
      source === 'buy' ? `to buy, ${supplier}, ${counted(leadDays, 'working day')}` : `on the shelf by ${say.day(on)}`;
    return `${goodsName(goods, part, axle ?? null)}: ${how}: after load-up on ${say.day(loadUp)}.`;
  },
  noCapAdapter: ({ adapter, method }) =>
    `No cap adapter “${adapter}” in the shop: ${method === 'pedalTwo' ? 'two people with the pedal' : 'one person with the pedal, hose in old fluid'}.`,
  noFluidOnRecord: ({ grade }) => `No ${grade} is on record: enter the fluid, and a bottle of it.`,
  fluidMissing: ({ fluid, wanted, short }, _, say) =>
    `${fluid}: ${say.quantity(wanted)} wanted, ${say.quantity(short)} short, and no supplier on record sells fluid.`,
  fluidComesTooLate: ({ fluid, wanted, on, isOrdered, supplier, latest }, _, say) =>
    `${fluid}, ${say.quantity(wanted)}: ${isOrdered ? `ordered, on the shelf by ${say.day(on)}` : `to buy, ${supplier}, on the shelf by ${say.day(on)} at best`}: after ${say.day(latest)}.`,
  partUnknown: ({ goods, part }, { axle }) =>
    part
      ? `${goodsName(goods, part, axle ?? null)}: no supplier on record sells it.`
      : `${goods === 'padSet' ? `Which pads are on${axle ? `, ${axle},` : ''} is not on record: enter the set, or one like it.` : `Nothing like it is on record: enter ${goods === 'rotorPair' ? 'the rotors' : 'the part'}.`}`,
  noDayLeft: ({ earliest, latest }, _, say) =>
    `May not be done before ${say.day(earliest)}, must be by ${say.day(latest)}.`,
  waitsFor: ({ work }, { axle }) => `Waits for ${[kindName(work).toLowerCase(), axle].filter(Boolean).join(', ')}.`,
  nobodyHasTheSkill: ({ wantsTwo }) =>
    `Nobody in the crew has the skill for it${wantsTwo ? ', and it needs two' : ''}.`,
};

const scheduleTexts: TextsFor<ScheduleFindings> = {
  dayIsOver: () => 'That day is over.',
  workTooEarly: ({ work, ownTitle, earliest, because, part, rule }, _, say) =>
    `${kindName(work, ownTitle)}: not before ${say.day(earliest)}${
      because === 'part'
        ? `, when ${part || 'its part'} is here`
        : because === 'rule'
          ? `, or it does not count for ${rule || 'the shop'}`
          : ''
    }.`,
  workTooLate: ({ work, ownTitle, latest }, _, say) =>
    `${kindName(work, ownTitle)}: must be done by ${say.day(latest)}, load-up.`,
  endsAfterLoadUp: ({ ends, loadUp }) => `Goes on until ${ends}; load-up is at ${loadUp}.`,
  toolIsTaken: ({ tool, car, from, to }) =>
    `${tool === 'bleeder' ? 'The pressure bleeder' : 'The torque wrench'} is at ${car} from ${from} to ${to}.`,
  noWrenchReaches: ({ torque }, _, say) => `No torque wrench of the shop reaches ${say.quantity(torque)}.`,
  trailersShort: ({ has, wanted, on, events }, _, say) =>
    events.length > 0
      ? `${counted(has, 'trailer')}, and ${wanted} needed on ${say.day(on)}: ${list(events)} too.`
      : `${counted(wanted, 'trailer')} needed, and the shop has ${has}.`,
  hasLeft: ({ person }) => `${person} has left the crew.`,
  isOff: ({ person, why }) => `${person} is off${why ? ` (${why})` : ''}.`,
  shopIsShut: ({ why }) => `The shop is shut${why ? ` (${why})` : ''}.`,
  isAtEvent: ({ person, event }) => `${person} is at ${event}.`,
  doesNotGoThere: ({ person, event }) => `${person} is not among those who go to ${event}.`,
  doesNotWorkThatDay: ({ person }) => `${person} does not work on that day.`,
  outsideHours: ({ person, from, to }) => `${person} works from ${from} to ${to} on that day.`,
  notTheirWork: ({ person, works }) => `Not work for ${person}: ${list(works.map((key) => workName(key)))}.`,
  doesNotTravel: ({ person }) => `${person} does not travel.`,
  wantsTwo: () => 'Needs two people.',
  wantsLift: () => 'Needs a lift.',
  comesAfter: ({ work, ownTitle, first, lagDays }) =>
    `${kindName(work, ownTitle)} comes after ${kindName(first).toLowerCase()}${lagDays > 0 ? `, ${counted(lagDays, 'day')}` : ''}.`,
  comesBefore: ({ work, ownTitle, first }) =>
    `${kindName(first)} comes before ${kindName(work, ownTitle).toLowerCase()}.`,
  waitsForWork: ({ work, ownTitle }) => `Comes after ${kindName(work, ownTitle).toLowerCase()}, which does not fit.`,
  liftIsGone: ({ lift }) => `${lift} is not there any more: give it another lift.`,
  eventCancelled: ({ event }) => `${event} is cancelled.`,
  bookingCancelled: ({ event }) => `The car is not booked to ${event || 'the event'} any more.`,
  workNotWanted: ({ works }) => `Not wanted any more: ${list(works.map((key) => workName(key).toLowerCase()))}.`,
  carAtTwoEvents: ({ event, on }, _, say) => `On ${say.day(on)} the car is booked to ${event} too.`,
  textSaysOtherDay: ({ about, told, now }, _, say) => {
    const day = (text: string): string => `${say.day(text.slice(0, 10))}${text.slice(10)}`;
    const what = about === 'event' ? 'the event is on' : 'bring it in on';
    return `The text says ${what} ${day(told)}; ${now ? `now it is ${day(now)}` : 'now no day is set'}.`;
  },
  stockShort: ({ name, on }, _, say) =>
    `${name} does not do for it in time: more can be on the shelf ${on ? say.day(on) : 'only when somebody sells it'}.`,
  noRoom: () => 'No room with the crew and the lifts that there are, in its window.',
};

addTexts(workTexts);
addTexts(scheduleTexts);

/** A finding of work lists and plans, or any other, as a sentence. */
export const workFindingText = (finding: Finding, say: Say): string => findingText(finding, say);

/** Why a piece of work is needed, with whose rule it is. */
export const reasonText = ({ finding, from }: WorkReason, say: Say): string =>
  from ? `${findingText(finding, say)} (${ownerName(from)})` : findingText(finding, say);

/** Each rule in force as a sentence, with whose it is. */
export function ruleLines(rules: RulesInForce, say: Say): string[] {
  const whose = <T>(rule: StrictRule<T>): string => {
    const others = rule.others.map((o) => ownerName(o.from));
    return `${ownerName(rule.from)}${others.length > 0 ? `; stricter than or the same as ${list(others)}` : ''}`;
  };
  const { minPadMm, beddedPartsOnly, reTorqueAtEvent, ductsAtEvent, inspection } = rules;
  const overruled = ductsAtEvent?.others.filter((o) => o.value !== ductsAtEvent.value).map((o) => ownerName(o.from));
  return [
    ...(minPadMm ? [`Pads of ${say.value(minPadMm.value, 'length')} at least (${whose(minPadMm)}).`] : []),
    ...(beddedPartsOnly ? [`Bedded parts only (${whose(beddedPartsOnly)}).`] : []),
    ...(reTorqueAtEvent
      ? [`Wheel nuts and caliper bolts again after the first session (${whose(reTorqueAtEvent)}).`]
      : []),
    ...(ductsAtEvent
      ? [
          `Ducts ${ductsAtEvent.value} (${ownerName(ductsAtEvent.from)}${overruled?.length ? `; ${list(overruled)} overruled` : ''}).`,
        ]
      : []),
    ...(inspection
      ? [`Inspection form of ${counted(inspection.lines.length, 'line')} (${list(inspection.from.map(ownerName))}).`]
      : []),
  ];
}

const hoursText = (minutes: number): string =>
  [Math.floor(minutes / 60) > 0 ? `${Math.floor(minutes / 60)} h` : '', minutes % 60 > 0 ? `${minutes % 60} min` : '']
    .filter(Boolean)
    .join(' ');

/**
 * A way out in one sentence.
 * @param jobOf kind and car of a fixed job
 */
export function wayOutText(
  way: WayOut,
  say: Say,
  jobOf: (jobId: string) => { kind: JobKind; car: string } | null,
): string {
  switch (way.kind) {
    case 'moreHours':
      return `${atEvent(way)} stays ${hoursText(way.extraMin)} longer on ${say.day(way.on)}.`;
    case 'anotherDay':
      return `${atEvent(way)} comes in on ${say.day(way.on)} for ${hoursText(way.forMin)}.`;
    case 'unpin': {
      const job = jobOf(way.jobId);
      return `Move ${job ? `${jobNames[job.kind].toLowerCase()} of ${job.car || 'a car'}` : 'a job'}, which is pinned on ${say.day(way.on)}.`;
    }
    case 'onStands':
      return 'On stands beside the lifts.';
    case 'drop':
      return `Drop ${workName(way.key, way.ownTitle)}, ${way.car || 'a car'}.`;
    case 'fromStock':
      return `Reserve ${way.pads}, ${way.compound}, from stock for it, if it fits.`;
    case 'otherFluid':
      return `Reserve a bottle of ${way.fluid} for it: ${say.value(way.ml, 'volume')} on the shelf.`;
    case 'enterFluid':
      return `Enter a ${way.grade} fluid and a bottle of it in stock.`;
    case 'enterSupplier':
      return 'Enter a supplier that sells it, or what is on the shelf.';
    case 'enterPart':
      return 'Enter what is on the car: then one like it can be ordered.';
    case 'dropWithReason':
      return 'Drop it with a reason, and tell the organiser and the customer.';
  }
}
const atEvent = ({ person, event }: { person: string; event: string | null }): string =>
  event ? `${person} at ${event}` : person;

/** What can be reserved, in one line. */
export function reservableText(r: Reservable, say: Say): string {
  switch (r.goods) {
    case 'padSet':
      return `set ${r.part.label}, ${r.compound}, ${say.value(r.thicknessMm, 'length')}`;
    case 'rotorPair':
      return `pair ${r.part.label}, ${say.value(r.part.newThicknessMm, 'length')} new`;
    case 'bottle':
      return `bottle ${r.part.label}, ${r.fluid?.name ?? ''}, ${say.value(r.leftMl, 'volume')}`;
  }
}

const toolNames: Record<ToolKind, string> = {
  capAdapter: 'Cap adapter',
  bleedSpanner: 'Bleed spanner',
  caliperSocket: 'Socket for the caliper',
  bracketSocket: 'Socket for the bracket',
  wheelSocket: 'Socket for the wheels',
  lockingWheelKey: 'Locking-wheel key',
  retractingTool: 'Retracting tool',
};

/** "Bleed spanner 11 mm", "Cap adapter 45 mm bayonet". */
export const toolText = ({ tool, text }: ToolNeed): string =>
  `${toolNames[tool]} ${text}${tool === 'bleedSpanner' ? ' mm' : ''}`;

/** What is wanted and not on record: "DOT 4 fluid", "Pads front". */
export const unknownGoodsText = ({ goods, axle, grade }: UnknownGoods): string =>
  goods === 'bottle'
    ? `${grade} fluid`
    : goods === 'padSet'
      ? `Pads${axle ? ` ${axle}` : ''}`
      : goods === 'rotorPair'
        ? `Rotors${axle ? ` ${axle}` : ''}`
        : 'A part';

/** A line of a shopping list: what, and how the count was come by. */
export const shoppingLineName = ({ goods, name, axle, sizeMl }: ShoppingLine, say: Say): string =>
  `${goodsName(goods, name, axle)}${sizeMl === null ? '' : `, ${say.value(sizeMl, 'volume')}`}`;

export function shoppingBasisText(basis: ShoppingBasis, { goods, count }: ShoppingLine, say: Say): string {
  switch (basis.of) {
    case 'oneEach':
      return goods === 'padSet' ? 'One set does one axle.' : goods === 'rotorPair' ? 'One pair does one axle.' : '';
    case 'fluid':
      return `${say.value(basis.wantedMl, 'volume')} wanted, ${say.value(basis.hereMl, 'volume')} here or coming: ${count - 1} and one over.`;
    case 'stock':
      return `${basis.here} on the shelf${basis.reserved > 0 ? `, ${basis.reserved} reserved` : ''}, order again at ${basis.reorderAt}.`;
  }
}
