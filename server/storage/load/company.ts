import { base, quantity } from '@obolus/core/exact/amounts';
import { companyOf, type Recognition, type Vendor } from '@obolus/core/state/company';
import { Slice } from '@obolus/core/state/slice';
import { refusal, type Refusal } from '@obolus/core/state/refusal';
import type { Terms } from '@obolus/core/purchasing/terms';
import type { BooksLoader } from './loader.ts';
import { allowanceIn, fractionOf, isTrue, limitOf, optional, query, type Row, text, toleranceOf } from './rows.ts';

const OF_VENDOR = ['over', 'short']
  .flatMap((side) => ['part', 'amount'].map((what) => `v.bill_${side}_${what} AS vendor_${side}_${what}`))
  .join(', ');
/** Who asked for the bank account of vendor `v` last, unless that was rejected. */
const ACCOUNT_BY = `(SELECT q.asked_by FROM approval_request q LEFT JOIN approval a ON a.request_id = q.id WHERE q.subject = 'set-up' AND q.subject_id = CONCAT('vendors/', v.id, '/bank_account')
  AND q.is_overtaken = 0 AND COALESCE(a.step, 'approved') = 'approved' ORDER BY q.id DESC LIMIT 1) AS account_by`;
/** Kinds of charge that are no cost of goods, that carry or insure goods to the border, whose differences are variance, and densities: each in one column. */
const CHARGE_KINDS = `(SELECT GROUP_CONCAT(k.code SEPARATOR '|') FROM charge_kind k WHERE k.is_cost = 0) AS not_costs,
  (SELECT GROUP_CONCAT(k.code SEPARATOR '|') FROM charge_kind k WHERE k.of_return = 1) AS return_costs,
  (SELECT GROUP_CONCAT(k.code SEPARATOR '|') FROM charge_kind k WHERE k.to_border = 1) AS to_border,
  (SELECT GROUP_CONCAT(k.code SEPARATOR '|') FROM charge_kind k WHERE k.to_variance = 1) AS to_variance,
  (SELECT GROUP_CONCAT(CONCAT(k.density, '=', k.code) SEPARATOR '|') FROM charge_kind k WHERE k.density IS NOT NULL) AS densities`;
/** The account of each kind of posting, and of expenses that have one of their own, each in one column. */
const CHART = `(SELECT GROUP_CONCAT(CONCAT(p.posting, '=', p.account_id) SEPARATOR '|') FROM posting_account p) AS posting_accounts,
  (SELECT GROUP_CONCAT(CONCAT(x.account_id, '=', x.code) SEPARATOR '|') FROM expense_account x WHERE x.account_id IS NOT NULL) AS expense_accounts`;
/** SQL: parts of terms `t` that are due sooner than the rest, in one column. */
export const EARLIER_PARTS = `(SELECT GROUP_CONCAT(CONCAT(e.days, '=', e.part) ORDER BY e.part_no SEPARATOR '|') FROM terms_part e WHERE e.terms_id = t.id) AS terms_earlier`;
const wordsOf = (column: string | null | undefined): ReadonlySet<string> => new Set(column ? column.split('|') : []);

/** `a=1|b=2`, parted at the first sign: what stands behind it may hold any. */
const pairsOf = (column: string | null | undefined): [string, string][] =>
  (column ?? '').split('|').flatMap((pair): [string, string][] => {
    const at = pair.indexOf('=');
    return at < 0 ? [] : [[pair.slice(0, at), pair.slice(at + 1)]];
  });

/** What `EARLIER_PARTS` found. */
export const earlierParts = (row: Row): NonNullable<Terms['earlier']> =>
  pairsOf(row.terms_earlier).map(([days, part]) => ({ part: fractionOf(part), days: Number(days) }));

