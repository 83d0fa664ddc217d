export { type Dimension, type Unit, dimensions, fromCanonical, toCanonical, unitDefinition, units } from './convert';
export {
  type ParsedQuantity,
  type QuantityProblem,
  canonicalName,
  defaultUnit,
  parseQuantity,
  readCount,
  readFigure,
} from './parse';
export { type UnitSystem, exactText, formatQuantity, preferredUnit, quantityParts, shownDigits } from './format';
