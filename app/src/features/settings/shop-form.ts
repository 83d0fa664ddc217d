import {
  type DayOff,
  type FluidPolicy,
  type Shop,
  type UnitSystem,
  readFigure,
  readTimeSpan,
  writeTimeSpan,
} from '@calvik/core';
import { isCurrency, priceMinor, priceText } from '../../fields/money';
import { recordText } from '../../ui/quantity-text';
import { type TypedDaysOff, noDaysTyped, readDaysOff } from '../../fields/days-off-fields';
import { type PolicyForm, policyOf } from '../../fields/policy-fields';
import { type RulesForm, rulesForm, rulesOf } from '../../fields/rule-fields';
import type { useQuantity } from '../../records/save-record';
import { readWeek, weekText } from '../../fields/week-fields';

export interface ShopForm extends RulesForm {
  name: string;
  timeZone: string;
  margin: string;
  peak: string;
  certainty: string;
  uptake: string;
  openDays: string;
  altitude: string;
  padLimit: string;
  padStart: string;
  padsEvery: string;
  wheelAtOnce: boolean;
  suspects: string;
  container: string;
  slackDays: string;
  afterDays: string;
  machineDays: string;
  reBedKm: string;
  reBedDays: string;
  lawful: string;
  week: string[];
  /** Like "12:00 to 12:30", a line each. */
  breaks: string;
  closed: DayOff[];
  off: TypedDaysOff;
  pace: Shop['planPace'];
  currency: string;
  labour: string;
  costTold: boolean;
  /** A line each. */
  adapters: string;
  bleeders: string;
  trailers: string;
  policies: FluidPolicy[];
  add: PolicyForm;
}

/** Breaks as typed, a line each. @returns them, or what is wrong */
export function readBreaks(text: string): { breaks: Shop['breaks'] } | { message: string } {
  const breaks: Shop['breaks'] = [];
  for (const line of text.split('\n').filter((l) => l.trim() !== '')) {
    const span = readTimeSpan(line);
    if (!span || span.to <= span.from)
      return { message: `Breaks: “${line.trim()}” is none. Type it like 12:00 to 12:30.` };
    breaks.push(span);
  }
  return { breaks: breaks.sort((a, b) => a.from.localeCompare(b.from)) };
}

/** The settings as the form begins with them. */
export const shopForm = (shop: Shop, system: UnitSystem): ShopForm => ({
  name: shop.name,
  timeZone: shop.timeZone,
  margin: recordText(shop.demandedMarginC, 'temperatureDifference', system),
  peak: recordText(shop.defaultPeakFluidTempC, 'temperature', system),
  certainty: recordText(shop.peakCertaintyPercent, 'share', system),
  uptake: String(shop.defaultUptakePercentPerYear),
  openDays: recordText(shop.openBottleDays, 'days', system),
  altitude: recordText(shop.altitudeM, 'altitude', system),
  padLimit: recordText(shop.padLimitMm, 'length', system),
  padStart: String(shop.padTrackStartPercent),
  padsEvery: String(shop.padsEverySessions),
  wheelAtOnce: shop.isWheelLoggedAtOnce,
  suspects: String(shop.suspectSharePercent),
  container: recordText(shop.wasteContainerMl, 'volume', system),
  slackDays: recordText(shop.slackDays, 'days', system),
  afterDays: recordText(shop.afterEventDays, 'days', system),
  machineDays: recordText(shop.machineBeddingDays, 'days', system),
  reBedKm: recordText(shop.reBedAfterRoadKm, 'distance', system),
  reBedDays: recordText(shop.reBedAfterDays, 'days', system),
  lawful: recordText(shop.lawfulRoadKmh, 'speed', system),
  week: weekText(shop.hours),
  breaks: shop.breaks.map(writeTimeSpan).join('\n'),
  closed: shop.closedDays,
  off: noDaysTyped,
  pace: shop.planPace,
  currency: shop.currency,
  labour: shop.labourMinorPerHour === null ? '' : priceText(shop.labourMinorPerHour, shop.currency),
  costTold: shop.isCostTold,
  adapters: shop.capAdapters.join('\n'),
  bleeders: shop.pressureBleeders === null ? '' : String(shop.pressureBleeders),
  trailers: shop.trailers === null ? '' : String(shop.trailers),
  ...rulesForm(shop, system),
  policies: shop.fluidPolicies,
  add: { school: 'none', count: '' },
});

/** The rules about fluid with the one that was chosen and not added yet: it is meant too. */
export function policiesOf(form: Pick<ShopForm, 'policies' | 'add'>): FluidPolicy[] {
  const typed = policyOf(form.add);
  return typed ? [...form.policies.filter((p) => p.school !== typed.school), typed] : form.policies;
}

/** A number of things; null where nobody has said one. */
const countOf = (text: string): number | null => (text.trim() === '' ? null : readFigure(text));

/** The settings as they are typed; or what is wrong with them. */
export function shopOf(f: ShopForm, shop: Shop, quantity: ReturnType<typeof useQuantity>): Shop | string {
  const read = readWeek(f.week);
  if ('message' in read) return read.message;
  const breaks = readBreaks(f.breaks);
  if ('message' in breaks) return breaks.message;
  if (!isCurrency(f.currency.trim().toUpperCase()))
    return `“${f.currency.trim()}” is no currency: give its three letters, like EUR.`;
  const labour = priceMinor(f.labour, f.currency.trim().toUpperCase());
  if (Number.isNaN(labour))
    return `“${f.labour.trim()}” is no price of an hour: type it like 80.00, or leave it empty.`;
  const off = readDaysOff(f.off);
  if (off && 'message' in off) return off.message;
  return {
    ...shop,
    ...rulesOf(f, quantity),
    hours: read.week,
    breaks: breaks.breaks,
    closedDays: off ? [...f.closed, off.day] : f.closed,
    planPace: f.pace,
    currency: f.currency.trim().toUpperCase(),
    labourMinorPerHour: labour,
    isCostTold: f.costTold,
    capAdapters: f.adapters
      .split('\n')
      .map((line) => line.trim())
      .filter((line) => line !== ''),
    pressureBleeders: countOf(f.bleeders),
    trailers: countOf(f.trailers),
    slackDays: Math.round(quantity(f.slackDays, 'days')),
    afterEventDays: Math.round(quantity(f.afterDays, 'days')),
    machineBeddingDays: Math.round(quantity(f.machineDays, 'days')),
    reBedAfterRoadKm: Math.round(quantity(f.reBedKm, 'distance')),
    reBedAfterDays: Math.round(quantity(f.reBedDays, 'days')),
    lawfulRoadKmh: quantity(f.lawful, 'speed'),
    name: f.name,
    timeZone: f.timeZone.trim(),
    fluidPolicies: policiesOf(f),
    demandedMarginC: quantity(f.margin, 'temperatureDifference'),
    defaultPeakFluidTempC: quantity(f.peak, 'temperature'),
    peakCertaintyPercent: quantity(f.certainty, 'share'),
    defaultUptakePercentPerYear: quantity(f.uptake, 'share'),
    openBottleDays: Math.round(quantity(f.openDays, 'days')),
    altitudeM: quantity(f.altitude, 'altitude'),
    padLimitMm: quantity(f.padLimit, 'length'),
    padTrackStartPercent: quantity(f.padStart, 'share'),
    padsEverySessions: readFigure(f.padsEvery) ?? 1,
    isWheelLoggedAtOnce: f.wheelAtOnce,
    suspectSharePercent: quantity(f.suspects, 'share'),
    wasteContainerMl: quantity(f.container, 'volume'),
  };
}
