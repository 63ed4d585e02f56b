import {
  base,
  baseOrThrow,
  type Fraction,
  fraction,
  priceOrThrow,
  type Quantity,
  quantityOrThrow,
  rateOrThrow,
} from '../exact/amounts.ts';
import {
  type Allowance,
  type Company,
  companyOf,
  type DatedRate,
  type TaxLevel,
  type Tolerance,
  type Vendor,
} from '../state/company.ts';
import { type Books, emptyBooks } from '../state/books.ts';
import type { BankAccount } from '../state/paying.ts';
import { type BinKind, type Item, KEPT_BY } from '../state/stock.ts';
import { asFields, type Fields, isTrue, NotKnown, onlyKeys, optionalText, textOf } from '../reading/fields.ts';
import { differenceOf } from '../charges/estimate.ts';
import { percentOf } from '../state/caseStep.ts';
import type { CaseFile } from './caseFile.ts';
import { rateUnit, tariffRate } from './tariff.ts';

/** The books before the first step: the company, its items, rates of exchange and tariff. */
export function openingBooks(file: CaseFile): Books {
  onlyKeys(
    file.company,
    [
      'currency',
      'recognition',
      'customs-value',
      'customs-debt',
      'duty-rounding',
      'approval-limits',
      'over',
      'short',
      'vendors',
      'bins',
      'bank-accounts',
      'alike-within',
      'write-off-limit',
      'today',
      ...ALLOWING,
      'charge-allowances',
      'tax-codes',
      'sign-off-above',
      'returns-above',
      'prepayments-above',
      'charge-kinds',
    ],
    'company',
  );
  const recognition = optionalText(file.company, 'recognition') ?? 'on-sale';
  if (recognition !== 'on-sale' && recognition !== 'on-purchase')
    throw new NotKnown(`cost recognised ${recognition} is not known`);
  const customs = optionalText(file.company, 'customs-value') ?? 'goods';
  if (customs !== 'goods' && customs !== 'with-freight') throw new NotKnown(`a customs value ${customs} is not known`);
  const rounding = optionalText(file.company, 'duty-rounding') ?? 'line';
  if (rounding !== 'line' && rounding !== 'code-and-origin')
    throw new NotKnown(`duty that is rounded by ${rounding} is not known`);
  const currency = textOf(file.company, 'currency');
  const alike = optionalText(file.company, 'alike-within');
  const limit = (name: string) => {
    const said = optionalText(file.company, name);
    return said === undefined ? undefined : baseOrThrow(said, currency);
  };
  const company = companyOf({
    currency,
    allowance: allowanceIn(file.company, currency),
    chargeAllowances: new Map(
      Object.entries(asFields(file.company['charge-allowances'] ?? {}, 'charge-allowances')).map(([kind, said]) => [
        kind,
        allowanceIn(asFields(said, kind), currency),
      ]),
    ),
    signOffAbove: limit('sign-off-above'),
    returnsAbove: limit('returns-above'),
    prepaymentsAbove: limit('prepayments-above'),
    firstOpenDay: '1900-01-01',
    today: optionalText(file.company, 'today'),
    writeOffLimit: limit('write-off-limit'),
    recognition,
    ...chargeKindsOf(file.company),
    customsValueWithFreight: customs === 'with-freight',
    carriesCustomsDebt: isTrue(file.company, 'customs-debt'),
    dutyRounding: rounding,
    alikeWithin: alike === undefined ? undefined : Number(alike),
    tolerance: { over: fraction(0n), short: fraction(0n), ...toleranceOf(file.company) },
  });
  return {
    ...emptyBooks(company),
    vendors: new Map(
      Object.entries(asFields(file.company.vendors ?? {}, 'vendors')).map(([vendor, said]) => [
        vendor,
        vendorOf(asFields(said, vendor), currency),
      ]),
    ),
    taxCodes: new Map(
      Object.entries(asFields(file.company['tax-codes'] ?? {}, 'tax-codes')).map(([code, said]) => [
        code,
        taxLevels(said),
      ]),
    ),
    bins: new Map(
      Object.entries(asFields(file.company.bins ?? {}, 'bins')).map(([warehouse, said]) => [
        warehouse,
        binsOf(asFields(said, warehouse)),
      ]),
    ),
    bankAccounts: new Map(
      Object.entries(asFields(file.company['bank-accounts'] ?? {}, 'bank-accounts')).map(([account, said]) => [
        account,
        bankAccountOf(asFields(said, account), currency),
      ]),
    ),
    approvalLimits: new Map(
      Object.entries(asFields(file.company['approval-limits'] ?? {}, 'approval-limits')).map(([who, limit]) => [
        who,
        baseOrThrow(String(limit), currency),
      ]),
    ),
    items: new Map(Object.entries(file.items).map(([id, fields]) => [id, itemOf(id, fields, currency)] as const)),
    rates: ratesOf(file.rates),
    tariff: file.tariff.map((fields) => tariffRate(fields, currency)),
  };
}

function bankAccountOf(of: Fields, home: string): BankAccount {
  onlyKeys(of, ['currency', 'next-check'], 'a bank account');
  const next = optionalText(of, 'next-check');
  return {
    currency: optionalText(of, 'currency') ?? home,
    nextCheck: next === undefined ? undefined : BigInt(next),
  };
}

