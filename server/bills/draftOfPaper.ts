import type { BodyOf } from '@obolus/contract/kinds/kinds';
import { type Message, message } from '@obolus/messages/message';
import {
  documentAmount,
  type DocumentAmount,
  formatAmount,
  formatPrice,
  formatQuantity,
  FRACTION_PLACES,
  lineAmount,
  price,
  type Price,
  quantity,
} from '@obolus/core/exact/amounts';
import { formatDecimal } from '@obolus/core/exact/decimal';
import { divideRounded } from '@obolus/core/exact/rounding';
import { chargeKindOf, chargeKindOfCode } from '@obolus/core/matching/chargeWords';
import type { Proposal } from '@obolus/core/matching/propose';
import type { Instalment } from '@obolus/core/purchasing/instalments';
import { taxesOn } from '@obolus/core/purchasing/taxCode';
import type { TaxLevel } from '@obolus/core/state/company';
import type { BillPaper } from '../billPapers/billPaper.ts';
import type { OntoNamed } from './namedShipments.ts';
import type { BillableLine } from './openLines.ts';

/** What of the bill is for an open line: as the bench keeps it. */
export interface Billed {
  readonly quantity: string;
  readonly price: string;
  readonly difference: 'cost';
}

interface Further {
  readonly what: string;
  readonly about: string;
  readonly amount: string;
  readonly withDiscount?: boolean;
  readonly on?: readonly string[];
}

interface Covered {
  readonly line: BillableLine;
  readonly quantity: bigint;
  readonly price: Price;
}

interface Known {
  readonly open: readonly BillableLine[];
  readonly levels: ReadonlyMap<string, readonly TaxLevel[]>;
  /** What the vendor's bills are usually for, where they are for no goods; empty for nothing. */
  readonly usualExpense: string;
  /** When it is due, where the paper decides that and it is not by its terms; empty where the terms say. */
  readonly due: string;
  /** The terms that the paper decides; empty for the vendor's own. */
  readonly terms: string;
  /** The parts in which it is due, where the paper decides that; none where the terms say. */
  readonly instalments: readonly Instalment[];
  /** Goods elsewhere that its charges go onto, where the paper names them. */
  readonly onto?: OntoNamed | undefined;
}

/** A draft of a bill as the bench enters it, and the command that it stands for, where the paper could be read whole. */
export interface BillDraft {
  readonly body: object;
  readonly command: BodyOf<'bill'> | undefined;
  /** What is to be said before it is one. */
  readonly asks: readonly Message[];
}

/** What a paper asks for, as far as it is proposed: goods and services, charges, expenses, and its tax where the orders' codes say which it is. */
export function draftOfBill(
  id: string,
  vendor: string,
  paper: BillPaper,
  proposals: readonly Proposal[],
  known: Known,
): BillDraft {
  const covered = coveredBy(proposals, known.open);
  const money = (amount: bigint) => formatAmount(documentAmount(amount), paper.currency);
  const charges = chargesOf(paper, proposals);
  const expenses = expensesOf(paper, proposals, known.usualExpense);
  const unknown = paper.charges.filter((charge) => kindOf(charge) === undefined && charge.amount !== 0n);
  const taxes = taxesOfPaper(paper, covered, known.levels);
  const header = {
    vendor,
    reference: paper.number.slice(0, 60),
    date: paper.date,
    currency: paper.currency,
    ...(known.terms === '' ? {} : { terms: known.terms }),
    ...(known.due === '' ? {} : { due: known.due }),
    ...(known.instalments.length === 0
      ? {}
      : { instalments: known.instalments.map(({ due, amount }) => ({ due, amount: money(amount) })) }),
  };
  const asked = paper.currency === '' ? '' : money(paper.total);
  const further: Further[] = [
    ...charges.map(([what, amount]) => ({ what, about: '', amount: money(amount) })),
    ...expenses.map(([about, amount]) => ({ what: 'expense', about, amount: money(amount) })),
    // Whoever enters it says what it is.
    ...unknown.map(({ amount }) => ({ what: 'expense', about: '', amount: money(amount) })),
    ...taxes.map(({ name, amount, recoverable, selfAssessed, withDiscount, lines }) => ({
      what: `tax-${selfAssessed ? 'self-' : ''}${recoverable ? 'reclaimed' : 'kept'}`,
      about: name,
      amount: money(amount),
      ...(withDiscount ? { withDiscount } : {}),
      on: lines.map((at) => covered[at - 1]?.line.line ?? ''),
    })),
  ];
  // Chosen for whoever looks at the bill; posted unseen, with others that agree, its charges wait on the landing sheet.
  const onto = known.onto && charges.some(([kind]) => known.onto?.costs.has(kind)) ? known.onto : undefined;
  const body = {
    ...header,
    asked,
    paper: id,
    terms: known.terms,
    billed: billedOf(covered),
    covers: coversOf(proposals),
    further,
    disputed: [],
    ...(onto ? { onto: { what: 'goods', title: onto.title, lines: onto.lines, named: true } } : {}),
  };
  const asks = unknown.map(({ said, code, amount }) =>
    message('paper.ask_charge', {
      charge: said || code || '–',
      amount: { figure: money(amount) },
      currency: paper.currency,
    }),
  );
  if (paper.problems.length + asks.length > 0 || covered.length + further.length === 0)
    return { body, asks, command: undefined };
  return {
    body,
    asks,
    command: {
      ...header,
      lines: covered.map(({ line, quantity: units, price: each }) => ({
        of: line.line,
        quantity: formatQuantity(quantity(units)),
        price: formatPrice(each),
        difference: 'cost' as const,
        discount: line.discount === 0n ? '' : formatDecimal(line.discount, FRACTION_PLACES - 2),
        ...(line.service ? { done: true } : {}),
      })),
      charges: charges.map(([kind, amount]) => ({ kind: kind as 'freight', amount: money(amount) })),
      whole: { total: { asked } },
      expenses: expenses.map(([expense, amount]) => ({ expense, amount: money(amount) })),
      tax: taxes.map(({ amount, recoverable, selfAssessed, withDiscount, lines }) => ({
        amount: money(amount),
        recoverable,
        ...(selfAssessed ? { selfAssessed } : {}),
        ...(withDiscount ? { withDiscount } : {}),
        lines: [...lines],
      })),
    },
  };
}

