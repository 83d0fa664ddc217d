/**
 * What computes outlooks: imported by whoever does it (server, worker, pages that come later), and not by the first page. With it
 * {@link computeOutlook} and everything that asks for an outlook can compute one.
 */
export * from './compute';
export * from './curves';
export { type AxlePeaks, OUTLOOK_FINER, driveAxle, heatedCarOf, piecesOf } from './drive';
export { type FactorKey, type Factors, alike, asReckoned, axleFactor, factorKeys } from './factors';
export * from './help';
export { longestSessionMin } from './longest';
export { factorSpreads } from './prior';
export * from './unknowns';
