import { randomUUID } from 'node:crypto';
import type { DataSource } from 'typeorm';
import { addDays } from '@obolus/core/exact/calendar';
import { postDocument } from '@obolus/server/commands/runCommand';
import { changeEntry } from '@obolus/server/setUp/registers';

/** From now on the company's entries carry what is owed to customs: for a parcel of shuttles it is still to be paid. */
export async function customsDebt(
  source: DataSource,
  by: {
    readonly documents: ReadonlyMap<string, string>;
    readonly today: string;
    readonly accountant: string;
    readonly administrator: string;
  },
): Promise<void> {
  const sam = { id: by.administrator, role: 'administrator' as const, name: '', email: '' };
  const at = new Date(`${by.today}T07:30:00Z`);
  await changeEntry(source, 'company', '1', { customs_debt: 'yes' }, {}, sam, at);
  const [harbor] = (await source.query("SELECT id FROM vendor WHERE number = 'HARB'")) as { id: string }[];
  const date = addDays(by.today, -7);
  await postDocument(
    source,
    'customs-entry',
    {
      date,
      entered: date,
      reference: '26-GH-139377',
      vendor: '',
      authority: harbor?.id ?? '',
      charges: [],
      rates: [],
      lines: [
        {
          goods: [`${by.documents.get('gr-shuttles-3') ?? '0'}/1`],
          code: '8448.49',
          origin: 'IN',
          value: '412.50',
          duty: '12.38',
          importTax: '21.24',
        },
      ],
    },
    { user: by.accountant, key: randomUUID(), now: () => new Date(`${by.today}T09:45:00Z`), today: by.today },
  );
}
