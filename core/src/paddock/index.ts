/** What the gate of the first page asks; the rest of an event day comes with `@calvik/core/track`. */
export * from './closed';
export * from './look-list';
export { readInFull } from './pads-due';
export * from './state';
