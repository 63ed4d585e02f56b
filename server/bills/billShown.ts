import type { DataSource, EntityManager } from 'typeorm';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { ApprovalView } from '@obolus/contract/views/approvals';
import { previewDocument } from '../commands/previewDocument.ts';
import { type Row, text } from '../queries/figures.ts';
import { doubtsOfDraft } from './incoming.ts';
import { message } from '@obolus/messages/message';
import type { Shown } from '@obolus/contract/message';

/** A bill that a second person is asked about, with every difference and how it was decided, and what speaks against its paper. */
export async function billShown(
  source: DataSource,
  draft: string,
  body: BodyOf<'bill'>,
  { user, today }: { user: string; today: string },
): Promise<Pick<ApprovalView, 'title' | 'link' | 'total' | 'differences' | 'doubts'>> {
  const preview = await previewDocument(source, 'bill', body, { user, today, key: draft });
  const names = await namesOf(source.manager, body);
  const [vendor] = (await source.query('SELECT name FROM vendor WHERE id = ?', [body.vendor])) as Row[];
  return {
    title: `${text(vendor?.name)}, ${body.reference}`,
    link: '',
    total: preview.total === null ? null : { amount: preview.total, currency: body.currency },
    differences: preview.differences.map((one) => ({ ...one, ...decided(body, one.at), label: names(one.at) })),
    doubts: await doubtsOfDraft(source.manager, draft, today),
  };
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
async function namesOf(manager: EntityManager, body: BodyOf<'bill'>): Promise<(at: string) => Shown> {
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
    if (group === 'whole') return message(place === 'tax' ? 'word.tax' : 'status.total');
    return (group === 'charges' ? body.charges[position]?.kind : body.disputed?.[position]?.said) ?? '';
  };
}
