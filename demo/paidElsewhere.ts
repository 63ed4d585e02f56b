import { randomUUID } from 'node:crypto';
import type { DataSource } from 'typeorm';
import { addDays } from '@obolus/core/exact/calendar';
import { postDocument } from '@obolus/server/commands/runCommand';

/** A vendor sold what it is owed: its bill is to be paid to somebody else, and waits for a second person. */
export async function paidElsewhere(
  source: DataSource,
  { today, accountant }: { readonly today: string; readonly accountant: string },
): Promise<void> {
  const [vendor] = (await source.query("SELECT id FROM vendor WHERE number = 'MILL'")) as { id: string }[];
  await postDocument(
    source,
    'bill',
    {
      vendor: vendor?.id ?? '',
      reference: 'MT 3318',
      date: addDays(today, -28),
      currency: 'USD',
      lines: [],
      charges: [],
      expenses: [{ expense: 'Machine service', amount: '286.50' }],
      remitTo: { payee: 'Callow Factoring', toAccount: 'US 021000021 551100', bankCode: '' },
    },
    { user: accountant, key: randomUUID(), now: () => new Date(`${today}T08:30:00Z`), today },
  );
}
