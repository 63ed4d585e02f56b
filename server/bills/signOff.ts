import type { DataSource, EntityManager } from 'typeorm';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { SignOffView } from '@obolus/contract/views/bench';
import { RequestError } from '../asking/failures.ts';
import { previewDocument } from '../commands/runCommand.ts';
import type { SignedIn } from '../asking/signedIn.ts';
import { type Row, text } from '../queries/figures.ts';
import { isTrue } from '../storage/load/rows.ts';
import { hashOfBody } from '../storage/bodyHash.ts';
import { sqlInstant, transaction } from '../storage/transaction.ts';

/** Asks a second person to look at a bill exactly as it would be posted. */
export async function askSignOff(
  source: DataSource,
  user: SignedIn,
  draft: string,
  { bill: body, note, today }: { bill: BodyOf<'bill'>; note: string; today: string },
  now: Date,
): Promise<void> {
  const { refusals } = await previewDocument(source, 'bill', body, { user: user.id, today, key: draft });
  const others = refusals.filter(({ reason }) => reason !== 'second_person_needed');
  if (others.length > 0)
    throw new RequestError(422, 'Refused', `This is to be put right first: ${others[0]?.says ?? ''}`);
  if (refusals.length === 0)
    throw new RequestError(422, 'Refused', 'Nobody else has to agree to this: it can be posted.');
  await source.query(
    'INSERT INTO sign_off (draft_id, body_hash, body, note, asked_by, asked_at) VALUES (?, ?, ?, ?, ?, ?)',
    [draft, hashOfBody(body), JSON.stringify(body), note, user.id, sqlInstant(now)],
  );
}

/** A second person agrees, or sends it back; nobody answers themselves, and only the last that was asked of a draft is answered. */
export function answerSignOff(
  source: DataSource,
  user: SignedIn,
  id: string,
  { answer, because }: { answer: Answer; because: string },
  now: Date,
): Promise<void> {
  return transaction(source, async (manager) => {
    const [row] = (await manager.query(
      'SELECT s.asked_by, s.answer, (SELECT MAX(n.id) FROM sign_off n WHERE n.draft_id = s.draft_id) AS last FROM sign_off s WHERE s.id = ? FOR UPDATE',
      [id],
    )) as Row[];
    if (!row) throw new RequestError(404, 'Not found', 'Nobody asks for this any more.');
    if (row.asked_by === user.id)
      throw new RequestError(403, 'Not allowed', 'You decided this yourself: somebody else has to agree.');
    if (row.answer !== '' || row.last !== id)
      throw new RequestError(409, 'Answered', 'This was answered, or asked anew, meanwhile: load the list again.');
    if (answer === 'sent back' && because.trim() === '')
      throw new RequestError(422, 'Refused', 'Say why it goes back.');
    await manager.query('UPDATE sign_off SET answer = ?, because = ?, answered_by = ?, answered_at = ? WHERE id = ?', [
      answer,
      because.trim(),
      user.id,
      sqlInstant(now),
      id,
    ]);
  });
}

type Answer = 'agreed' | 'sent back';

/** What waits for a second person, with every difference and how it was decided; then the last that were answered. */
export async function listSignOffs(source: DataSource, user: SignedIn, today: string): Promise<SignOffView[]> {
  const rows: Row[] = await source.query(
    `SELECT s.*, a.name AS asked, b.name AS answered, v.name AS vendor, EXISTS (SELECT 1 FROM incoming_paper p WHERE p.id = s.draft_id AND p.content IS NOT NULL) AS has_paper
     FROM sign_off s JOIN user_account a ON a.id = s.asked_by LEFT JOIN user_account b ON b.id = s.answered_by
     LEFT JOIN vendor v ON v.id = JSON_VALUE(s.body, '$.vendor')
     WHERE s.id = (SELECT MAX(n.id) FROM sign_off n WHERE n.draft_id = s.draft_id) AND (s.answer <> '' OR EXISTS (SELECT 1 FROM draft d WHERE d.id = s.draft_id))
     ORDER BY s.answer <> '', s.id DESC LIMIT 100`,
  );
  const views: SignOffView[] = [];
  // One after the other: a hundred previews at once would take every connection.
  for (const row of rows) {
    const body = JSON.parse(text(row.body)) as BodyOf<'bill'>;
    const isOpen = row.answer === '';
    const preview = isOpen
      ? await previewDocument(source, 'bill', body, { user: text(row.asked_by), today, key: text(row.draft_id) })
      : undefined;
    const names = await namesOf(source.manager, body);
    views.push({
      id: text(row.id),
      draft: text(row.draft_id),
      hasPaper: isTrue(row.has_paper),
      vendor: text(row.vendor),
      number: body.reference,
      currency: body.currency,
      total: preview?.total ?? null,
      note: text(row.note),
      askedBy: text(row.asked),
      askedAt: text(row.asked_at),
      mine: row.asked_by === user.id,
      answer: text(row.answer) as SignOffView['answer'],
      because: text(row.because),
      answeredBy: text(row.answered),
      answeredAt: text(row.answered_at),
      differences: (preview?.differences ?? []).map((one) => ({
        ...one,
        ...decided(body, one.at),
        label: names(one.at),
      })),
    });
  }
  return views;
}

/** How a line of a body was decided, and why, by its pointer. */
function decided(body: BodyOf<'bill'>, at: string): { decision: string; reason: string } {
  const [, group = '', place = ''] = at.split('/');
  const position = Number.parseInt(place, 10);
  if (group === 'lines') {
    const line = body.lines[position];
    return { decision: line?.wait ? 'waits' : (line?.difference ?? ''), reason: line?.reason ?? '' };
  }
  if (group === 'charges') return { decision: 'charge', reason: body.charges[position]?.reason ?? '' };
  if (group === 'whole')
    return { decision: 'taken', reason: (place === 'tax' ? body.whole?.tax?.reason : body.whole?.total?.reason) ?? '' };
  const line = body.disputed?.[position];
  return { decision: line?.decision ?? '', reason: line?.reason ?? '' };
}

/** What the lines of a body are called. */
async function namesOf(manager: EntityManager, body: BodyOf<'bill'>): Promise<(at: string) => string> {
  const cited = body.lines.map(({ of }) => of.split('/')[0] ?? '');
  const rows: Row[] =
    cited.length === 0
      ? []
      : await manager.query(
          `SELECT l.document_id, l.line_no, COALESCE(i.name, l.expense) AS name FROM receipt_line l LEFT JOIN item i ON i.id = l.item_id WHERE l.document_id IN (?)
           UNION SELECT l.document_id, l.line_no, COALESCE(i.name, l.expense) FROM ordered_line l LEFT JOIN item i ON i.id = l.item_id WHERE l.document_id IN (?)`,
          [cited, cited],
        );
  const names = new Map(rows.map((row) => [`${text(row.document_id)}/${text(row.line_no)}`, text(row.name)]));
  return (at) => {
    const [, group = '', place = ''] = at.split('/');
    const position = Number.parseInt(place, 10);
    if (group === 'lines') return names.get(body.lines[position]?.of ?? '') ?? '';
    if (group === 'whole') return place === 'tax' ? 'Tax' : 'The whole bill';
    return (group === 'charges' ? body.charges[position]?.kind : body.disputed?.[position]?.said) ?? '';
  };
}
