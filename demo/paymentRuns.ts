import { randomUUID } from 'node:crypto';
import type { DataSource } from 'typeorm';
import { addDays } from '@obolus/core/exact/calendar';
import { sendRun } from '@obolus/server/banking/sendRun';
import { fetchedFromStandIn, readyAtStandIn } from '@obolus/server/banking/standIn';
import { takeBankFile } from '@obolus/server/banking/takeBankFile';
import { postDocument } from '@obolus/server/commands/runCommand';

interface Loading {
  readonly documents: ReadonlyMap<string, string>;
  readonly today: string;
  readonly accountant: string;
  readonly approver: string;
}

type Asked = readonly (readonly [vendor: string, currency: string, bills: readonly [bill: string, amount: string][]])[];

/** One run was released, and the bank sent a payment of it back; another waits to be released. */
export async function paymentRuns(source: DataSource, loading: Loading): Promise<void> {
  const { today, accountant, approver } = loading;
  const at = (time: string) => () => new Date(`${today}T${time}:00Z`);
  const paid = await enter(source, loading, today, at('08:40'), [
    ['GREY', 'USD', [['vb-sea-00', '131.60']]],
    ['ALDR', 'CAD', [['vb-reeds-0', '1900.00']]],
    ['REDW', 'USD', [['vb-paper-1', '449.64']]],
  ]);
  await postDocument(
    source,
    'approval',
    { subject: 'payment-run', of: paid, seen: '1', date: today, step: 'approved', reason: '' },
    { user: approver, key: randomUUID(), now: at('08:45'), today },
  );
  await sendRun(source, paid, accountant, at('08:50')());
  for (const { id, content } of await readyAtStandIn(source.manager)) {
    await takeBankFile(source, content, { user: accountant, now: at('08:55'), today });
    await fetchedFromStandIn(source.manager, id);
  }
  await enter(source, loading, addDays(today, 1), at('09:00'), [
    ['GREY', 'USD', [['vb-sea-2', '2146.60']]],
    ['KUMO', 'JPY', [['vb-dyes-1', '311540']]],
  ]);
}

async function enter(
  source: DataSource,
  { documents, today, accountant }: Loading,
  date: string,
  now: () => Date,
  asked: Asked,
): Promise<string> {
  const vendors: { id: string; number: string }[] = await source.query('SELECT id, number FROM vendor');
  const [account] = (await source.query('SELECT id FROM bank_account ORDER BY id LIMIT 1')) as { id: string }[];
  const payments = asked.map(([number, currency, bills]) => ({
    vendor: vendors.find((vendor) => vendor.number === number)?.id ?? '',
    currency,
    bills: bills.map(([bill, amount]) => ({ of: documents.get(bill) ?? '', amount, discount: '' })),
  }));
  const { id } = await postDocument(
    source,
    'payment-run',
    { date, account: account?.id ?? '', payments, sure: 'Compared with the papers' },
    { user: accountant, key: randomUUID(), now, today },
  );
  return id;
}