/** The company's settings, with the parties that a document's header names; what does not exist is refused. */
export async function loadCompany(
  loader: BooksLoader,
  {
    vendor,
    warehouse,
    terms,
  }: { vendor?: string | undefined; warehouse?: string | undefined; terms?: string | undefined },
): Promise<{ refusals: Refusal[]; terms: Terms }> {
  const [row] = await query(
    loader.reading,
    `SELECT c.*, ${CHARGE_KINDS}, ${CHART}, w.name AS warehouse, v.id AS vendor, v.hold, v.bank_account, v.over_tolerance AS vendor_over, v.short_tolerance AS vendor_short, ${OF_VENDOR}, t.days, t.after_month, t.discount AS terms_discount, t.discount_days, ${EARLIER_PARTS}, ${ACCOUNT_BY}
     FROM company c LEFT JOIN vendor v ON v.id = ? LEFT JOIN warehouse w ON w.id = ? LEFT JOIN terms t ON t.id = COALESCE(?, v.terms_id)
     WHERE c.id = 1${loader.sharedLock}`,
    [vendor ?? null, warehouse ?? null, terms ?? null],
  );
  if (!row) throw new Error('The company is not set up.');
  const currency = text(row.currency);
  loader.company = {
    ...companyOf({
      currency,
      firstOpenDay: text(row.first_open_day),
      lockedUntil: text(row.locked_until),
      today: loader.today,
      tolerance: { over: fractionOf(row.over_tolerance), short: fractionOf(row.short_tolerance) },
      allowance: allowanceIn(row, currency),
      signOffAbove: limitOf(row.sign_off_above, currency),
      returnsAbove: limitOf(row.return_above, currency),
      prepaymentsAbove: limitOf(row.prepayment_above, currency),
      recognition: text(row.recognition) as Recognition,
      customsValueWithFreight: isTrue(row.customs_with_freight),
      carriesCustomsDebt: isTrue(row.customs_debt),
      discountsTo: isTrue(row.discounts_to_goods) ? 'goods' : 'income',
      dutyRounding: isTrue(row.duty_by_code) ? 'code-and-origin' : 'line',
      alikeWithin: row.alike_within == null ? undefined : Number(row.alike_within),
      writeOffLimit: limitOf(row.write_off_limit, currency) ?? base(0n),
      notCosts: wordsOf(row.not_costs),
      returnCosts: wordsOf(row.return_costs),
      toTheBorder: wordsOf(row.to_border),
      toVariance: wordsOf(row.to_variance),
      densities: new Map(pairsOf(row.densities).map(([density, kind]) => [kind, quantity(BigInt(density))])),
    }),
    chargeAllowances: new Slice('what charges may differ by'),
  };
  loader.draftsBills = isTrue(row.drafts_bill);
  loader.chart = {
    postings: new Map(pairsOf(row.posting_accounts)),
    expenses: new Map(pairsOf(row.expense_accounts).map(([account, code]) => [code, account])),
  };
  if (vendor) loader.parts.vendors.set(vendor, vendorOf(row, currency));
  if (warehouse !== undefined && row.warehouse != null) loader.names.warehouses.set(warehouse, row.warehouse);
  const refusals: Refusal[] = [];
  if (vendor && row.vendor == null) refusals.push(refusal('vendor_unknown', '/vendor'));
  if (warehouse !== undefined && row.warehouse == null) refusals.push(refusal('warehouse_unknown', '/warehouse'));
  if (terms && row.days == null) refusals.push(refusal('terms_unknown', '/terms'));
  return {
    refusals,
    terms: {
      days: Number(row.days ?? 0),
      afterMonth: isTrue(row.after_month),
      discount:
        row.terms_discount == null
          ? undefined
          : { part: fractionOf(row.terms_discount), days: Number(row.discount_days ?? 0) },
      earlier: earlierParts(row),
    },
  };
}

/** Vendors of a document whose header does not name one. */
export async function loadVendors(loader: BooksLoader, vendors: readonly string[]): Promise<void> {
  await loader.keep('vendors', vendors, async (missing) => {
    const rows = await query(
      loader.reading,
      `SELECT v.id, v.hold, v.bank_account, v.over_tolerance AS vendor_over, v.short_tolerance AS vendor_short, ${OF_VENDOR}, ${ACCOUNT_BY} FROM vendor v WHERE v.id IN (?)${loader.sharedLock}`,
      [missing],
    );
    return rows.map((row) => [text(row.id), vendorOf(row, loader.company.currency)]);
  });
}

function vendorOf(row: Row, currency: string): Vendor {
  const tolerance = toleranceOf({ over_tolerance: row.vendor_over ?? null, short_tolerance: row.vendor_short ?? null });
  const said = {
    bill_over_part: row.vendor_over_part ?? null,
    bill_over_amount: row.vendor_over_amount ?? null,
    bill_short_part: row.vendor_short_part ?? null,
    bill_short_amount: row.vendor_short_amount ?? null,
  };
  return {
    tolerance,
    allowance: allowanceIn(said, currency),
    hold: text(row.hold),
    accountBy: optional(row.account_by),
    ...(row.bank_account ? { account: row.bank_account } : {}),
  };
}

/** Locks the company for a document that changes its periods: nobody posts meanwhile. */
export async function lockCompany({ reading }: BooksLoader): Promise<void> {
  if (reading.locking) await query(reading, 'SELECT id FROM company WHERE id = 1 FOR UPDATE');
}

/** What charges of each kind may differ by on a bill. */
export async function loadChargeAllowances(loader: BooksLoader): Promise<void> {
  const rows = await query(loader.reading, 'SELECT * FROM charge_allowance');
  const { company } = loader;
  loader.company = {
    ...company,
    chargeAllowances: new Map(rows.map((row) => [text(row.kind), allowanceIn(row, company.currency)])),
  };
}
