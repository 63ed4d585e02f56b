import { randomUUID } from 'node:crypto';
import type { DataSource, EntityManager } from 'typeorm';
import type { api } from '@obolus/contract/api';
import type { BodyOfEndpoint, ReplyOf } from '@obolus/contract/endpoint';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import { type BankLine, MAY_BE_PAYMENT } from '@obolus/contract/views/paying';
import { documentAmount, formatAmount } from '@obolus/core/exact/amounts';
import { addDays, daysBetween } from '@obolus/core/exact/calendar';
import { RequestError } from '../asking/failures.ts';
import { postTogether } from '../commands/runCommand.ts';
import { big, type Row, showAmount, text } from '../queries/figures.ts';
import { readBankPayments } from '../storage/load/paymentRuns.ts';
import { duplicateOf, sqlInstant } from '../storage/transaction.ts';
import { upTo } from '../storage/upTo.ts';
import { mayBeOn } from '@obolus/core/state/paying';
import { type OwnAccount, ownAccountOf } from './ownAccount.ts';
import { unstatedPayments } from './typedPayments.ts';

/** A payment that a line is may have been entered so many days before or after. */
const DAYS = 60;
/** So many are offered. */
const MOST = 50;

type Explanation = BodyOfEndpoint<typeof api.explainBankLine>;
type StatementLine = BodyOf<'bank-statement'>['lines'][number];

/** A line of a statement that nothing was booked for and nobody explained. */
interface OpenLine {
  readonly statement: string;
  /** The account that its statement is of; undefined where it is none of ours. */
  readonly account: OwnAccount | undefined;
  readonly day: string;
  readonly currency: string;
  /** In minor units; below zero what came in. */
  readonly moved: bigint | undefined;
  readonly because: BankLine['because'];
}

/**
 * Says what a line of the bank was that nothing was booked for: a charge of the bank or one of our payments, a refund, a claim that was paid, which is
 * booked with it; or something that stands elsewhere in the books. It is said once; the document of what was booked, or nothing.
 */
export async function explainLine(
  source: DataSource,
  id: string,
  explanation: Explanation,
  { user, now, today }: { user: string; now: () => Date; today: string },
): Promise<ReplyOf<typeof api.explainBankLine>> {
  const note = explanation.note.trim();
  if (note === '' && explanation.as !== 'payment') throw new RequestError(422, 'problem.say_what_it_was');
  try {
    return await postTogether(source, { user, key: randomUUID(), now, today }, async (manager, post) => {
      const line = await readOpenLine(manager, id, true);
      const booked =
        explanation.as === 'charge'
          ? chargeOf(line, note)
          : explanation.as === 'payment'
            ? await paymentOf(manager, line, explanation)
            : undefined;
      const posted =
        booked &&
        (await post('bank-statement', {
          ...booked,
          date: booked.date || today,
          account: line.account?.id ?? '',
          reference: line.statement,
        }));
      await manager.query(
        'INSERT INTO bank_explanation (line_id, note, document_id, explained_by, explained_at) VALUES (?, ?, ?, ?, ?)',
        [id, note, posted?.id ?? null, user, sqlInstant(now())],
      );
      return { document: posted?.id ?? '' };
    });
  } catch (problem) {
    throw duplicateOf(problem, 'PRIMARY') ? new RequestError(409, 'problem.explained_before') : problem;
  }
}

async function readOpenLine(manager: EntityManager, id: string, locking: boolean): Promise<OpenLine> {
  const [row] = (await manager.query(
    `SELECT l.*, f.reference AS statement, f.bank_account_id, e.line_id AS explained, (SELECT COUNT(*) FROM bank_line o WHERE o.file_id = l.file_id AND o.id <= l.id) AS place
     FROM bank_line l JOIN bank_file f ON f.id = l.file_id LEFT JOIN bank_explanation e ON e.line_id = l.id WHERE l.id = ? AND l.because <> ''${locking ? ' FOR UPDATE' : ''}`,
    [id],
  )) as Row[];
  if (!row) throw new RequestError(404, 'problem.no_such_bank_line');
  if (row.explained != null) throw new RequestError(409, 'problem.explained_before');
  const account = row.bank_account_id == null ? undefined : await ownAccountOf(manager, row.bank_account_id);
  const cameIn = row.because === 'money-in' || row.kind === 'got' || row.kind === 'came-back';
  const amount = row.amount == null ? undefined : big(row.amount);
  return {
    statement: `${text(row.statement)}/${text(row.place)}`.slice(-60),
    account,
    day: text(row.day),
    currency: text(row.currency),
    moved: amount === undefined || !cameIn ? amount : -amount,
    because: text(row.because) as BankLine['because'],
  };
}

