/**
 * The schemas that check what comes in. They stand apart from the rest of core so that a screen that only shows
 * judgements does without them: import them from `@calvik/core/model/schemas`.
 */
export * from './primitives';
export { said } from './said';
export * from './records';
export * from './parts';
export * from './facts';
export * from './service';
export * from './heat';
export * from './bedding';
export * from './track';
export * from './queue';
export { beddingPlace, goods, workChange, workKey } from './planning';
