import { z } from 'zod';
import { isTimeZone } from '../../calendar';
import { corners, grades } from '../terms';

/** UUID version 7, made by whoever creates the thing: sortable by time, safe to make offline. */
export const id = z.uuidv7('This is not a valid id.');
export type Id = z.infer<typeof id>;

/** A moment in UTC. */
export const instant = z.iso.datetime('This is not a moment in UTC (ISO 8601).');

/** A calendar date in the shop's time zone. */
export const localDate = z.iso.date('Give a date as year-month-day.');

export const timeZone = z.string().max(60).refine(isTimeZone, 'This time zone is not known.');

const lettersOnly = (text: string): boolean => !/[\u0000-\u0008\u000b\u000c\u000e-\u001f]/.test(text);

/** A line that must say something. */
export const line = (max = 80) =>
  z
    .string()
    .trim()
    .min(1, 'This must not be empty.')
    .max(max, `At most ${max} characters.`)
    .refine(lettersOnly, 'This text holds control characters.');

/** Free text, possibly empty. */
export const note = (max = 2000) =>
  z.string().trim().max(max, `At most ${max} characters.`).refine(lettersOnly, 'This text holds control characters.');

/** A number in a stated range, with the range said in the error. */
export const quantity = (min: number, max: number, unit: string) =>
  z.number(`A figure in ${unit} is wanted.`).min(min, `At least ${min} ${unit}.`).max(max, `At most ${max} ${unit}.`);

export const whole = (min: number, max: number, what: string) =>
  z
    .int(`A whole number of ${what} is wanted.`)
    .min(min, `At least ${min} ${what}.`)
    .max(max, `At most ${max} ${what}.`);

export const corner = z.enum(corners);
export const side = z.enum(['left', 'right']);
export const grade = z.enum(grades);
export const nipple = z.enum(['single', 'inner', 'outer']);
export const pedalFeel = z.enum(['firm', 'acceptable', 'long', 'soft']);

export type Side = z.infer<typeof side>;
export type BleedNipple = z.infer<typeof nipple>;
export type PedalFeel = z.infer<typeof pedalFeel>;
