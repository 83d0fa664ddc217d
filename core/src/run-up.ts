/**
 * The planning evening: work lists, stock and the calendar of people and lifts. Apart from the rest of core, so that the
 * first page does without it: import it from `@calvik/core/run-up`.
 */
export * from './schedule';
export * from './work';
