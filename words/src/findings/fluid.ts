import type { Finding, FluidFindings, Quantity, RuleFindings } from '@calvik/core';
import { baseNames, cornerNames, ruleOwnerNames } from '../names';
import type { Say } from '../reader';
import { type TextsFor, counted, list, plural } from '../texts';

const corners = (named: readonly string[]): string =>
  list(named.map((c) => cornerNames[c as keyof typeof cornerNames]));
const work = { flush: 'flush', bleed: 'bleed' };

const askedText = ({ rule, days, afterOn }: RuleFindings['workForEvent'], say: Say): string =>
  ({
    afterEvent: `the rule asks for one after the event of ${say.date(afterOn ?? '1970-01-01')}`,
    forThisEvent: `the rule asks for one for this event, at most ${counted(days ?? 0, 'day')} before it`,
    window: `rule says ${days}`,
    weekly: 'the rule says weekly in season',
  })[rule];

export const ruleTexts: TextsFor<RuleFindings> = {
  noFlushOnRecord: () => 'No flush on record.',
  noBleedOnRecord: () => 'No bleed on record.',
  flushStillGood: ({ flushedOn, months, until }, _, say) =>
    `Last flush ${say.date(flushedOn)}; good for ${counted(months, 'month')}, until ${say.date(until)}.`,
  flushTooOld: ({ flushedOn, months, until, isOver }, _, say) =>
    `Last flush ${say.date(flushedOn)}; the ${counted(months, 'month')} ${isOver ? 'ended' : plural(months, 'ends', 'end')} on ${say.date(until)}.`,
  workForEvent: (v, _, say) => {
    const asked = askedText(v, say);
    if (v.doneOn === null) return `No ${work[v.work]} on record; ${asked}.`;
    const when = v.daysBefore === null ? say.date(v.doneOn) : `${counted(v.daysBefore, 'day')} before the event`;
    return `Last ${work[v.work]} ${when}; ${asked}.`;
  },
  noTrackDayYet: () => 'No track day before it: nothing to bleed after.',
  noFluidMeetsDemand: ({ fluid, grade, boilsAt, wanted }, _, say) =>
    fluid && boilsAt
      ? `No ${grade} on record does it: ${fluid}, the best, boils at ${say.quantity(boilsAt)} fresh, wanted is ${say.quantity(wanted)}.`
      : `No ${grade} is on record that could go in.`,
  bledSinceTrackDay: () => 'Bled since the last track day.',
  bleedAfterTrackDay: ({ trackDay, isOver }, _, say) =>
    `${isOver ? 'Not bled since' : 'To be bled after'} the track day of ${say.date(trackDay)}.`,
  outOfSeason: () => 'Out of season.',
  weeklyBleed: ({ bledOn }, _, say) => `Last bleed ${say.date(bledOn)}; the rule says weekly in season.`,
  noEventBooked: () => 'No event booked.',
  neverMet: ({ boilsAt, wanted }, _, say) =>
    `This fluid never met ${say.quantity(wanted)}: it boiled at ${say.quantity(boilsAt)} as it went in. Choose another.`,
  boilsOnDay: ({ boilsAt, on, wanted }, _, say) =>
    `Boils at ${say.quantity(boilsAt)} on ${say.date(on)}, needs ${say.quantity(wanted)}.`,
  mayBoilUnderDemand: ({ boilsAt, wanted }, _, say) =>
    `May boil as low as ${say.quantity(boilsAt)} on the day, needs ${say.quantity(wanted)}: test it.`,
};

