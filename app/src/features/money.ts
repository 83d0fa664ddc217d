import { useLogbook } from '../state/hooks';

/** A price in the shop's currency. */
export const useMoney = (): ((minor: number) => string) => {
  const { currency } = useLogbook().shop;
  return (minor) => new Intl.NumberFormat('en-GB', { style: 'currency', currency }).format(minor / 100);
};

/** A typed price in cents; null where none is typed, NaN where it is none. @example priceMinor('84,50') // 8450 */
export function priceMinor(text: string): number | null {
  const plain = text.replace(/[^\d.,]/g, '').replace(',', '.');
  if (text.trim() === '') return null;
  return plain === '' ? Number.NaN : Math.round(Number(plain) * 100);
}
