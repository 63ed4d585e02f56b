import { decimalsOf, NOT_HUNDREDTHS } from '@obolus/core/exact/currencies';

const DECIMAL = (sql: string) => `CAST(${sql} AS DECIMAL(65, 0))`;

/** So many of the smallest unit make one, as SQL. */
export const scale = (places: number): string => `1${'0'.repeat(places)}`;

/** How many minor units one of a currency has, as SQL. */
export function minorUnits(currency: string): string {
  const others = NOT_HUNDREDTHS.map((code) => `WHEN '${code}' THEN ${scale(decimalsOf(code))}`);
  return `(CASE ${currency} ${others.join(' ')} ELSE 100 END)`;
}

/**
 * What a quantity of order line l comes to in its document's currency, as `lineAmount` of the core works it out: half away from zero.
 * @param of a quantity, not negative
 * @param currency a column
 */
export const worthOf = (of: string, currency: string): string =>
  divided(
    `${DECIMAL(of)} * l.price * (1000000 - l.discount) * ${minorUnits(currency)}`,
    `${DECIMAL('l.per')} * 1000000000000`,
  );

/** An amount in base currency, as `toBase` of the core works it out. */
export const inBase = (amount: string, currency: string, rate: string, base: string): string =>
  divided(`${DECIMAL(amount)} * ${rate} * ${minorUnits(base)}`, `${DECIMAL(minorUnits(currency))} * 10000000000`);

const divided = (numerator: string, denominator: string): string =>
  `((2 * ${numerator} + ${denominator}) DIV (2 * ${denominator}))`;
