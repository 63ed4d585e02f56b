import { type EntryFields, type RegisterName, writeParts } from '@obolus/contract/registers/register';
import {
  type BaseAmount,
  formatAmount,
  formatPrice,
  formatQuantity,
  formatRate,
  type Fraction,
  FRACTION_PLACES,
} from '@obolus/core/exact/amounts';
import { formatDecimal } from '@obolus/core/exact/decimal';
import {
  type Allowance,
  chargeGoes,
  type Company,
  type Limit,
  type Tolerance,
  type Vendor,
} from '@obolus/core/state/company';
import { type Item, KEPT_BY } from '@obolus/core/state/stock';
import type { Books } from '@obolus/core/state/books';
import type { TariffRate } from '@obolus/core/tariff/schedule';

/** An entry of a register as the API takes it. */
export interface NewEntry {
  readonly register: RegisterName;
  /** What the core's books call it. */
  readonly name: string;
  readonly fields: EntryFields;
}

const FIRST_DAY = '1900-01-01';
/** Where the core sets no limit, one that nothing reaches. */
const NO_LIMIT = '99999999999';

const percent = (part: Fraction | undefined): string =>
  part === undefined ? '' : formatDecimal(part, FRACTION_PLACES - 2);
const money = (amount: BaseAmount | undefined, currency: string): string =>
  amount === undefined ? '' : formatAmount(amount, currency);

const tolerances = ({ over, short }: Partial<Tolerance>) => ({ over: percent(over), short: percent(short) });
const limits = (allowance: Allowance | undefined, currency: string) => ({
  bill_over_part: percent(allowance?.over.part),
  bill_over_amount: money(allowance?.over.amount, currency),
  bill_short_part: percent(allowance?.short.part),
  bill_short_amount: money(allowance?.short.amount, currency),
});

/** What the company says of itself, as its register keeps it. */
export function companyFields(company: Company): EntryFields {
  const { currency, chargeAllowances } = company;
  const limit = ({ part, amount }: Limit) => [percent(part), money(amount, currency)];
  const charges = [...chargeAllowances].map(([kind, { over, short }]) => [kind, ...limit(over), ...limit(short)]);
  return {
    recognition: company.recognition === 'on-sale' ? 'on-sale' : 'on-purchase',
    customs_value: company.customsValueWithFreight ? 'goods-freight-insurance' : 'goods',
    customs_debt: company.carriesCustomsDebt ? 'yes' : '',
    discounts_to_goods: company.discountsTo === 'goods' ? 'yes' : '',
    duty_by_code: company.dutyRounding === 'code-and-origin' ? 'yes' : '',
    alike_within: company.alikeWithin === undefined ? '' : String(company.alikeWithin),
    sign_off_above: money(company.signOffAbove, currency),
    return_above: money(company.returnsAbove, currency),
    prepayment_above: money(company.prepaymentsAbove, currency),
    write_off_limit: company.writeOffLimit === undefined ? NO_LIMIT : money(company.writeOffLimit, currency),
    charge_limits: writeParts(charges),
    ...tolerances(company.tolerance),
    ...limits(company.allowance, currency),
  };
}