/** What is proposed for each open line, added up where several lines of the bill are for it: at the price that both make together. */
export function coveredBy(proposals: readonly Proposal[], open: readonly BillableLine[]): Covered[] {
  const lines = new Map(open.map((line) => [line.line, line]));
  const sums = new Map<string, Covered>();
  for (const cover of proposals.flatMap(({ covers }) => covers)) {
    const line = lines.get(cover.line);
    if (!line) continue;
    const before = sums.get(cover.line);
    const sum = (before?.quantity ?? 0n) + cover.quantity;
    const both = before
      ? divideRounded(before.quantity * before.price + cover.quantity * cover.price, sum)
      : cover.price;
    sums.set(cover.line, { line, quantity: sum, price: price(both) });
  }
  return [...sums.values()];
}

export const billedOf = (covered: readonly Covered[]): Record<string, Billed> =>
  Object.fromEntries(
    covered.map(({ line, quantity: units, price: each }) => [
      line.line,
      { quantity: formatQuantity(quantity(units)), price: formatPrice(each), difference: 'cost' as const },
    ]),
  );

/** Which open lines each line of the paper is for. */
export const coversOf = (proposals: readonly Proposal[]): { of: string; quantity: string }[][] =>
  proposals.map(({ covers }) =>
    covers.map(({ line, quantity: units }) => ({ of: line, quantity: formatQuantity(units) })),
  );

/** What is charged on all of a bill is known by its code, or by its words; what is not is asked. */
const kindOf = ({ code, said }: BillPaper['charges'][number]): string | undefined =>
  chargeKindOfCode(code) ?? chargeKindOf(said);

/** Charges by their kind: lines that name one and cover no goods, and what is charged on all of the bill. */
function chargesOf(paper: BillPaper, proposals: readonly Proposal[]): [string, bigint][] {
  const charges = new Map<string, bigint>();
  const add = (kind: string, amount: bigint) => charges.set(kind, (charges.get(kind) ?? 0n) + amount);
  proposals.forEach(({ charge }, at) => charge !== undefined && add(charge, paper.lines[at]?.amount ?? 0n));
  for (const charge of paper.charges) {
    const kind = kindOf(charge);
    if (kind !== undefined) add(kind, charge.amount);
  }
  return [...charges].filter(([, amount]) => amount > 0n);
}

function expensesOf(paper: BillPaper, proposals: readonly Proposal[], usual: string): [string, bigint][] {
  if (usual === '') return [];
  const sum = proposals.reduce(
    (total, { covers, charge }, at) =>
      covers.length === 0 && charge === undefined ? total + (paper.lines[at]?.amount ?? 0n) : total,
    0n,
  );
  return sum > 0n ? [[usual, sum]] : [];
}

function taxesOfPaper(
  paper: BillPaper,
  covered: readonly Covered[],
  levels: Known['levels'],
): ReturnType<typeof taxesOn> {
  const expected = taxesOn(
    covered.map(({ line, quantity: units, price: each }) => ({
      amount: lineAmount(quantity(units), { price: each, per: line.per, discount: line.discount }, paper.currency),
      code: line.taxCode,
      levels: levels.get(line.taxCode) ?? [],
    })),
  ).filter(({ amount }) => amount !== 0n);
  // What the vendor does not charge stands on no paper.
  const charged = expected.filter(({ selfAssessed }) => !selfAssessed);
  const owed = expected.filter(({ selfAssessed }) => selfAssessed);
  const sum: DocumentAmount = documentAmount(charged.reduce((total, { amount }) => total + amount, 0n));
  const [only] = charged;
  if (charged.length === 1 && only) return paper.tax > 0n ? [{ ...only, amount: paper.tax }, ...owed] : owed;
  return sum === paper.tax ? expected : owed;
}
