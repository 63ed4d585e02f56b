import { type LineId, lineId } from '../../costing/pool.ts';
import { base, type BaseAmount, formatAmount } from '../../exact/amounts.ts';
import type { Books } from '../../state/books.ts';
import type { CustomsEntry } from '../../state/customs.ts';
import type { Charge } from '../../state/owed.ts';
import { checkCitedOnce, checkDate } from '../../state/checks.ts';
import { type Decision, post, refused } from '../../state/decision.ts';
import type { Cost } from '../../costing/effects.ts';
import { refusal, type Refusal } from '../../state/refusal.ts';
import { type Basis, shareCharge, type Target } from '../basis.ts';
import { carriedKnown, workedOutDuty } from '../customs.ts';
import { carriedBy, estimateComponent, estimateLeft, estimateReplaced, goesToVariance } from '../estimate.ts';
import { landedLine, type LandedLine, refusalOfGoods } from '../landedLine.ts';
import type { AllocationCommand, AllocationDocument } from './command.ts';

/**
 * Charges go onto the goods: a late cost of each received line against *charges to allocate*. Where the kind was estimated
 * on the line the estimate goes: all of it, or, while more bills are to come, no more than the share (accounting.md, What
 * posts what).
 */
export function decideAllocation(books: Books, command: AllocationCommand): Decision<AllocationDocument> {
  const charges = command.charges.map((charge) => books.charges.get(charge.of));
  const citedDays = charges.flatMap((cited) => (cited ? [cited.date] : []));
  const landed = command.to.map((line) => landedLine(books, line));
  const refusals: Refusal[] = [
    ...checkDate(books, command.date, citedDays),
    ...checkCitedOnce(command.charges, '/charges'),
    ...checkCitedOnce(
      command.to.map((of) => ({ of })),
      '/to',
    ),
    ...landed.flatMap((line, position) =>
      line ? [] : [refusalOfGoods(books, command.to[position] ?? '', `/to/${position}`)],
    ),
  ];
  const entry = command.entry === undefined ? undefined : books.customsEntries.get(command.entry);
  if (command.entry !== undefined && !entry)
    refusals.push(refusal('document_unknown', '/entry', { document: command.entry }));
  if (command.to.length === 0) refusals.push(refusal('no_lines', '/to'));
  if (command.charges.length === 0) refusals.push(refusal('no_lines', '/charges'));
  if (refusals.length > 0) return refused(refusals);

  const lines = landed as LandedLine[];
  const { shared, workedOut } = shareAll(books, command, charges, lines, entry);
  const failed = shared.flatMap((outcome) => (outcome.ok ? [] : [outcome.refusal]));
  if (failed.length > 0) return refused(failed);

  const shares = replaceEstimates(books, command, lines, sharesOf(shared));
  const costs = shares.flatMap((share, position) => costsOf(share, lines, charges[position] as Charge));
  return post(books, {
    document: { ...command, shares, workedOut },
    date: command.date,
    effects: { costs },
    cites: [...command.to, ...command.charges.map(({ of }) => of), ...(entry ? [lineId(entry.document, 0)] : [])],
  });
}

interface Share {
  readonly charge: LineId;
  readonly kind: string;
  readonly basis: Basis;
  readonly carried?: readonly bigint[];
  readonly amounts: readonly BaseAmount[];
}
type Asked = AllocationCommand['charges'][number];
type SharedCharge = { ok: true; share: Share } | { ok: false; refusal: Refusal };

const sharesOf = (outcomes: readonly SharedCharge[]): Share[] =>
  outcomes.flatMap((outcome) => (outcome.ok ? [outcome.share] : []));

/**
 * All charges, each after those that its basis rests on: first what rests on the goods alone, then what is shared by value and freight,
 * then duty (accounting.md, Allocation; decision 024).
 */
function shareAll(
  books: Books,
  command: AllocationCommand,
  charges: readonly (Charge | undefined)[],
  lines: readonly LandedLine[],
  entry: CustomsEntry | undefined,
): { shared: SharedCharge[]; workedOut: BaseAmount[] } {
  const shared: SharedCharge[] = [];
  const shareThose = (isOf: (basis: Basis) => boolean, restingOn: (kind: string) => RestsOn) => {
    const those: SharedCharge[] = [];
    command.charges.forEach((asked, position) => {
      if (!isOf(asked.basis)) return;
      const charge = charges[position];
      const rests = restingOn(charge?.kind ?? '');
      those.push((shared[position] = shareOne(books, command, asked, charge, lines, rests, `/charges/${position}`)));
    });
    return sharesOf(those);
  };
  const onGoods = shareThose(
    (basis) => basis !== 'duty' && basis !== 'value-and-freight',
    () => ({}),
  );
  const withFreight = shareThose(
    (basis) => basis === 'value-and-freight',
    (kind) => ({ carried: carriedToTheBorder(books, command, lines, onGoods, kind) }),
  );
  if (!command.charges.some(({ basis }) => basis === 'duty')) return { shared, workedOut: [] };
  const carried = carriedToTheBorder(books, command, lines, [...onGoods, ...withFreight]);
  const workedOut = workedOutDuty(books, entry, lines, carried);
  shareThose(
    (basis) => basis === 'duty',
    () => ({ workedOut }),
  );
  return { shared, workedOut };
}

/**
 * What carries and insures each line to the border, as known with this allocation: what landed, and what is still only expected.
 * @param apartFrom a kind that is left out: nothing is shared by what it put on the goods itself
 */
