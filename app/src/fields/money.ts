import { readFigure } from '@calvik/core/units';
import { minorPerUnit, moneyText } from '@calvik/words/money';
import { useLogbook } from '../state/hooks';

/** Whether a code names a currency, by ISO 4217 as this machine knows it. */
export const isCurrency = (code: string): boolean => Intl.supportedValuesOf('currency').includes(code);

/** A price in the currency that it was agreed in; without one, in the shop's. */
export function useMoney(): (minor: number, currency?: string) => string {
  const { shop } = useLogbook();
  return (minor, currency = shop.currency) => moneyText(minor, currency);
}

/**
 * A typed price in minor units; null where none is typed, NaN where it is none.
 * @param currency as an ISO 4217 code @example priceMinor('84,50', 'EUR') // 8450
 */
export function priceMinor(text: string, currency: string): number | null {
  const plain = text.replace(/\p{Sc}|\b[A-Z]{3}\b/gu, '');
  if (text.trim() === '') return null;
  const price = readFigure(plain);
  return price === null || price < 0 ? Number.NaN : Math.round(price * minorPerUnit(currency));
}

/** A price as it begins in a field. @example priceText(8450, 'EUR') // '84.50' */
export const priceText = (minor: number, currency: string): string => {
  const per = minorPerUnit(currency);
  return (minor / per).toFixed(Math.round(Math.log10(per)));
};
