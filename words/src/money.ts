/** Prices in a currency, by ISO 4217 as this machine knows it. */
const formatOf = (currency: string): Intl.NumberFormat =>
  new Intl.NumberFormat('en-GB', { style: 'currency', currency });

/** Minor units in one of a currency: a hundred cents, but one yen. @example minorPerUnit('JPY') // 1 */
export const minorPerUnit = (currency: string): number =>
  10 ** (formatOf(currency).resolvedOptions().maximumFractionDigits ?? 2);

/** A price. @param minor in minor units of the currency @example moneyText(8450, 'EUR') // '€84.50' */
export const moneyText = (minor: number, currency: string): string =>
  formatOf(currency).format(minor / minorPerUnit(currency));
