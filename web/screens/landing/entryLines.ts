import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { ReceivedLine } from '@obolus/contract/views/receiving';

/** Goods of one tariff code and origin, as the entry declares them. */
export interface EntryLine {
  readonly goods: readonly string[];
  readonly code: string;
  readonly origin: string;
  /** Whether a preference was claimed; as the receipt states it where empty. */
  readonly preference: '' | 'yes' | 'no';
  readonly value: string;
  readonly duty: string;
  readonly importTax: string;
}

export interface Body {
  readonly date: string;
  readonly reference: string;
  readonly vendor: string;
  /** By currency. */
  readonly rates: Readonly<Record<string, string>>;
  readonly lines: readonly EntryLine[];
}

export const NO_LINE: EntryLine = {
  goods: [],
  code: '',
  origin: '',
  preference: '',
  value: '',
  duty: '',
  importTax: '',
};

export const isBlank = ({ goods, ...said }: EntryLine): boolean =>
  goods.length === 0 && Object.values(said).every((text) => text === '');

export const goodsOf = (lines: readonly EntryLine[]): string[] => lines.flatMap(({ goods }) => goods);

/** Takes received lines in, each to the line of its code and origin; or out, where all of them are in. */
export function toggled(lines: readonly EntryLine[], received: readonly ReceivedLine[]): EntryLine[] {
  const declared = new Set(goodsOf(lines));
  if (received.every(({ line }) => declared.has(line)))
    return without(lines, new Set(received.map(({ line }) => line)));
  const next = lines.filter((line) => !isBlank(line));
  for (const { line, tariffCode: code, origin } of received) {
    if (declared.has(line)) continue;
    const at = next.findIndex((known) => known.code === code && known.origin === origin);
    const known = next[at];
    if (known) next[at] = { ...known, goods: [...known.goods, line] };
    else next.push({ ...NO_LINE, goods: [line], code, origin });
  }
  return next;
}

/** Goods of a line that the entry declares on a line of their own: the broker saw another code or origin. */
export function parted(lines: readonly EntryLine[], goods: string): EntryLine[] {
  return lines.flatMap((line) =>
    line.goods.includes(goods) && line.goods.length > 1
      ? [
          { ...line, goods: line.goods.filter((other) => other !== goods) },
          { ...NO_LINE, goods: [goods], code: line.code, origin: line.origin, preference: line.preference },
        ]
      : [line],
  );
}

/** A line goes with its last goods, unless figures of the entry stand on it. */
function without(lines: readonly EntryLine[], out: ReadonlySet<string>): EntryLine[] {
  return lines.flatMap((line) => {
    const goods = line.goods.filter((id) => !out.has(id));
    if (goods.length === line.goods.length) return [line];
    const stated = line.value !== '' || line.duty !== '' || line.importTax !== '';
    return goods.length === 0 && !stated ? [] : [{ ...line, goods }];
  });
}

/** The foreign currencies that the declared goods were bought in, in the order in which they appear. */
export function currenciesOf(lines: readonly EntryLine[], received: readonly ReceivedLine[], home: string): string[] {
  const declared = new Set(goodsOf(lines));
  const bought = received.filter(({ line }) => declared.has(line)).map(({ currency }) => currency);
  return [...new Set(bought)].filter((currency) => currency !== home);
}

/** The command; undefined while nothing is declared. */
export function entryBody(
  { rates, lines, ...header }: Body,
  currencies: readonly string[],
): BodyOf<'customs-entry'> | undefined {
  const sent = lines.filter((line) => !isBlank(line));
  if (sent.length === 0) return undefined;
  return {
    ...header,
    rates: currencies.flatMap((currency) => {
      const rate = rates[currency] ?? '';
      return rate === '' ? [] : [{ currency, rate }];
    }),
    lines: sent.map(({ preference, goods, ...line }) => {
      const stated = { ...line, goods: [...goods] };
      return preference === '' ? stated : { ...stated, preference: preference === 'yes' };
    }),
  };
}
