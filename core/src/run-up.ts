/**
 * The planning evening: work lists, stock, the calendar of people and lifts, and what goes on paper. Apart from the rest of core, so that the
 * first page does without it: import it from `@calvik/core/run-up`.
 */
export * from './paper';
export * from './schedule';
export * from './work';
