import type {
  MeasuredFindings,
  BeddingFindings,
  ConditionFindings,
  Finding,
  FindingTrace,
  FluidFindings,
  HeatFindings,
  HydraulicsFindings,
  InventoryFindings,
  JobFindings,
  PadFindings,
  PedalFindings,
  Place,
  Quantity,
  ReadinessFindings,
  RotorFindings,
  ServiceFindings,
  TorqueFindings,
  TrackFindings,
  WearFindings,
} from '@calvik/core';
import { type Say, tellApart } from '../reader';
import type { TextsFor } from '../texts';
import { wheelBearingTexts } from '../wheel-bearings';
import { beddingTexts } from './bedding';
import { conditionTexts } from './condition';
import { fluidTexts } from './fluid';
import { heatTexts } from './heat';
import { hydraulicsTexts, inventoryTexts, padTexts, pedalTexts, rotorTexts, torqueTexts } from './parts';
import { trackTexts } from './track';
import { wearTexts } from './wear';
import { jobTexts, readinessTexts, serviceTexts } from './service';

/** Every finding of core but those of work lists and plans, which come with `@calvik/words/work`. */
type AllFindings = PadFindings &
  RotorFindings &
  MeasuredFindings &
  TorqueFindings &
  PedalFindings &
  HydraulicsFindings &
  InventoryFindings &
  FluidFindings &
  HeatFindings &
  BeddingFindings &
  ConditionFindings &
  ServiceFindings &
  ReadinessFindings &
  TrackFindings &
  WearFindings &
  JobFindings;

const texts: TextsFor<AllFindings> = {
  ...padTexts,
  ...rotorTexts,
  ...wheelBearingTexts,
  ...torqueTexts,
  ...pedalTexts,
  ...hydraulicsTexts,
  ...inventoryTexts,
  ...fluidTexts,
  ...heatTexts,
  ...wearTexts,
  ...beddingTexts,
  ...conditionTexts,
  ...serviceTexts,
  ...readinessTexts,
  ...trackTexts,
  ...jobTexts,
};

type Text = (values: Finding['values'], place: Place, say: Say) => string;
const textsByCode = new Map(Object.entries(texts as unknown as Record<string, Text>));

/** Adds the texts of a part that is loaded later. */
export const addTexts = (more: object): void => {
  for (const [code, text] of Object.entries(more)) textsByCode.set(code, text as Text);
};

/** Names of fasteners by their keys, of the car that is spoken of. */
export type FastenerNames = ReadonlyMap<string, string>;

/**
 * A finding as a sentence.
 * @param fasteners what fasteners are called on the car's brake sheet
 * @example findingText(judgeThickness(2.6, spec), sayTo(reader)) // 'Pad 2.6 mm, limit 3.0 mm: change it.'
 */
export function findingText(
  { code, place, values }: FindingTrace | Finding,
  say: Say,
  fasteners: FastenerNames = new Map(),
): string {
  const text = textsByCode.get(code);
  const named = place.fastener
    ? { ...place, fastener: fasteners.get(place.fastener) ?? inWords(place.fastener) }
    : place;
  return capitalFirst(text ? text(values, named, tellApart(say, quantitiesIn(values))) : `Found: ${code}.`);
}

/** A figure and the limit that it is judged by stand in one finding. */
const quantitiesIn = (values: Finding['values']): Quantity[] =>
  Object.values(values).filter(
    (v): v is Quantity => typeof v === 'object' && v !== null && 'measure' in v && 'value' in v,
  );

/** A key where nobody has the sheet: "front wheel". */
const inWords = (key: string): string => key.replace(/([a-z])([A-Z])/g, '$1 $2').toLowerCase();
const capitalFirst = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** Names of the fasteners on a brake sheet. */
export const fastenerNames = (fasteners: readonly { key: string; name: string }[]): FastenerNames =>
  new Map(fasteners.map((f) => [f.key, f.name]));