function carriedToTheBorder(
  books: Books,
  command: AllocationCommand,
  lines: readonly LandedLine[],
  others: readonly Share[],
  apartFrom?: string,
): bigint[] {
  const landing = replaceEstimates(books, command, lines, others).filter(({ kind }) => kind !== apartFrom);
  return lines.map((line, position) => {
    const now = landing.map(({ kind, amounts, estimatesUsed, varied }) => ({
      kind,
      amount: (amounts[position] ?? 0n) - (varied[position] ?? 0n) - (estimatesUsed[position] ?? 0n),
    }));
    return carriedBy(books, now) + carriedKnown(books, line, apartFrom);
  });
}

/** What a basis rests on beside the goods. */
interface RestsOn {
  readonly carried?: readonly bigint[];
  readonly workedOut?: readonly BaseAmount[];
}

function shareOne(
  books: Books,
  command: AllocationCommand,
  asked: Asked,
  charge: Charge | undefined,
  lines: readonly LandedLine[],
  { carried, workedOut }: RestsOn,
  at: string,
): SharedCharge {
  if (!charge) return { ok: false, refusal: refusal('line_unknown', at, { line: asked.of }) };
  const left = leftOf(charge);
  const amount = asked.amount ?? left;
  // A credited charge is negative: its parts are, and never go beyond it either.
  const beyond = left < 0n ? amount < left : amount > left;
  if (beyond || left === 0n) {
    const { currency } = books.company;
    return {
      ok: false,
      refusal: refusal('allocation_exceeds_charge', `${at}/amount`, {
        left: formatAmount(left, currency),
        asked: formatAmount(amount, currency),
      }),
    };
  }
  if (left < 0n ? amount >= 0n : amount <= 0n) return { ok: false, refusal: refusal('amount_zero', `${at}/amount`) };
  const onSheet = new Set(command.to);
  const stray = [...asked.fixed.map(({ line }) => line), ...(asked.limitedTo ?? [])].find((line) => !onSheet.has(line));
  if (stray !== undefined) return { ok: false, refusal: refusal('line_unknown', `${at}/fixed`, { line: stray }) };
  const negative = asked.fixed.findIndex((fixed) => (left < 0n ? fixed.amount > 0n : fixed.amount < 0n));
  if (negative >= 0) return { ok: false, refusal: refusal('amount_negative', `${at}/fixed/${negative}/amount`) };

  const targets: Target[] = lines.map((line, position) => ({
    line,
    item: books.items.get(line.item) ?? { weight: undefined, volume: undefined },
    carried: carried?.[position],
    duty: workedOut?.[position],
  }));
  const fixed = new Map(asked.fixed.map((share) => [share.line, share.amount as bigint]));
  const limitedTo = asked.limitedTo && new Set(asked.limitedTo);
  const density = asked.density ?? books.company.densities.get(charge.kind);
  const outcome = shareCharge(amount, { basis: asked.basis, density }, targets, fixed, at, limitedTo);
  if (!outcome.ok) return outcome;
  return {
    ok: true,
    share: {
      charge: charge.id,
      kind: charge.kind,
      basis: asked.basis,
      ...(carried && { carried }),
      amounts: outcome.shares.map(base),
    },
  };
}

export const leftOf = (charge: Charge): BaseAmount =>
  base(charge.amount - charge.allocated.reduce((sum, part) => sum + part.amount, 0n));

/** Two charges of one kind on one line use up its estimate one after the other. */
function replaceEstimates(
  books: Books,
  command: AllocationCommand,
  lines: readonly LandedLine[],
  shares: readonly Share[],
): AllocationDocument['shares'] {
  const used = new Map<string, bigint>();
  return shares.map((share) => {
    const estimatesUsed = lines.map((line, position) => {
      if (!line.receipt) return base(0n);
      const key = `${line.id} ${share.kind}`;
      const left = estimateLeft(line.receipt, share.kind) - (used.get(key) ?? 0n);
      const amount = share.amounts[position] ?? base(0n);
      const part = estimateReplaced(amount, left, command.more ?? false);
      used.set(key, (used.get(key) ?? 0n) + part);
      return base(part);
    });
    const said = command.charges.find(({ of }) => of === share.charge)?.difference;
    const isKeptOut = goesToVariance(books, share.kind, said);
    const varied = lines.map((line, position) =>
      isKeptOut && wasEstimated(line, share.kind)
        ? base((share.amounts[position] ?? 0n) - (estimatesUsed[position] ?? 0n))
        : base(0n),
    );
    return { ...share, estimatesUsed, varied };
  });
}

const wasEstimated = ({ receipt }: LandedLine, kind: string): boolean =>
  receipt?.estimates.some((estimate) => estimate.kind === kind) ?? false;

/** Written for sheets of thousands of lines: what costs nothing makes no object, and what they share is made once. */
function costsOf(share: AllocationDocument['shares'][number], lines: readonly LandedLine[], charge: Charge): Cost[] {
  const costs: Cost[] = [];
  const about = { vendor: charge.vendor };
  const estimated = estimateComponent(share.kind);
  lines.forEach((line, position) => {
    const amount = share.amounts[position] ?? 0n;
    const replaced = share.estimatesUsed[position] ?? 0n;
    const varied = share.varied[position] ?? 0n;
    const add = (component: string, cost: bigint, against: Cost['against'], of: Cost['about']) =>
      costs.push({
        pool: line.pool,
        movement: line.id,
        date: line.date,
        component,
        shared: true,
        amount: base(cost),
        against,
        about: of,
      });
    if (amount !== 0n) add(share.kind, amount, 'charges-to-allocate', about);
    if (varied !== 0n) add(share.kind, -varied, 'charge-variance', about);
    if (replaced !== 0n) add(estimated, -replaced, 'accrued-charges', aboutReceipt(line));
  });
  return costs;
}

/** Accrued charges stand with the vendor of the goods, as the receipt accrued them. */
const aboutReceipt = (line: LandedLine) => ({ vendor: line.receipt?.vendor, ...line.dimensions });
