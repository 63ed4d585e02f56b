import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { LandedGoods } from '@obolus/contract/views/receiving';
import type { ChargedEntry } from '@obolus/contract/views/tariff';

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
  /** What belongs to the customs value beside the price. */
  readonly additions: string;
}

/** What is owed beside duty and import tax, by the kind of charge that it is. */
export interface EntryCharge {
  readonly kind: string;
  readonly amount: string;
}

export interface Body {
  /** On which what is owed is posted; and on which customs took the entry. */
  readonly date: string;
  readonly entered: string;
  readonly reference: string;
  readonly vendor: string;
  readonly authority: string;
  /** The entry that it corrects, with the number that it is shown by. */
  readonly corrects?: { readonly id: string; readonly number: string } | undefined;
  readonly charges: readonly EntryCharge[];
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
  additions: '',
};

export const isBlank = ({ goods, ...said }: EntryLine): boolean =>
  goods.length === 0 && Object.values(said).every((text) => text === '');

export const goodsOf = (lines: readonly EntryLine[]): string[] => lines.flatMap(({ goods }) => goods);

/** Takes received lines in, each to the line of its code and origin; or out, where all of them are in. */
export function toggled(lines: readonly EntryLine[], received: readonly LandedGoods[]): EntryLine[] {
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
export function currenciesOf(lines: readonly EntryLine[], received: readonly LandedGoods[], home: string): string[] {
  const declared = new Set(goodsOf(lines));
  const bought = received.filter(({ line }) => declared.has(line)).map(({ currency }) => currency);
  return [...new Set(bought)].filter((currency) => currency !== home);
}

/** The command; undefined while nothing is declared. What is owed is said only where entries carry it. */
export function entryBody(
  { rates, lines, corrects, authority, charges, ...header }: Body,
  currencies: readonly string[],
  carries: boolean,
): BodyOf<'customs-entry'> | undefined {
  const sent = lines.filter((line) => !isBlank(line));
  if (sent.length === 0) return undefined;
  return {
    ...header,
    // What only states is of the day on which customs took it.
    date: carries ? header.date : header.entered,
    authority: carries ? authority : '',
    charges: carries ? charges.filter(({ amount }) => amount !== '') : [],
    ...(corrects ? { corrects: corrects.id } : {}),
    rates: currencies.flatMap((currency) => {
      const rate = rates[currency] ?? '';
      return rate === '' ? [] : [{ currency, rate }];
    }),
    lines: sent.map(({ preference, goods, additions, ...line }) => ({
      ...line,
      goods: [...goods],
      ...(preference === '' ? {} : { preference: preference === 'yes' }),
      ...(additions === '' ? {} : { additions }),
    })),
  };
}

/** An entry that corrects another: of the same goods as they were declared, with no amounts yet. */
export const correctionOf = (
  { number, entered, reference, vendor, debt, lines }: ChargedEntry,
  id: string,
  today: string,
): Body => ({
  date: today,
  entered,
  reference,
  vendor: vendor?.id ?? '',
  authority: debt?.authority.id ?? '',
  corrects: { id, number },
  charges: [],
  rates: {},
  lines: lines.map(({ code, origin, goods }) => ({ ...NO_LINE, code, origin, goods: goods.map(({ line }) => line) })),
});
