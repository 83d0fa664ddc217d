import { useLogbook } from '../state/hooks';
import { readFigure } from '@calvik/core/units';

/** A price in the shop's currency. */
export const useMoney = (): ((minor: number) => string) => {
  const { currency } = useLogbook().shop;
  return (minor) => new Intl.NumberFormat('en-GB', { style: 'currency', currency }).format(minor / 100);
};

/** A typed price in cents; null where none is typed, NaN where it is none. @example priceMinor('84,50') // 8450 */
export function priceMinor(text: string): number | null {
  const plain = text.replace(/\p{Sc}|\b[A-Z]{3}\b/gu, '');
  if (text.trim() === '') return null;
  const price = readFigure(plain);
  return price === null || price < 0 ? Number.NaN : Math.round(price * 100);
}
