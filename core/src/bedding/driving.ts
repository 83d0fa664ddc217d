/** What drives a procedure: played by the heat model, and counted out of speed. Imported by whoever does it, not by the first page. */
export * from './counter';
export * from './play';
export * from './program';
export * from './slowing';
export * from './follow';
export * from './outlook';
export * from './prompt';
