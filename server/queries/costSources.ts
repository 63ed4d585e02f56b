import type { EntityManager } from 'typeorm';
import type { DocumentKind } from '@obolus/contract/kinds/kinds';
import type { SourceOfCost } from '@obolus/contract/views/stock';
import { stands } from '../storage/load/rows.ts';
import { big, type Row, showAmount, showQuantity, showUnitCost, text } from './figures.ts';

/** So many receipts of an average are named. */
const MOST = 20;

const MOVEMENT = `SELECT m.document_id, m.line_no, m.direction, m.quantity, d.kind, d.number, d.date, i.name AS item,
    (SELECT COALESCE(SUM(c.amount), 0) FROM value_change c WHERE c.line_document_id = m.document_id AND c.line_no = m.line_no) AS value
  FROM movement m JOIN document d ON d.id = m.document_id JOIN pool p ON p.id = m.pool_id JOIN item i ON i.id = p.item_id`;

/**
 * The movements that lead on from one: of goods that were made, those of what was used; of goods that arrived, the one that left; of goods that went
 * at the average of their pool, those that came into it before them.
 */
export async function readSources(
  manager: EntityManager,
  currency: string,
  moved: Row,
  atAverage: boolean,
): Promise<SourceOfCost[]> {
  const [document, line] = [text(moved.document_id), text(moved.line_no)];
  const where =
    moved.purpose === 'made'
      ? { says: "m.document_id = ? AND m.direction = 'out' ORDER BY m.line_no", given: [document] }
      : moved.purpose === 'arrived'
        ? leftFor(text(moved.kind), document, line)
        : atAverage
          ? {
              says: `m.pool_id = ? AND m.direction = 'in' AND ${stands('m.document_id')} AND (m.date, m.document_id) < (?, ?) ORDER BY m.date DESC, m.document_id DESC, m.line_no LIMIT ${MOST}`,
              given: [moved.pool_id, moved.date, document],
            }
          : undefined;
  if (!where) return [];
  const rows: Row[] = await manager.query(`${MOVEMENT} WHERE ${where.says}`, where.given);
  return rows.map((row) => {
    const value = row.direction === 'out' ? -big(row.value) : big(row.value);
    return {
      line: `${text(row.document_id)}/${text(row.line_no)}`,
      document: {
        id: text(row.document_id),
        kind: text(row.kind) as DocumentKind,
        number: text(row.number),
        date: text(row.date),
      },
      item: text(row.item),
      quantity: showQuantity(row.quantity),
      value: showAmount(value, currency),
      unitCost: showUnitCost(value, big(row.quantity), currency),
    };
  });
}

/** In one step what arrives is numbered after what leaves, in its order; in two the arrival names what left. */
const leftFor = (kind: string, document: string, line: string) =>
  kind === 'arrival'
    ? {
        says: '(m.document_id, m.line_no) IN (SELECT a.transfer_id, a.transfer_line_no FROM arrival_line a WHERE a.document_id = ? AND a.line_no = ?)',
        given: [document, line],
      }
    : {
        says: "m.document_id = ? AND m.direction = 'out' AND m.line_no = ? - (SELECT COUNT(*) FROM transfer_line t WHERE t.document_id = m.document_id AND t.arrived = 0)",
        given: [document, line],
      };
