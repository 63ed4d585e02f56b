import type { DataSource } from 'typeorm';
import { ASKED_AS, type AskedKind } from '@obolus/contract/approvals';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import { decimalOrThrow } from '@obolus/core/exact/decimal';
import { decimalsOf } from '@obolus/core/exact/currencies';
import type { Message } from '@obolus/messages/message';
import { message } from '@obolus/messages/message';
import { RequestError } from '../asking/failures.ts';
import type { SignedIn } from '../asking/signedIn.ts';
import { previewDocument } from '../commands/previewDocument.ts';
import { baseCurrency } from '../setUp/baseCurrency.ts';
import { ask } from '../storage/approvalRequests.ts';
import { sqlInstant, transaction } from '../storage/transaction.ts';

/** Asks a second person to approve what a draft decides, exactly as it would be posted. */
export async function askApproval<Kind extends AskedKind>(
  source: DataSource,
  user: SignedIn,
  { kind, draft, body, note, today }: { kind: Kind; draft: string; body: BodyOf<Kind>; note: string; today: string },
  now: Date,
): Promise<void> {
  const { refusals } = await previewDocument(source, kind, body, { user: user.id, today, key: draft });
  const [other] = refusals.filter(({ reason }) => reason !== 'second_person_needed');
  if (other) throw new RequestError(422, [message('problem.put_right_first'), ...other.says]);
  const needed = refusals[0]?.says[0];
  if (!needed) throw new RequestError(422, 'problem.nobody_needed');
  await transaction(source, async (manager) => {
    const places = decimalsOf(await baseCurrency(manager));
    await ask(manager, {
      subject: ASKED_AS[kind],
      of: draft,
      body,
      amount: figureIn(needed, 'amount', places),
      above: figureIn(needed, 'above', places),
      note,
      by: user.id,
      at: sqlInstant(now),
    });
  });
}

/** A figure that a refusal names, in minor units. */
function figureIn({ values }: Message, name: string, places: number): bigint | undefined {
  const said = values?.[name];
  return typeof said === 'object' && 'figure' in said ? decimalOrThrow(said.figure, places) : undefined;
}
