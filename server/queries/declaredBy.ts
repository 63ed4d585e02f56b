import type { EntityManager } from 'typeorm';
import { stands } from '../storage/load/rows.ts';
import { type Row, text } from './figures.ts';

/** The customs entries that declare a received line. */
export type DeclaredBy = (line: Row) => string[];

/** Which customs entries declare received lines, corrections left out; read for all of their receipts at once. */
export async function readDeclaredBy(manager: EntityManager, receipts: readonly string[]): Promise<DeclaredBy> {
  const rows: Row[] =
    receipts.length === 0
      ? []
      : await manager.query(
          `SELECT DISTINCT g.goods_id, g.goods_line_no, g.document_id FROM customs_entry_goods g JOIN customs_entry e ON e.document_id = g.document_id
           WHERE g.goods_id IN (?) AND e.corrects_id IS NULL AND ${stands('g.document_id')} ORDER BY g.document_id`,
          [receipts],
        );
  const found = new Map<string, string[]>();
  for (const row of rows) {
    const line = `${text(row.goods_id)}/${text(row.goods_line_no)}`;
    found.set(line, [...(found.get(line) ?? []), text(row.document_id)]);
  }
  return (row) => found.get(`${text(row.document_id)}/${text(row.line_no)}`) ?? [];
}