/** By kind of charge: where a difference to its estimate goes, and how many kilograms a cubic metre counts for. */
function chargeKindsOf(fields: Fields): Pick<Company, 'toVariance' | 'densities'> {
  const [toVariance, densities] = [new Set<string>(), new Map<string, Quantity>()];
  for (const [kind, said] of Object.entries(asFields(fields['charge-kinds'] ?? {}, 'charge-kinds'))) {
    const of = asFields(said, kind);
    onlyKeys(of, ['difference', 'density'], `charge kind ${kind}`);
    if (differenceOf(of) === 'variance') toVariance.add(kind);
    const density = optionalText(of, 'density');
    if (density !== undefined) densities.set(kind, quantityOrThrow(density));
  }
  return { toVariance, densities };
}

function itemOf(id: string, fields: Fields, currency: string): Item {
  onlyKeys(
    fields,
    [
      'method',
      'unit',
      'weight',
      'volume',
      'code',
      'origin',
      'standard',
      'packs',
      'customs-units',
      'over',
      'short',
      ...ALLOWING,
    ],
    `item ${id}`,
  );
  const name = textOf(fields, 'method');
  const kept = KEPT_BY[name];
  if (!kept) throw new NotKnown(`the method ${name} is not known`);
  const weight = optionalText(fields, 'weight');
  const volume = optionalText(fields, 'volume');
  return {
    id,
    ...kept,
    tolerance: toleranceOf(fields),
    allowance: allowanceIn(fields, currency),
    unit: optionalText(fields, 'unit') ?? 'each',
    packs: Object.entries(asFields(fields.packs ?? {}, 'packs')).map(([unit, size]) => ({
      unit,
      size: quantityOrThrow(String(size)),
    })),
    weight: weight === undefined ? undefined : quantityOrThrow(weight),
    volume: volume === undefined ? undefined : quantityOrThrow(volume),
    supplementary: Object.entries(asFields(fields['customs-units'] ?? {}, 'customs-units')).map(([unit, quantity]) => ({
      unit: rateUnit(unit),
      quantity: quantityOrThrow(String(quantity)),
    })),
    tariffCode: optionalText(fields, 'code') ?? '',
    origin: optionalText(fields, 'origin') ?? '',
    standards:
      kept.method === 'standard' ? [{ line: '', date: '', standard: priceOrThrow(textOf(fields, 'standard')) }] : [],
  };
}

/** Each entry has its day, and currencies with their rates from then on. */
function ratesOf(entries: readonly Fields[]): Map<string, DatedRate[]> {
  const rates = new Map<string, DatedRate[]>();
  for (const fields of entries) {
    const from = textOf(fields, 'on');
    for (const currency of Object.keys(fields).filter((key) => key !== 'on'))
      rates.set(currency, [...(rates.get(currency) ?? []), { from, rate: rateOrThrow(textOf(fields, currency)) }]);
  }
  return rates;
}

/** `over` and `short` in percent of what was ordered. */
function toleranceOf(fields: Fields): Partial<Tolerance> {
  const part = (key: 'over' | 'short') => (fields[key] === undefined ? {} : { [key]: percentOf(textOf(fields, key)) });
  return { ...part('over'), ...part('short') };
}

/** What a bill may differ by: a percentage, an amount, or both. */
const ALLOWING = ['bill-over-percent', 'bill-over-amount', 'bill-short-percent', 'bill-short-amount'];

function allowanceIn(fields: Fields, currency: string): Allowance {
  const side = (name: 'over' | 'short') => {
    const [percent, amount] = [
      optionalText(fields, `bill-${name}-percent`),
      optionalText(fields, `bill-${name}-amount`),
    ];
    return {
      part: percent === undefined ? undefined : percentOf(percent),
      amount: amount === undefined ? undefined : base(baseOrThrow(amount, currency)),
    };
  };
  return { over: side('over'), short: side('short') };
}

/** The taxes of a code: each so many percent, on the goods or on top of those above it, reclaimed or not. */
function taxLevels(said: unknown): TaxLevel[] {
  if (!Array.isArray(said)) throw new NotKnown('the taxes of a code are a list');
  return said.map((level: unknown) => {
    const fields = asFields(level, 'a tax');
    onlyKeys(fields, ['name', 'percent', 'recoverable', 'on-top', 'self-assessed', 'with-discount'], 'a tax');
    const percent = percentOf(textOf(fields, 'percent'));
    return {
      name: optionalText(fields, 'name') ?? '',
      percent,
      reclaimed: reclaimedOf(optionalText(fields, 'recoverable') ?? 'true'),
      selfAssessed: isTrue(fields, 'self-assessed'),
      withDiscount: isTrue(fields, 'with-discount'),
      onTop: isTrue(fields, 'on-top'),
    };
  });
}

/** All of it, none, or so many percent. */
const reclaimedOf = (said: string): Fraction => percentOf(said === 'true' ? '100' : said === 'false' ? '0' : said);

/** The bins of a warehouse: each a shelf, the dock, or where rejects stand. */
const binsOf = (said: Fields): ReadonlyMap<string, BinKind> =>
  new Map(
    Object.entries(said).map(([bin, kind]) => {
      if (kind !== 'shelf' && kind !== 'dock' && kind !== 'rejects')
        throw new NotKnown(`a bin that is ${String(kind)} is not known`);
      return [bin, kind];
    }),
  );

const vendorOf = (said: Fields, currency: string): Vendor => ({
  tolerance: toleranceOf(said),
  allowance: allowanceIn(said, currency),
  hold: optionalText(said, 'hold') ?? '',
  accountBy: optionalText(said, 'account-by'),
});