interface Booked {
  readonly date: string;
  readonly lines: StatementLine[];
}

/** What the bank took for itself. */
function chargeOf({ account, because, currency, moved, day }: OpenLine, note: string): Booked {
  if (because !== 'payment-unknown' || currency !== account?.currency || moved === undefined)
    throw new RequestError(422, 'problem.no_charge_of_bank');
  const amount = showAmount(moved, currency);
  return { date: day, lines: [{ of: '', took: amount, fee: amount, text: note.slice(0, 140) }] };
}

/** Whether one of our payments may be booked with it. */
const mayBePayment = ({ account, because, currency, moved }: OpenLine): boolean =>
  MAY_BE_PAYMENT.includes(because) && currency === account?.currency && moved !== undefined;

/** One of our payments; in the currency of the account what the bank kept is the difference, in another it is as somebody says. */
async function paymentOf(
  manager: EntityManager,
  line: OpenLine,
  { of = '', fee = '', note }: Explanation,
): Promise<Booked> {
  const [payment] = await readBankPayments({ manager, locking: true }, [of]);
  const { account, moved } = line;
  if (!payment || !account || moved === undefined || !mayBePayment(line) || payment.amount < 0n !== moved < 0n)
    throw new RequestError(422, 'problem.no_payment_of_bank');
  if (!mayBeOn(payment, account)) throw new RequestError(422, 'problem.no_payment_of_bank');
  const kept = keptOf(moved, payment, account.currency);
  return {
    date: line.day > payment.date ? line.day : payment.date,
    lines: [
      {
        of,
        took: formatAmount(documentAmount(moved), account.currency),
        fee: kept !== undefined && kept >= 0n ? formatAmount(documentAmount(kept), account.currency) : fee || '0',
        text: note.slice(0, 140),
      },
    ],
  };
}

/** What the bank kept for itself where it took so much for a payment in the currency of the account; below zero where it took less than that. */
const keptOf = (moved: bigint, { amount, currency }: { amount: bigint; currency: string }, ofAccount: string) =>
  currency === ofAccount ? moved - amount : undefined;

/** The payments that a line may be, those of its amount first, then by how many days lie between. */
export async function paymentsOfLine(
  manager: EntityManager,
  id: string,
): Promise<ReplyOf<typeof api.paymentsOfBankLine>> {
  const line = await readOpenLine(manager, id, false);
  const { account, moved, day } = line;
  if (!account || moved === undefined || day === '' || !mayBePayment(line)) return { rows: [], more: false };
  const found = (await unstatedPayments(manager, [addDays(day, -DAYS), addDays(day, DAYS)])).flatMap((payment) => {
    const kept = keptOf(moved, payment, account.currency);
    const isOther =
      !mayBeOn(payment, account) || payment.amount < 0n !== moved < 0n || (kept !== undefined && kept < 0n);
    const isOff = payment.took === undefined ? kept !== 0n : payment.took !== moved;
    return isOther ? [] : [{ ...payment, kept, isOff, away: Math.abs(daysBetween(day, payment.date)) }];
  });
  const sorted = found.sort((one, two) => Number(one.isOff) - Number(two.isOff) || one.away - two.away);
  const { rows, more } = upTo(MOST, sorted);
  return {
    more,
    rows: rows.map(({ id, number, vendor, date, currency, amount, kept }) => ({
      id,
      number,
      vendor,
      date,
      currency,
      amount: showAmount(amount < 0n ? -amount : amount, currency),
      charge: kept === undefined ? '' : showAmount(kept, account.currency),
    })),
  };
}
