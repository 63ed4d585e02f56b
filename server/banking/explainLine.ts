import { randomUUID } from 'node:crypto';
import type { DataSource } from 'typeorm';
import { RequestError } from '../asking/failures.ts';
import { postTogether } from '../commands/runCommand.ts';
import { type Row, showAmount, text } from '../queries/figures.ts';
import { baseCurrency } from '../setUp/baseCurrency.ts';
import { duplicateOf, sqlInstant } from '../storage/transaction.ts';

/**
 * Says what a line of the bank was that nothing was booked for: a charge of the bank, which is booked, or something that stands elsewhere in the books.
 * It is said once; the document of the charge, or nothing.
 */
export async function explainLine(
  source: DataSource,
  id: string,
  { as, note }: { as: 'charge' | 'elsewhere'; note: string },
  { user, now, today }: { user: string; now: () => Date; today: string },
): Promise<{ document: string }> {
  if (note.trim() === '') throw new RequestError(422, 'problem.say_what_it_was');
  try {
    return await postTogether(source, { user, key: randomUUID(), now, today }, async (manager, post) => {
      const [line] = (await manager.query(
        `SELECT l.*, f.reference AS statement, e.line_id AS explained, (SELECT COUNT(*) FROM bank_line o WHERE o.file_id = l.file_id AND o.id <= l.id) AS place
         FROM bank_line l JOIN bank_file f ON f.id = l.file_id LEFT JOIN bank_explanation e ON e.line_id = l.id WHERE l.id = ? AND l.because <> '' FOR UPDATE`,
        [id],
      )) as Row[];
      if (!line) throw new RequestError(404, 'problem.no_such_bank_line');
      if (line.explained != null) throw new RequestError(409, 'problem.explained_before');
      const home = await baseCurrency(manager);
      if (as === 'charge' && !(line.because === 'payment-unknown' && line.currency === home && line.amount != null))
        throw new RequestError(422, 'problem.no_charge_of_bank');
      const amount = showAmount(line.amount, home);
      const posted =
        as === 'charge'
          ? await post('bank-statement', {
              date: text(line.day) || today,
              account: '',
              reference: `${text(line.statement)}/${text(line.place)}`.slice(-60),
              lines: [{ of: '', took: amount, fee: amount, text: note.slice(0, 140) }],
            })
          : undefined;
      await manager.query(
        'INSERT INTO bank_explanation (line_id, note, document_id, explained_by, explained_at) VALUES (?, ?, ?, ?, ?)',
        [id, note.trim(), posted?.id ?? null, user, sqlInstant(now())],
      );
      return { document: posted?.id ?? '' };
    });
  } catch (problem) {
    throw duplicateOf(problem, 'PRIMARY') ? new RequestError(409, 'problem.explained_before') : problem;
  }
}
