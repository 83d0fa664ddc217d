import { type Dimension, parseQuantity } from '../../src/units';

export const value = (text: string, dimension: Dimension): number => {
  const parsed = parseQuantity(text, dimension);
  if (!parsed.ok) throw new Error(parsed.problem);
  return parsed.value;
};