/** All that the books begin with, in an order in which each finds what it names. */
export function entriesOf(books: Books): NewEntry[] {
  const { currency, chargeAllowances, toVariance, densities } = books.company;
  return [
    ...[...new Set([chargeAllowances, toVariance, densities].flatMap((said) => [...said.keys()]))]
      .filter((kind) => kind !== 'tax')
      .map((kind) => chargeKind(books, kind)),
    ...[...books.taxCodes].map(([code, levels]) => ({
      register: 'tax-codes' as const,
      name: code,
      fields: {
        code,
        name: code,
        levels: writeParts(
          levels.map(({ name, percent: part, reclaimed, onTop, selfAssessed, withDiscount }, at) => [
            name || `Level ${at + 1}`,
            percent(part),
            reclaimed > 0n ? 'reclaimed' : 'into-cost',
            onTop ? 'goods-and-taxes-above' : '',
            reclaimed > 0n ? percent(reclaimed) : '',
            selfAssessed ? 'self-assessed' : '',
            withDiscount ? 'tax-falls-too' : '',
          ]),
        ),
      },
    })),
    ...[...books.bins].map(([warehouse, bins]) => ({
      ...warehouseEntry(warehouse),
      fields: { code: warehouse, name: warehouse, bins: writeParts([...bins]) },
    })),
    ...[...books.bankAccounts].map(([account, { currency: kept, nextCheck }]) => ({
      register: 'bank-accounts' as const,
      name: account,
      fields: {
        code: account,
        name: account,
        currency: kept,
        account: 'XX 100200300',
        first_check: nextCheck?.toString() ?? '',
      },
    })),
    ...[...books.items.values()].map((item) => itemEntry(item, currency)),
    ...[...books.vendors].map(([name, vendor]) => vendorEntry(name, currency, vendor)),
    ...[...books.rates].flatMap(([currency, rates]) =>
      rates.map(({ from, rate }) => ({
        register: 'rates' as const,
        name: `${currency} ${from}`,
        fields: { currency, from, rate: formatRate(rate) },
      })),
    ),
    ...books.tariff.map((rate) => tariffEntry(rate, currency)),
  ];
}

export const warehouseEntry = (name: string): NewEntry => ({
  register: 'warehouses',
  name,
  fields: { code: name, name },
});

const GOES = { goods: 'onto-goods', expense: 'to-expense', return: 'return-costs' } as const;

export function chargeKind({ company }: Books, kind: string): NewEntry {
  const density = company.densities.get(kind);
  return {
    register: 'charge-kinds',
    name: kind,
    fields: {
      code: kind,
      name: kind,
      goes: GOES[chargeGoes(company, kind)],
      border: company.toTheBorder.has(kind) ? 'yes' : '',
      difference: company.toVariance.has(kind) ? 'to-variance' : 'into-goods',
      density: density === undefined ? '' : formatQuantity(density),
    },
  };
}

export const vendorEntry = (name: string, currency: string, vendor?: Vendor): NewEntry => ({
  register: 'vendors',
  name,
  fields: {
    number: name,
    name,
    currency,
    terms: '30',
    hold: vendor?.hold ?? '',
    ...tolerances(vendor?.tolerance ?? {}),
    ...limits(vendor?.allowance, currency),
  },
});

function itemEntry(item: Item, currency: string): NewEntry {
  const method = Object.keys(KEPT_BY).find((name) => {
    const kept = KEPT_BY[name];
    return kept?.method === item.method && kept.tracking === item.tracking;
  });
  const [first] = item.standards;
  return {
    register: 'items',
    name: item.id,
    fields: {
      number: item.id,
      name: item.id,
      unit: item.unit,
      method: method ?? '',
      standard: first ? formatPrice(first.standard) : '',
      weight: item.weight === undefined ? '' : formatQuantity(item.weight),
      volume: item.volume === undefined ? '' : formatQuantity(item.volume),
      tariff_code: item.tariffCode,
      customs_unit: item.supplementary?.[0]?.unit ?? '',
      customs_quantity: item.supplementary?.[0] ? formatQuantity(item.supplementary[0].quantity) : '',
      origin: item.origin,
      packs: writeParts(item.packs.map(({ unit, size }) => [unit, formatQuantity(size)])),
      ...tolerances(item.tolerance ?? {}),
      ...limits(item.allowance, currency),
    },
  };
}

const tariffEntry = (rate: TariffRate, currency: string): NewEntry => ({
  register: 'tariff',
  name: `${rate.measure} ${rate.code} ${rate.origin ?? ''} ${rate.from}`,
  fields: {
    measure: rate.measure,
    code: rate.code,
    origin: rate.origin ?? '',
    preference: rate.preference ? 'yes' : '',
    from: rate.from < FIRST_DAY ? FIRST_DAY : rate.from,
    to: rate.to ?? '',
    percent: percent(rate.percent),
    per_unit: formatPrice(rate.perUnit),
    unit: rate.unit,
    combine: rate.combine,
    floor: money(rate.floor, currency),
    cap: money(rate.cap, currency),
    limits: rate.limits === 'entry' ? 'of-the-entry' : 'of-each-line',
    suspended_from: rate.suspended?.from ?? '',
    suspended_to: rate.suspended?.to ?? '',
  },
});
