/** Fields of records and what stands in them, for the history of a record. */
import type { Dimension, FieldChange } from '@calvik/core';
import type { Say } from './reader';
import { capital, counted, list } from './texts';

/** Names of fields whose own name is not how people say it. */
const names: Partial<Record<string, string>> = {
  archived: 'archived',
  assumed: 'not said yet',
  email: 'e-mail',
  boresMm: 'bores',
  brake: 'kind of brake',
  bleedNipplesPerCorner: 'bleed nipples a corner',
  bleedNippleOrder: 'order of the bleed nipples',
  driverSide: 'driver’s side',
  masterCylinderSide: 'side of the master cylinder',
  reservoirMaxMl: 'reservoir up to MAX',
  reservoirMinMl: 'reservoir up to MIN',
  reservoirDepthMm: 'depth of the reservoir',
  reservoirSharedWithClutch: 'clutch on the same reservoir',
  reservoirCanBeSuckedOut: 'reservoir can be emptied by syringe',
  lineLengthMm: 'line length',
  lineBoreMm: 'line bore',
  sequenceSchool: 'bleeding sequence',
  makerSequence: 'maker’s sequence',
  makerSequenceSource: 'source of the maker’s sequence',
  pressureCeilingKpa: 'highest bleeding pressure',
  fluidPolicy: 'rule about fluid',
  fluidPolicies: 'rules about fluid',
  demandedMarginC: 'demanded margin',
  minPadMm: 'least pad thickness',
  padLimitMm: 'pad limit',
  padsEverySessions: 'sessions from one gauging of the pads to the next',
  isWheelLoggedAtOnce: 'wheel nuts logged with one tap a wheel',
  suspectSharePercent: 'share from which a suspect is ruled out',
  padTrackStartPercent: 'pad share for a track start',
  inspectionItems: 'inspection',
  beddedPartsOnly: 'bedded parts only',
  reTorqueAtEvent: 'nuts again at the event',
  ductsAtEvent: 'ducts',
  loadUpDate: 'load-up',
  loadUpTime: 'hour of load-up',
  trailers: 'trailers',
  pressureBleeders: 'pressure bleeders',
  startDate: 'first day',
  endDate: 'last day',
  crewId: 'who',
  crewIds: 'who goes',
  helperId: 'second pair of hands',
  startAt: 'start',
  isPinned: 'pinned',
  covers: 'work',
  workChanges: 'changed work',
  peakFluidTempC: 'expected peak of the fluid',
  dryBoilingPointC: 'dry boiling point',
  wetBoilingPointC: 'wet boiling point',
  unitPriceMinor: 'price',
  walkIn: 'walk-in',
  wants: 'wanted',
  words: 'driver’s words',
  arrivedAt: 'arrived',
  goesOutAt: 'goes out at',
  staysIn: 'stays in until it is done',
  ownBottle: 'driver’s bottle',
  FL: 'left front',
  FR: 'right front',
  RL: 'left rear',
  RR: 'right rear',
};

/** What a field's name ends with, and what is measured then. */
const measures: readonly [string, Dimension][] = [
  ['Mm2', 'area'],
  ['Mm', 'length'],
  ['Ml', 'volume'],
  ['Kpa', 'pressure'],
  ['Nm', 'torque'],
  ['Kg', 'mass'],
  ['Kmh', 'speed'],
  ['Km', 'distance'],
  ['Percent', 'share'],
  ['Min', 'duration'],
  ['Days', 'days'],
  ['M', 'altitude'],
  ['C', 'temperature'],
];
const measureOf = (field: string): [string, Dimension] | undefined =>
  measures.find(([ending]) => field.endsWith(ending) && field.length > ending.length);

const spaced = (text: string): string =>
  text.replace(/([a-z])([A-Z])/g, (_, a: string, b: string) => `${a} ${b}`).toLowerCase();

/** A pointer is called what it points at. */
const plainName = (field: string): string =>
  field.slice(0, field.length - (measureOf(field)?.[0].length ?? 0)).replace(/(?<=[a-z])Ids?$/, '');
const fieldName = (field: string): string => names[field] ?? spaced(plainName(field));

/** @example changeName(['front', 'boresMm']) // 'Front, bores' */
export const changeName = (path: readonly string[]): string => capital(path.map(fieldName).join(', '));

/** The field of a path that says what is measured: of lengths by corner it is the lengths. */
export const measuredField = (path: readonly string[]): string =>
  [...path].reverse().find((field) => measureOf(field)) ?? path.at(-1) ?? '';

const MOST_LISTED = 6;

const listed = (texts: readonly string[]): string =>
  texts.length > MOST_LISTED ? `${texts.slice(0, MOST_LISTED).join(', ')} …` : list(texts);
/** What an entry of a list is called; empty where it has no name. */
const nameOfEntry = (entry: unknown): string => {
  const { name, title, label } = (entry ?? {}) as Record<string, unknown>;
  return [name, title, label].find((text): text is string => typeof text === 'string' && text !== '') ?? '';
};

/** What stood in a field. @param nameOf the name of a record by its id; empty where it is none */
export function fieldValueText(value: unknown, field: string, say: Say, nameOf: (id: string) => string): string {
  if (value === null || value === undefined || value === '') return 'nothing';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number') {
    const measure = measureOf(field)?.[1];
    if (field === 'demandedMarginC') return say.value(value, 'temperatureDifference');
    return measure ? say.value(value, measure) : String(value);
  }
  if (typeof value === 'string') {
    if (/^\d{4}-\d\d-\d\d$/.test(value)) return say.date(value);
    if (/^\d{4}-\d\d-\d\dT/.test(value)) return say.moment(value);
    if (/^[0-9a-f]{8}-[0-9a-f-]{27}$/.test(value)) return nameOf(value) || 'something else';
    return /^[a-z]+([A-Z][a-z]+)+$/.test(value) ? spaced(value) : value;
  }
  if (Array.isArray(value)) {
    if (value.length === 0) return 'nothing';
    const plain = value.filter((v) => typeof v !== 'object');
    if (plain.length < value.length) {
      const called = value.map((v) => nameOfEntry(v));
      return called.every((name) => name !== '') ? listed(called) : counted(value.length, 'entry', 'entries');
    }
    return listed(plain.map((v) => fieldValueText(v, field, say, nameOf)));
  }
  return 'entered';
}

/** "Plate: QX 114, before QX 141" */
export function changeText({ path, from, to }: FieldChange, say: Say, nameOf: (id: string) => string): string {
  const field = measuredField(path);
  const [was, is] = [from, to].map((v) => fieldValueText(v, field, say, nameOf));
  return was === is ? `${changeName(path)}: changed` : `${changeName(path)}: ${is}, before ${was}`;
}

/** What stands in a record, a line for each field that has something in it: "Plate: QX 141". @param fields each with its value, `to` */
export const fieldLines = (fields: readonly FieldChange[], say: Say, nameOf: (id: string) => string): string[] =>
  fields.flatMap(({ path, to }) => {
    const isEmpty =
      to === null || to === undefined || to === '' || to === false || (Array.isArray(to) && to.length === 0);
    return isEmpty ? [] : [`${changeName(path)}: ${fieldValueText(to, measuredField(path), say, nameOf)}`];
  });
