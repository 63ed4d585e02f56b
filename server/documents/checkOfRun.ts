import { documentOf, type LineId } from '@obolus/core/costing/pool';
import type { Books } from '@obolus/core/state/books';
import { loadCheckbooks } from '../storage/load/bankAccounts.ts';
import type { BooksLoader } from '../storage/load/loader.ts';
import { loadRunPlace } from '../storage/load/paymentRuns.ts';
import type { Following } from './documentCommand.ts';

/** The run that a payment is made of, with the forms of its account where it pays by checks. */
export async function loadRunOf(loader: BooksLoader, place: LineId | undefined): Promise<void> {
  if (place === undefined) return;
  await loadRunPlace(loader, place);
  const known = loader.parts.paymentRuns.get(documentOf(place));
  if (known?.way === 'check') await loadCheckbooks(loader, [known.account]);
}

/** The check that follows a payment of a run by checks, with the next number of its account. What credits make up for needs none. */
export function checkOfRun(
  { run, amount }: { run: LineId | undefined; amount: bigint },
  { paymentRuns, bankAccounts, nextDocument }: Books,
): readonly Following[] {
  const asked = run === undefined ? undefined : paymentRuns.get(documentOf(run));
  const next = asked?.way === 'check' ? bankAccounts.get(asked.account)?.nextCheck : undefined;
  if (!asked || next === undefined || amount <= 0n) return [];
  const { date, account } = asked;
  const body = { date, account, form: next.toString(), of: nextDocument.toString(), reason: '' };
  return [{ kind: 'check', at: '', body }];
}
