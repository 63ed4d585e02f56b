import type { DataSource, EntityManager } from 'typeorm';
import type { AdviceView } from '@obolus/contract/views/receiving';
import { quantity } from '@obolus/core/exact/amounts';
import { type Advised, type AwaitedLine, matchDespatch } from '@obolus/core/purchasing/despatch';
import { RequestError } from '../asking/failures.ts';
import { big, type Row, showQuantity, text } from '../queries/figures.ts';
import { isOpen, openLines } from '../queries/openOfOrder.ts';
import { groupBy } from '../storage/groupBy.ts';
import { stands } from '../storage/load/rows.ts';
import { duplicateOf, transaction } from '../storage/transaction.ts';
import { isForUs, nobodyCalled, readGoodsCalled, vendorOf } from '../papers/ours.ts';
import { type AdvisedGoods, readAdvice } from './readAdvice.ts';
import { upTo } from '../storage/upTo.ts';
import { message } from '@obolus/messages/message';
import { keptSays, readSays } from '../storage/said.ts';

/** Keeps what a vendor announces, each line with the order line that it is for; the same paper again changes nothing. */
export async function keepAdvice(source: DataSource, id: string, content: Buffer, by: string): Promise<AdviceView> {
  const advice = await readAdvice(content);
  const vendor = await vendorOf(
    source.manager,
    advice.vendor,
    advice.lines.map(({ order }) => order),
  );
  if (vendor === undefined) {
    throw new RequestError(422, [nobodyCalled('advice', advice.vendor)]);
  }
  if (!(await isForUs(source.manager, advice.buyer)))
    throw new RequestError(422, 'paper.advice_other_buyer', { buyer: advice.buyer[0] ?? '' });
  const matched = await matchAwaited(source.manager, vendor, advice.lines);
  try {
    await transaction(source, async (manager) => {
      const [known] = (await manager.query('SELECT number FROM despatch_advice WHERE id = ?', [id])) as {
        number: string;
      }[];
      if (known?.number === advice.number) return;
      if (known) throw new RequestError(422, 'problem.key_of_other');
      await manager.query(
        'INSERT INTO despatch_advice (id, vendor_id, number, despatched, arrives, shipment, kept_by, kept_at) VALUES (?, ?, ?, ?, ?, ?, ?, UTC_TIMESTAMP(6))',
        [
          id,
          vendor,
          advice.number.slice(0, 60),
          advice.despatched || null,
          advice.arrives || null,
          advice.shipment.slice(0, 60),
          by,
        ],
      );
      const rows = advice.lines.map((line, at) => rowOf(id, at, line, matched[at]));
      await manager.query(
        `INSERT INTO despatch_advice_line (advice_id, line_no, order_id, order_line_no, said, quantity, lot, expires, problem) VALUES ${rows.map(() => '(?, ?, ?, ?, ?, ?, ?, ?, ?)').join(', ')}`,
        rows.flat(),
      );
    });
  } catch (problem) {
    if (!duplicateOf(problem, 'despatch_advice_once')) throw problem;
    throw new RequestError(409, 'problem.announced_already', { number: advice.number });
  }
  const [view] = (await listAdvices(source.manager, id)).rows;
  if (!view) throw new RequestError(409, 'problem.received_already', { number: advice.number });
  return view;
}

/** The order line that each announced line is for; what is cancelled is for none. */
async function matchAwaited(
  manager: EntityManager,
  vendor: string,
  lines: readonly AdvisedGoods[],
): Promise<(Advised | undefined)[]> {
  const matched = matchDespatch(
    lines.filter(({ cancelled }) => !cancelled),
    await readAwaited(manager, vendor),
  );
  let next = 0;
  return lines.map(({ cancelled }) => (cancelled ? undefined : matched[next++]));
}

const problemOf = ({ cancelled }: AdvisedGoods, found: Advised | undefined): string =>
  cancelled
    ? keptSays([message('paper.advice_line_cancelled')])
    : found?.ok === false
      ? keptSays([message(`paper.advice_${found.why}`)])
      : '';

function rowOf(id: string, at: number, line: AdvisedGoods, found: Advised | undefined): unknown[] {
  const [order = null, number = null] = found?.ok ? found.line.split('/') : [];
  return [
    id,
    at + 1,
    order,
    number,
    line.said.slice(0, 200),
    (found?.ok ? found.quantity : line.quantity).toString(),
    line.lot.slice(0, 60),
    line.expires || null,
    problemOf(line, found),
  ];
}

/** Lines of a vendor's orders with goods still to come, by all that the goods are called. */
async function readAwaited(manager: EntityManager, vendor: string): Promise<AwaitedLine[]> {
  const rows: Row[] = await manager.query(
    `SELECT l.document_id, l.line_no, l.item_id, l.due_day, d.number, x.quantity AS open
     FROM ${openLines('ordered_line')} JOIN document d ON d.id = l.document_id JOIN item i ON i.id = l.item_id
     WHERE x.vendor_id = ? AND ${isOpen('to-receive')} ORDER BY l.document_id, l.line_no`,
    [vendor],
  );
  const called = await readGoodsCalled(
    manager,
    vendor,
    rows.map((row) => text(row.item_id)),
  );
  return rows.map((row) => ({
    line: `${text(row.document_id)}/${text(row.line_no)}` as const,
    order: text(row.number),
    orderLine: text(row.line_no),
    open: quantity(big(row.open)),
    due: row.due_day ?? undefined,
    ...called(text(row.item_id)),
  }));
}

const MOST = 200;

/** What is announced and has not come; or one of it, by its id: a receipt of the vendor with its number as packing slip takes it off the list. */
export async function listAdvices(
  manager: EntityManager,
  only?: string,
): Promise<{ rows: AdviceView[]; more: boolean }> {
  const found: Row[] = await manager.query(
    `SELECT a.*, v.name AS vendor FROM despatch_advice a JOIN vendor v ON v.id = a.vendor_id
     WHERE (? IS NULL OR a.id = ?) AND NOT EXISTS (SELECT 1 FROM document d WHERE d.kind = 'receipt' AND d.vendor_id = a.vendor_id AND d.reference = a.number AND ${stands('d.id')})
     ORDER BY COALESCE(a.arrives, a.despatched, DATE(a.kept_at)), a.number LIMIT ${MOST + 1}`,
    [only ?? null, only ?? null],
  );
  const { rows, more } = upTo(MOST, found);
  if (rows.length === 0) return { rows: [], more };
  const lines = groupBy(
    (await manager.query('SELECT * FROM despatch_advice_line WHERE advice_id IN (?) ORDER BY advice_id, line_no', [
      rows.map((row) => row.id),
    ])) as Row[],
    (row) => text(row.advice_id),
  );
  const advices = rows.map((row) => ({
    id: text(row.id),
    vendor: { id: text(row.vendor_id), name: text(row.vendor) },
    number: text(row.number),
    arrives: row.arrives ?? null,
    shipment: text(row.shipment),
    lines: (lines.get(text(row.id)) ?? []).map((line) => ({
      of: line.order_id == null ? null : `${line.order_id}/${text(line.order_line_no)}`,
      said: text(line.said),
      quantity: showQuantity(line.quantity),
      lot: text(line.lot),
      expires: text(line.expires),
      problem: readSays(line.problem),
    })),
  }));
  return { rows: advices, more };
}

/** Takes an advice off the list that was given by mistake. */
export async function dropAdvice({ manager }: DataSource, id: string): Promise<void> {
  await manager.query('DELETE FROM despatch_advice_line WHERE advice_id = ?', [id]);
  await manager.query('DELETE FROM despatch_advice WHERE id = ?', [id]);
}
