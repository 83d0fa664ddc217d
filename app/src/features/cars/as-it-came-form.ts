import {
  type AsItCameEntry,
  type Axle,
  type AxleAsItCame,
  type Car,
  type Logbook,
  type PadSet,
  type UnitSystem,
  axleParts,
  compoundName,
  foundAgain,
  parseQuantity,
  preferredUnit,
} from '@calvik/core';
import { factSchema, recordSchemas } from '@calvik/core/model/schemas';
import type { Say } from '@calvik/words';
import { quantityProblemText } from '@calvik/words/input';
import { recordText } from '../../ui/quantity-text';
import { fieldErrors } from '../../state/new-record';

/** What somebody types of an axle. */
export interface AxleForm {
  compound: string;
  use: PadSet['use'];
  padNew: string;
  padNow: string;
  rotorNew: string;
  rotorDiscard: string;
  rotorNow: string;
  bedded: 'yes' | 'no' | 'unknown';
}
export interface AsItCameForm {
  front: AxleForm;
  rear: AxleForm;
  flushedOn: string;
  flushedBy: string;
  flushedWith: string;
}

/** An axle as the form begins: with the parts that are on record for it. */
export function axleForm(logbook: Logbook, car: Car, axle: Axle, system: UnitSystem): AxleForm {
  const { padSet, rotorPair } = axleParts(logbook, car, axle);
  const mm = (value: number | null | undefined): string => recordText(value, 'length', system);
  return {
    compound: padSet ? compoundName(logbook, padSet) : '',
    use: padSet?.use ?? 'track',
    padNew: mm(padSet?.newThicknessMm ?? 12),
    padNow: '',
    rotorNew: mm(rotorPair?.newThicknessMm ?? null),
    rotorDiscard: mm(rotorPair?.discardThicknessMm ?? null),
    rotorNow: '',
    bedded: 'unknown',
  };
}

/** What was typed of an axle, in mm; or the sentence that says what is wrong with it. */
export function readAxle(form: AxleForm, axle: Axle, system: UnitSystem): AxleAsItCame | string {
  const where = axle === 'front' ? 'Front' : 'Rear';
  const wrong: string[] = [];
  const read = (text: string, what: string): number | null => {
    if (text.trim() === '') return null;
    const parsed = parseQuantity(text, 'length', preferredUnit('length', system));
    if (parsed.ok) return parsed.value;
    wrong.push(`${where} ${what}: ${quantityProblemText(parsed)}`);
    return null;
  };
  const padNewMm = read(form.padNew, 'pads new');
  const padNowMm = read(form.padNow, 'pads now');
  const rotorNewMm = read(form.rotorNew, 'rotors new');
  const discardMm = read(form.rotorDiscard, 'discard thickness');
  const rotorNowMm = read(form.rotorNow, 'rotors now');
  if (wrong[0] !== undefined) return wrong[0];
  const compound = form.compound.trim();
  if (form.bedded !== 'unknown' && compound === '' && rotorNewMm === null)
    return `${where}: say which pads or rotors they are, or leave open whether they are bedded.`;
  if (compound === '' && padNowMm !== null) return `${where} pads: say which compound they are.`;
  if (compound !== '' && padNewMm === null) return `${where} pads: how thick are they new?`;
  if (rotorNewMm === null && (rotorNowMm !== null || discardMm !== null))
    return `${where} rotors: how thick are they new?`;
  return {
    pads: compound === '' ? null : { compound, use: form.use, newMm: padNewMm!, nowMm: padNowMm },
    rotors: rotorNewMm === null ? null : { newMm: rotorNewMm, discardMm, nowMm: rotorNowMm },
    isBedded: form.bedded === 'unknown' ? null : form.bedded === 'yes',
  };
}

/** Which parts the shop has on record for an axle, and whether those that were typed are others; null where there are none. */
export function onRecordText(logbook: Logbook, car: Car, axle: Axle, typed: AxleAsItCame | string): string | null {
  const { padSet, rotorPair } = axleParts(logbook, car, axle);
  const labels = [padSet, rotorPair].flatMap((part) => (part ? [part.label] : []));
  if (labels.length === 0) return null;
  if (typeof typed === 'string') return `On record: ${labels.join(' and ')}.`;
  const again = foundAgain(logbook, car, axle, typed);
  const others = [
    ...(padSet && typed.pads && !again.padSet ? [padSet.label] : []),
    ...(rotorPair && typed.rotors && !again.rotorPair ? [rotorPair.label] : []),
  ];
  const instead = others.length > 0 ? ` Others are typed here: ${others.join(' and ')} came off.` : '';
  return `On record: ${labels.join(' and ')}.${instead}`;
}

/** The first complaint of the schemas about what is to be saved, with its axle; null where there is none. */
export function firstRefused(entries: readonly AsItCameEntry[], say: Say): string | null {
  for (const { collection, body } of entries) {
    const checked = (collection === 'facts' ? factSchema : recordSchemas[collection]).safeParse(body);
    if (checked.success) continue;
    const where = 'axle' in body ? (body.axle === 'front' ? 'Front: ' : 'Rear: ') : '';
    return `${where}${fieldErrors(checked.error, say)[0]?.message ?? 'This cannot be saved.'}`;
  }
  return null;
}
