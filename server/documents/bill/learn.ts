import type { EntityManager } from 'typeorm';
import { learnVendorNumber } from '../../setUp/vendorNumbers.ts';
import { text, type Row } from '../../queries/figures.ts';
import { readBill } from '../../billPapers/readBill.ts';
import { baseCurrency } from '../../setUp/baseCurrency.ts';

interface Kept {
  readonly vendor?: string;
  readonly covers?: readonly (readonly { readonly of: string }[])[];
}

/** What a vendor calls goods is learnt from its paper, once somebody has posted which lines it is for: the number that the paper gives the goods of one item. */
export async function learnFromDraft(manager: EntityManager, id: string): Promise<void> {
  const [row] = (await manager.query(
    'SELECT d.body, p.structured, p.vendor_id FROM draft d JOIN incoming_paper p ON p.id = d.id WHERE d.id = ?',
    [id],
  )) as {
    body: string;
    structured: Buffer | null;
    vendor_id: string;
  }[];
  if (!row?.structured) return;
  const { covers = [] } = JSON.parse(row.body) as Kept;
  const items = await itemsOf(
    manager,
    covers.flatMap((parts) => parts.map(({ of }) => of)),
  );
  const { lines } = readBill(row.structured, await baseCurrency(manager));
  for (const [at, parts] of covers.entries()) {
    const of = new Set(parts.map((part) => items.get(part.of) ?? ''));
    const [item = ''] = of;
    const number = lines[at]?.vendorNumber ?? '';
    if (of.size === 1 && item !== '' && number !== '' && number.length <= 40)
      await learnVendorNumber(manager, row.vendor_id, item, number);
  }
}

/** The items of received or ordered lines. */
async function itemsOf(manager: EntityManager, lines: readonly string[]): Promise<ReadonlyMap<string, string>> {
  const documents = [...new Set(lines.map((line) => line.split('/')[0] ?? ''))];
  if (documents.length === 0) return new Map();
  const rows: Row[] = await manager.query(
    `SELECT document_id, line_no, item_id FROM receipt_line WHERE document_id IN (?) AND item_id IS NOT NULL
     UNION SELECT document_id, line_no, item_id FROM ordered_line WHERE document_id IN (?) AND item_id IS NOT NULL`,
    [documents, documents],
  );
  return new Map(rows.map((row) => [`${text(row.document_id)}/${text(row.line_no)}`, text(row.item_id)]));
}
