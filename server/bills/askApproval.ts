import type { DataSource } from 'typeorm';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import { decimalOrThrow } from '@obolus/core/exact/decimal';
import { decimalsOf } from '@obolus/core/exact/currencies';
import { ask } from '../storage/approvalRequests.ts';
import { RequestError } from '../asking/failures.ts';
import type { SignedIn } from '../asking/signedIn.ts';
import { previewDocument } from '../commands/previewDocument.ts';
import { baseCurrency } from '../setUp/baseCurrency.ts';
import { limitOf } from '../storage/load/rows.ts';
import { sqlInstant, transaction } from '../storage/transaction.ts';
import { message } from '@obolus/messages/message';

/** Asks a second person to approve the differences of a bill exactly as it would be posted. */
export async function askApproval(
  source: DataSource,
  user: SignedIn,
  draft: string,
  { bill: body, note, today }: { bill: BodyOf<'bill'>; note: string; today: string },
  now: Date,
): Promise<void> {
  const preview = await previewDocument(source, 'bill', body, { user: user.id, today, key: draft });
  const others = preview.refusals.filter(({ reason }) => reason !== 'second_person_needed');
  if (others.length > 0) throw new RequestError(422, [message('problem.put_right_first'), ...(others[0]?.says ?? [])]);
  if (preview.refusals.length === 0) throw new RequestError(422, 'problem.nobody_needed');
  await transaction(source, async (manager) => {
    const currency = await baseCurrency(manager);
    const outside = preview.differences.filter((difference) => difference.outside);
    const amount = outside.reduce((sum, one) => sum + sizeOf(decimalOrThrow(one.amount, decimalsOf(currency))), 0n);
    const [limit] = (await manager.query('SELECT sign_off_above FROM company WHERE id = 1')) as {
      sign_off_above: string | null;
    }[];
    await ask(manager, {
      subject: 'bill',
      of: draft,
      body,
      amount,
      above: limitOf(limit?.sign_off_above ?? null, currency),
      note,
      by: user.id,
      at: sqlInstant(now),
    });
  });
}

const sizeOf = (amount: bigint): bigint => (amount < 0n ? -amount : amount);
