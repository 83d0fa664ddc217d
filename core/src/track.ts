/**
 * An event day and its end, and who is let out, to the track or to be bedded. Apart from the rest of core, so that the first page does without it:
 * import it from `@calvik/core/track`.
 */
export * from './paddock/closing';
export * from './paddock/day';
export * from './paddock/suggest';
export * from './readiness/begin-bedding';
export * from './readiness/go-out';
export * from './readiness/permission';
export * from './readiness/uses';
