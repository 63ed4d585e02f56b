import type { DataSource } from 'typeorm';
import { addDays } from '@obolus/core/exact/calendar';
import { leaveDraft } from '@obolus/server/storage/drafts';
import { transaction } from '@obolus/server/storage/transaction';

/** The joiner’s statement of account waits to be compared: an amount written the wrong way round, a bill that never came, a payment still on its way. */
export async function vendorStatement(source: DataSource, today: string): Promise<void> {
  const [vendor] = (await source.query("SELECT id FROM vendor WHERE number = 'ALDR'")) as { id: string }[];
  const line = (before: number, reference: string, text: string, amount: string) => ({
    date: addDays(today, -before),
    reference,
    text,
    amount,
  });
  await transaction(source, (manager) =>
    leaveDraft(manager, {
      kind: 'vendor-statement',
      title: 'Statement 11',
      body: {
        vendor: vendor?.id ?? '',
        currency: 'CAD',
        date: today,
        from: addDays(today, -140),
        reference: 'Statement 11',
        opening: '0',
        closing: '3597.25',
        agreed: '',
        note: '',
        lines: [
          line(128, 'A-812', 'Looms and benches', '15280.00'),
          line(81, '', 'Payment received, with thanks', '-15280.00'),
          line(70, 'A-0826', 'Benches', '1145.00'),
          line(29, 'A-0844', 'Reeds', '1900.00'),
          line(13, 'A-0866', 'Shuttles', '420.75'),
          line(4, 'A-0871', 'Carriage', '131.50'),
        ],
      },
    }),
  );
}
