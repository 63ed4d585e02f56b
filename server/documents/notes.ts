import type { EntityManager } from 'typeorm';
import type { DocumentView } from '@obolus/contract/views/documents';
import { RequestError } from '../asking/failures.ts';
import { type Row, text } from '../queries/figures.ts';
import { duplicateOf, sqlInstant } from '../storage/transaction.ts';

/** What was said of a document, in that order. */
export async function readNotes(manager: EntityManager, document: string): Promise<DocumentView['notes']> {
  const rows: Row[] = await manager.query(
    `SELECT n.id, n.text, n.written_at, u.name FROM document_note n JOIN user_account u ON u.id = n.written_by WHERE n.document_id = ? ORDER BY n.written_at, n.id`,
    [document],
  );
  return rows.map((row) => ({ id: text(row.id), text: text(row.text), by: text(row.name), at: text(row.written_at) }));
}

/**
 * Keeps what somebody says of a document, under its own id: said twice it stands once.
 * @throws RequestError 404 for no document, 409 where something else stands under the id, 422 where nothing is said
 */
export async function noteDocument(
  manager: EntityManager,
  id: string,
  { document, text: said }: { document: string; text: string },
  { user, now }: { user: string; now: Date },
): Promise<void> {
  const words = said.trim();
  if (words === '') throw new RequestError(422, 'problem.say_what_it_was');
  const [known] = (await manager.query('SELECT id FROM document WHERE id = ?', [document])) as Row[];
  if (!known) throw new RequestError(404, 'problem.no_such_document');
  try {
    await manager.query(
      'INSERT INTO document_note (id, document_id, text, written_by, written_at) VALUES (?, ?, ?, ?, ?)',
      [id, document, words, user, sqlInstant(now)],
    );
    return;
  } catch (problem) {
    if (!duplicateOf(problem, 'PRIMARY')) throw problem;
  }
  const [kept] = (await manager.query('SELECT document_id, text, written_by FROM document_note WHERE id = ?', [
    id,
  ])) as Row[];
  if (kept?.document_id !== document || kept.text !== words || kept.written_by !== user)
    throw new RequestError(409, 'problem.noted_otherwise');
}
