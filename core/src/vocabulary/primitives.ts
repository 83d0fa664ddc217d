import { z } from 'zod';
import { isTimeZone } from '../calendar';

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

/** Corners as they lie on the car, seen from the driver's seat. */
export const corners = ['FL', 'FR', 'RL', 'RR'] as const;
export const corner = z.enum(corners);
export type Corner = z.infer<typeof corner>;

export const cornerNames: Record<Corner, string> = {
  FL: 'left front',
  FR: 'right front',
  RL: 'left rear',
  RR: 'right rear',
};

export const side = z.enum(['left', 'right']);
export type Side = z.infer<typeof side>;

export const grades = ['DOT 3', 'DOT 4', 'DOT 5', 'DOT 5.1', 'mineral'] as const;
export const grade = z.enum(grades);
export type Grade = z.infer<typeof grade>;

export const nipple = z.enum(['single', 'inner', 'outer']);
export type Nipple = z.infer<typeof nipple>;

export const pedalFeel = z.enum(['firm', 'acceptable', 'long', 'soft']);
export type PedalFeel = z.infer<typeof pedalFeel>;
