import { type Car, type Corner, type Finding, axleOfCorner, cornersOf, diagonalOf } from '../model';
import { hydraulicsFinding } from './findings';

/**
 * The corners that share a hydraulic circuit with one, itself first: its axle, or the corner across the car where circuits are diagonal.
 * @example circuitOf({ circuitSplit: 'diagonal' }, 'FL') // ['FL', 'RR']
 */
export const circuitOf = ({ circuitSplit }: Pick<Car, 'circuitSplit'>, corner: Corner): Corner[] =>
  circuitSplit === 'diagonal'
    ? [corner, diagonalOf[corner]]
    : [corner, ...cornersOf(axleOfCorner(corner)).filter((c) => c !== corner)];

/** What the car is left without if a hose or union at this corner lets go. */
export const circuitAtRisk = (car: Pick<Car, 'circuitSplit'>, corner: Corner): Finding =>
  hydraulicsFinding('circuitAtRisk', 'watch', { corner }, { corners: circuitOf(car, corner) });