export const fluidTexts: TextsFor<FluidFindings> = {
  ...ruleTexts,
  wrongBase: ({ poured, pouredBase, wanted, wantedBase }) =>
    `${poured} is ${baseNames[pouredBase]}; this car takes ${wanted}, ${baseNames[wantedBase]}. The two never mix.`,
  gradeTooLow: ({ poured, wanted }) =>
    `${poured} is below the ${wanted} that this car asks for: a mix is only as good as its worst part.`,
  gradeSuits: ({ poured, wanted }) => `${poured} suits a car that asks for ${wanted}.`,
  wrongFluidInSystem: ({ fluid, grade, wanted }) =>
    `Wrong fluid in the system: ${fluid} (${grade}) in a car for ${wanted}. Not driven until a workshop has cleared it.`,
  boiledSinceFlush: ({ on }, _, say) => `The fluid boiled on ${say.date(on)}: flush it, a bleed is not enough.`,
  nipplesOpen: (v) => `Bleed nipple not shut at the ${corners(v.corners)}.`,
  pedalAfterBleed: ({ feel }) =>
    feel === 'soft'
      ? 'Pedal soft after the last bleed: bleed again, nobody drives it.'
      : 'Pedal long after the last bleed: find out why.',
  bubblesAfterBleed: (v) => `Fluid not free of bubbles at the ${corners(v.corners)}.`,
  dirtyAfterBleed: (v) => `Fluid did not run clean at the ${corners(v.corners)}.`,
  fluidUnknown: () => 'No test and no flush on record: test the fluid.',
  waterBeyondModel: () => 'More than 8 % water by test: change the fluid.',
  boilsUnderPeak: ({ boilsAt, peak }, _, say) =>
    `Boils at ${say.quantity(boilsAt)} on the day; the fluid gets to ${say.quantity(peak)}.`,
  pouredFromOldBottle: ({ bottle, daysOpen, maxDays }) =>
    `Filled from ${bottle}, open for ${counted(daysOpen, 'day')} by then; the shop allows ${maxDays}. Test it in the car, or flush from another bottle.`,
  testTypedAnew: ({ low, high, isBySameHand, peak }, _, say) => {
    const then = high === null ? 'withdrawn' : `at ${say.quantity(high)}`;
    const gets = `the fluid gets to ${say.quantity(peak)}`;
    return isBySameHand
      ? `Tested at ${say.quantity(low)}, then ${then} by the same hand; ${gets}. Somebody else, or the lead, tests it again.`
      : `Tested at ${say.quantity(low)}, then ${then} by somebody else; ${gets}. A third test decides.`;
  },
  boilsUnderDemand: ({ boilsAt, wanted }, _, say) =>
    `Boils at ${say.quantity(boilsAt)} on the day, needs ${say.quantity(wanted)}.`,
  oldFluidLeft: ({ oldPercent }, { corner }) =>
    `By the volumes drawn, ${oldPercent} % of the fluid at the ${corner ? cornerNames[corner] : 'worst corner'} is still the old: flush again, or test what is in there.`,
  ruleNotMet: ({ owner, reason, ...values }, at, say) => {
    const text = ruleTexts[reason as keyof RuleFindings] as (v: unknown, at: Finding['place'], say: Say) => string;
    return `${text(values, at, say).slice(0, -1)} (${ruleOwnerNames[owner]}).`;
  },
  penRed: ({ waterPercent, red }) =>
    `The pen says ${waterPercent.toFixed(1)} % water; ${red} % is red. Test by boiling, or change.`,
  penAmber: ({ waterPercent, amber }) =>
    `The pen says ${waterPercent.toFixed(1)} % water; ${amber} % is amber. Test by boiling.`,
  penDisagrees: ({ penPercent, boilPercent }) =>
    `The pen says ${penPercent.toFixed(1)} % water, the boiling test ${boilPercent.toFixed(1)} %. The boiling test counts.`,
  fluidInOrder: ({ boilsAt, wanted, flushedDaysAgo }, _, say) =>
    [
      boilsAt ? boilsText(boilsAt, wanted, say) : '',
      flushedDaysAgo === null ? '' : `flushed ${counted(flushedDaysAgo, 'day')} ago`,
    ]
      .filter(Boolean)
      .join('; ') + '.',
};

const boilsText = (boilsAt: Quantity, wanted: Quantity, say: Say): string =>
  `Boils at ${say.quantity(boilsAt)}, needs ${say.quantity(wanted)}`;
