import type { LineId, Pool, PoolId } from '../costing/pool.ts';
import type { Source } from '../costing/taking.ts';
import type { BaseAmount } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { Tariff } from '../tariff/schedule.ts';
import type { Effects } from '../costing/effects.ts';
import type { Charge, CreditableLine, ExpensedLine, KnownBill, Payable, Prepayment } from './owed.ts';
import type { BankAccount, BankPayment, Moved, PaymentRun, RunPlace } from './paying.ts';
import type { CustomsEntry } from './customs.ts';
import type { Company, DatedRate, TaxLevel, Vendor } from './company.ts';
import type { Held, Order, OrderLine, ReceiptLine } from './purchasing.ts';
import type { BinKind, Item, StockLine } from './stock.ts';
import type { ClosedPeriod } from './periods.ts';

/** A posted document, as its reversal needs it. */
export interface PostedFacts {
  readonly document: string;
  readonly kind: string;
  readonly date: Day;
  readonly effects: Effects;
  /** The documents that build on its lines. */
  readonly citedBy: readonly string[];
  /** By part, the entries that it wrote, where the books are whole: its reversal looks nowhere else. */
  readonly touched?: Readonly<Record<string, readonly string[]>>;
}

/**
 * What a decision may rest on. The server loads and locks just the rows that a command names; the case runner and an
 * import's preview keep a whole company here. A decision never changes it: it returns facts, and `record` gives the next.
 */
export interface Books {
  readonly company: Company;
  /** The number of the next document: documents are numbered in the order of entry. */
  readonly nextDocument: bigint;
  readonly items: ReadonlyMap<string, Item>;
  /** By currency. */
  readonly rates: ReadonlyMap<string, readonly DatedRate[]>;
  readonly tariff: Tariff;
  readonly orders: ReadonlyMap<string, Order>;
  /** Up to which base amount somebody may order without another person's approval; no entry, no limit. */
  readonly approvalLimits: ReadonlyMap<string, BaseAmount>;
  readonly vendors: ReadonlyMap<string, Vendor>;
  /** The taxes of each code, in the order in which they are worked out. */
  readonly taxCodes: ReadonlyMap<string, readonly TaxLevel[]>;
  /** The bins of each warehouse by their code: places inside it. */
  readonly bins: ReadonlyMap<string, ReadonlyMap<string, BinKind>>;
  readonly orderLines: ReadonlyMap<LineId, OrderLine>;
  readonly heldGoods: ReadonlyMap<LineId, Held>;
  readonly receiptLines: ReadonlyMap<LineId, ReceiptLine>;
  readonly stockLines: ReadonlyMap<LineId, StockLine>;
  readonly charges: ReadonlyMap<LineId, Charge>;
  readonly customsEntries: ReadonlyMap<string, CustomsEntry>;
  readonly creditable: ReadonlyMap<LineId, CreditableLine>;
  readonly expensed: ReadonlyMap<LineId, ExpensedLine>;
  readonly payables: ReadonlyMap<string, Payable>;
  readonly prepayments: ReadonlyMap<string, Prepayment>;
  readonly paymentRuns: ReadonlyMap<string, PaymentRun>;
  readonly runPlaces: ReadonlyMap<LineId, RunPlace>;
  readonly bankPayments: ReadonlyMap<string, BankPayment>;
  readonly bankAccounts: ReadonlyMap<string, BankAccount>;
  /** Movements out that value may be taken from. */
  readonly sources: ReadonlyMap<LineId, Source>;
  readonly pools: ReadonlyMap<PoolId, Pool>;
  /** `vendor|number key` of the bills already known. */
  readonly billNumbers: ReadonlyMap<string, string>;
  /** Bills by their document that another may be taken for. */
  readonly bills: ReadonlyMap<string, KnownBill>;
  readonly closedPeriods: readonly ClosedPeriod[];
  /** What was posted to stock suspense, by posting date. */
  readonly suspense: readonly { document: string; date: Day; amount: BaseAmount }[];
  /** What moved on bank accounts that were named, by posting date: debit positive. */
  readonly bankMoves: readonly (Moved & { document: string; account: string; date: Day })[];
  readonly documents: ReadonlyMap<string, PostedFacts>;
}

export function emptyBooks(company: Company): Books {
  return {
    company,
    nextDocument: 1n,
    items: new Map(),
    rates: new Map(),
    tariff: [],
    orders: new Map(),
    approvalLimits: new Map(),
    vendors: new Map(),
    taxCodes: new Map(),
    bins: new Map(),
    orderLines: new Map(),
    heldGoods: new Map(),
    receiptLines: new Map(),
    stockLines: new Map(),
    charges: new Map(),
    customsEntries: new Map(),
    creditable: new Map(),
    expensed: new Map(),
    payables: new Map(),
    prepayments: new Map(),
    paymentRuns: new Map(),
    runPlaces: new Map(),
    bankPayments: new Map(),
    bankAccounts: new Map(),
    sources: new Map(),
    pools: new Map(),
    billNumbers: new Map(),
    bills: new Map(),
    closedPeriods: [],
    suspense: [],
    bankMoves: [],
    documents: new Map(),
  };
}
