import { decimalsOf, isCurrency } from '@obolus/core/exact/currencies';
import { parseDecimal } from '@obolus/core/exact/decimal';

/** An amount as a bank writes it, in minor units; undefined where it is none. */
export function minorOf(amount: string, currency: string): bigint | undefined {
  if (!isCurrency(currency)) return undefined;
  const parsed = parseDecimal(amount.replace(/(\.\d*?)0+$/, '$1').replace(/\.$/, ''), decimalsOf(currency));
  return parsed.ok ? parsed.scaled : undefined;
}
