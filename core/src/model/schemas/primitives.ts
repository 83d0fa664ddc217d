import { z } from 'zod';
import { isTimeZone } from '../../calendar';
import type { Dimension } from '../../units';
import { bleedNipples, corners, grades } from '../terms';
import { said } from './said';

/** UUID version 7, made by whoever creates the thing: sortable by time, safe to make offline. */
export const id = z
  .string()
  .refine((text) => z.uuidv7().safeParse(text).success, said('notAnId'))
  .meta({ format: 'uuid' });
export type Id = z.infer<typeof id>;

/** A moment in UTC. */
export const instant = z
  .string()
  .refine((text) => z.iso.datetime().safeParse(text).success, said('notAMoment'))
  .meta({ format: 'date-time' });

/** A calendar date in the shop's time zone. */
export const localDate = z
  .string()
  .refine((text) => z.iso.date().safeParse(text).success, said('notADate'))
  .meta({ format: 'date' });

/** Of a wall clock, `HH:mm`. */
export const timeOfDay = z.string().refine((time) => /^([01]\d|2[0-3]):[0-5]\d$/.test(time), said('notATime'));
export const timeZone = z.string().max(60).refine(isTimeZone, said('timeZoneUnknown'));

const lettersOnly = (text: string): boolean => !/[\u0000-\u0008\u000b\u000c\u000e-\u001f]/.test(text);

/** A line that must say something. */
export const line = (max = 80) =>
  z
    .string()
    .trim()
    .refine((text) => text.length > 0, said('empty'))
    .refine((text) => text.length <= max, said('tooLong', { max }))
    .refine(lettersOnly, said('controlCharacters'))
    .meta({ minLength: 1, maxLength: max });

/** Free text, possibly empty. */
export const note = (max = 2000) =>
  z
    .string()
    .trim()
    .refine((text) => text.length <= max, said('tooLong', { max }))
    .refine(lettersOnly, said('controlCharacters'))
    .meta({ maxLength: max });

/** Units that are canonical for a dimension, so that a limit can be said in the reader's own. */
const dimensionOf: Partial<Record<string, Dimension>> = {
  '°C': 'temperature',
  kPa: 'pressure',
  mm: 'length',
  m: 'altitude',
  mL: 'volume',
  'N·m': 'torque',
  kg: 'mass',
  '%': 'share',
  min: 'duration',
  'km/h': 'speed',
  'mm²': 'area',
};

const inRange = <T extends z.ZodNumber | z.ZodInt>(schema: T, min: number, max: number, unit: string) => {
  const measure = dimensionOf[unit];
  const limit = (value: number) => ({ limit: measure ? { value, measure } : value, unit });
  return schema
    .refine((value) => value >= min, said('tooLow', limit(min)))
    .refine((value) => value <= max, said('tooHigh', limit(max)))
    .meta({ minimum: min, maximum: max, unit });
};

/** A number in a stated range; the range and its unit go with the complaint. */
export const quantity = (min: number, max: number, unit: string) => inRange(z.number(), min, max, unit);

export const whole = (min: number, max: number, unit: string) =>
  z
    .number()
    .refine(Number.isInteger, said('notWhole', { unit }))
    .refine((value) => value >= min, said('tooLow', { limit: min, unit }))
    .refine((value) => value <= max, said('tooHigh', { limit: max, unit }))
    .meta({ type: 'integer', minimum: min, maximum: max });

export const corner = z.enum(corners);
export const side = z.enum(['left', 'right']);
export const grade = z.enum(grades);
export const nipple = z.enum(bleedNipples);
export const pedalFeel = z.enum(['firm', 'acceptable', 'long', 'soft']);

export type Side = z.infer<typeof side>;
export type PedalFeel = z.infer<typeof pedalFeel>;
