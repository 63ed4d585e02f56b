import { randomUUID } from 'node:crypto';
import type { DataSource, EntityManager } from 'typeorm';
import type { BankFileView, BankLine, NotBooked, TakenFiles } from '@obolus/contract/views/paying';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import { formatAmount, documentAmount } from '@obolus/core/exact/amounts';
import { isCurrency } from '@obolus/core/exact/currencies';
import { isDay } from '@obolus/core/exact/calendar';
import { type Post, postTogether } from '../commands/runCommand.ts';
import { type Row, text } from '../queries/figures.ts';
import { duplicateOf, sqlInstant } from '../storage/transaction.ts';
import { type BankMessage, readBankMessages, type StatementLine, type StatusLine } from './bankMessages.ts';
import { mayBeOn } from '@obolus/core/state/paying';
import { ownAccount } from './ownAccount.ts';
import { readBankFiles } from './readBankFiles.ts';
import { minorOf } from './minorOf.ts';
import { type Payment, paymentsByCheck, paymentsNamed } from './namedPayments.ts';
import { typedPaymentOf, typedPayments } from './typedPayments.ts';
import { transferReference } from '../transfers/runFile.ts';

interface Taking {
  readonly user: string;
  readonly now: () => Date;
  readonly today: string;
}

/** A line of the bank’s as it is kept. */
interface Taken {
  readonly kind: BankLine['kind'];
  readonly day: string;
  readonly amount: string;
  readonly currency: string;
  readonly says: string;
  readonly reference: string;
  readonly payment: string | undefined;
  readonly because: NotBooked;
}

/**
 * Takes what the bank sent: payments that it rejected are taken back, what it took is booked, its charges too; each line that is not booked says why. A
 * file that was read before changes nothing, and is shown as it was read.
 */
export async function takeBankFile(source: DataSource, content: Buffer, taking: Taking): Promise<TakenFiles> {
  const rows: BankFileView[] = [];
  let again = 0;
  for (const message of readBankMessages(content)) {
    const known = await readBefore(source.manager, message);
    if (known) again += 1;
    rows.push(known ?? (await takeMessage(source, message, content, taking)));
  }
  return { rows, again };
}

async function takeMessage(
  source: DataSource,
  message: BankMessage,
  content: Buffer,
  { user, now, today }: Taking,
): Promise<BankFileView> {
  const at = sqlInstant(now());
  try {
    const file = await postTogether(source, { user, key: randomUUID(), now, today }, async (manager, post) => {
      const said = message.kind === 'status' ? await linesOf(manager, message) : [];
      const payments = await paymentsNamed(
        manager,
        [...said, ...message.lines].map(({ reference }) => reference),
      );
      const { lines, document, account } =
        message.kind === 'status'
          ? { lines: await takeStatus(post, said, payments, today), document: undefined, account: undefined }
          : await takeStatement(manager, post, message, payments);
      const { insertId } = (await manager.query(
        'INSERT INTO bank_file (kind, reference, bank_account_id, content, document_id, read_by, read_at) VALUES (?, ?, ?, ?, ?, ?, ?)',
        [message.kind, message.reference, account ?? null, content.toString('utf8'), document ?? null, user, at],
      )) as { insertId: string };
      if (lines.length > 0) await keepLines(manager, insertId, lines);
      return insertId;
    });
    const [view] = (await readBankFiles(source.manager, { file: String(file) })).rows;
    return view as BankFileView;
  } catch (problem) {
    // Two people read it at the same moment: one of them did.
    const other = duplicateOf(problem, 'bank_file_once') ? await readBefore(source.manager, message) : undefined;
    if (other) return other;
    throw problem;
  }
}

async function readBefore(manager: EntityManager, { kind, reference }: BankMessage): Promise<BankFileView | undefined> {
  const [row] = (await manager.query('SELECT id FROM bank_file WHERE kind = ? AND reference = ?', [
    kind,
    reference,
  ])) as { id: string }[];
  return row && (await readBankFiles(manager, { file: row.id })).rows[0];
}

/** What a report says of each payment, with those that it rejects without naming them. */
async function linesOf(
  manager: EntityManager,
  { answers, rejected, lines }: BankMessage & { kind: 'status' },
): Promise<StatusLine[]> {
  if (rejected.length === 0) return [...lines];
  const rows: Row[] = await manager.query(
    "SELECT p.run_line_no, d.currency FROM document r JOIN run_paid p ON p.run_id = r.id JOIN document d ON d.id = p.document_id WHERE r.kind = 'payment-run' AND r.number = ? ORDER BY p.run_line_no",
    [answers],
  );
  const further = rows.flatMap((row): StatusLine[] => {
    const reference = transferReference(answers, text(row.run_line_no));
    const group = transferReference(answers, text(row.currency));
    const of = rejected.find((one) => one.group === undefined || one.group === group);
    return of ? [{ reference, isRejected: true, says: of.says, asked: undefined }] : [];
  });
  return [...lines, ...further.filter(({ reference }) => lines.every((line) => line.reference !== reference))];
}

/** Rejected payments are taken back, so that their bills are open again. */
async function takeStatus(
  post: Post,
  lines: readonly StatusLine[],
  payments: ReadonlyMap<string, Payment>,
  today: string,
): Promise<Taken[]> {
  const takenBack = new Set<string>();
  const taken: Taken[] = [];
  for (const { reference, isRejected, says, asked } of lines) {
    const payment = payments.get(reference);
    const because = reasonAgainst(payment, asked, takenBack);
    if (isRejected && payment && because === '') {
      takenBack.add(payment.id);
      await post('reversal', {
        of: payment.id,
        date: payment.date > today ? payment.date : today,
        reason: says || 'RJCT',
      });
    }
    taken.push({
      kind: isRejected ? 'rejected' : 'accepted',
      day: '',
      amount: payment ? formatAmount(documentAmount(payment.amount), payment.currency) : '',
      currency: payment?.currency ?? '',
      says,
      reference,
      payment: payment?.id,
      because,
    });
  }
  return taken;
}

/** Why what the bank says of a payment is not booked; empty where it is. */
function reasonAgainst(
  payment: Payment | undefined,
  asked: StatusLine['asked'],
  handled: ReadonlySet<string>,
): NotBooked {
  if (!payment) return 'payment-unknown';
  if (!payment.stands || handled.has(payment.id)) return 'rejected-before';
  if (payment.isTaken) return 'taken-before';
  const amount = payment.amount < 0n ? -payment.amount : payment.amount;
  if (asked && !(asked.currency === payment.currency && minorOf(asked.amount, asked.currency) === amount))
    return 'amount-differs';
  return '';
}

/** What left one of our accounts, and what vendors gave back into it, is booked with one document for the whole statement. */
async function takeStatement(
  manager: EntityManager,
  post: Post,
  { reference, account, lines }: BankMessage & { kind: 'statement' },
  payments: ReadonlyMap<string, Payment>,
): Promise<{ lines: Taken[]; document: string | undefined; account: string | undefined }> {
  const ours = await ownAccount(manager, account);
  const booked: BodyOf<'bank-statement'>['lines'] = [];
  const days: string[] = [];
  const handled = new Set<string>();
  const known = ours
    ? await typedPayments(
        manager,
        lines.map(({ day }) => day),
      )
    : [];
  const typed = known.filter((payment) => ours && mayBeOn(payment, ours));
  const byCheck = await paymentsByCheck(
    manager,
    ours?.id ?? '',
    lines.map(({ check }) => check),
  );
  const taken = lines.map((line): Taken => {
    const minor = minorOf(line.amount, line.currency);
    const moved = minor === undefined || line.isDebit ? minor : -minor;
    const fee = line.fee === '' ? 0n : minorOf(line.fee, line.currency);
    const payment =
      payments.get(line.reference) ??
      byCheck.get(line.check) ??
      typedPaymentOf(line, typed, ours?.currency ?? '', handled);
    const kind = kindOf(line, payment);
    const because = ((): NotBooked => {
      if (!ours) return 'not-ours';
      if (line.currency !== ours.currency || minor === undefined || fee === undefined) return 'other-currency';
      if (!line.isDebit && !(payment && payment.amount < 0n)) return 'money-in';
      if (kind === 'charge') return '';
      const against = reasonAgainst(payment, line.asked, handled);
      if (against !== '' || !payment) return against;
      if (!mayBeOn(payment, ours)) return 'other-account';
      return payment.currency === ours.currency && moved !== payment.amount + fee ? 'amount-differs' : '';
    })();
    const day = isDay(line.day) ? line.day : '';
    if (because === '' && ours && moved !== undefined) {
      if (payment) handled.add(payment.id);
      if (day !== '') days.push(day);
      if (payment) days.push(payment.date);
      const took = formatAmount(documentAmount(moved), ours.currency);
      booked.push({
        of: payment?.id ?? '',
        took,
        fee: payment ? formatAmount(documentAmount(fee ?? 0n), ours.currency) : took,
        text: line.says,
      });
    }
    return {
      kind,
      day,
      amount: minor === undefined ? '' : formatAmount(documentAmount(minor), line.currency),
      currency: isCurrency(line.currency) ? line.currency : '',
      says: line.says,
      reference: line.reference || line.check,
      payment: payment?.id,
      because,
    };
  });
  if (booked.length === 0) return { lines: taken, document: undefined, account: ours?.id };
  const { id } = await post('bank-statement', {
    date: days.sort().at(-1) ?? '',
    account: ours?.id ?? '',
    reference,
    lines: booked,
  });
  return { lines: taken, document: id, account: ours?.id };
}

function kindOf(
  { isDebit, isCharge, reference, check }: StatementLine,
  payment: Payment | undefined,
): BankLine['kind'] {
  if (payment && payment.amount < 0n) return 'got';
  if (payment || reference !== '' || check !== '') return isDebit ? 'taken' : 'came-back';
  return isDebit && isCharge ? 'charge' : 'other';
}

async function keepLines(manager: EntityManager, file: string, lines: readonly Taken[]): Promise<void> {
  const rows = lines.map((line, position) => {
    const minor = line.currency === '' ? undefined : minorOf(line.amount, line.currency);
    const { kind, day, currency, says, reference, payment, because } = line;
    const amount = minor === undefined ? null : minor.toString();
    return [file, position + 1, kind, day || null, amount, currency, says, reference, payment ?? null, because];
  });
  await manager.query(
    'INSERT INTO bank_line (file_id, line_no, kind, day, amount, currency, says, reference, payment_id, because) VALUES ?',
    [rows],
  );
}
