import { createHash } from 'node:crypto';
import type { DataSource } from 'typeorm';
import { fold } from '@obolus/core/costing/fold';
import { EMPTY_POOL, lineId, placeOf, type CostingMethod, type Movement } from '@obolus/core/costing/pool';
import { base, quantity } from '@obolus/core/exact/amounts';
import { cumulative } from '@obolus/core/exact/cumulative';
import { groupBy } from '../storage/groupBy.ts';

type Row = Record<string, string>;

/**
 * Works the books out again from the first document, and says everything that differs: pools folded from scratch, invoices'
 * parts, the inventory account, quantities beyond what is open, balances of entries, and the ledger's chain.
 */
export async function proveBooks(source: DataSource): Promise<string[]> {
  return [...(await provePools(source)), ...(await proveInvoices(source)), ...(await proveLedger(source)), ...(await proveOpen(source))];
}

async function provePools(source: DataSource): Promise<string[]> {
  const wrong: string[] = [];
  const pools: Row[] = await source.query('SELECT p.id, p.quantity, p.value, i.method FROM pool p JOIN item i ON i.id = p.item_id');
  const [company] = (await source.query('SELECT currency FROM company')) as Row[];
  let inventory = 0n;
  for (const pool of pools) {
    const rows: Row[] = await source.query(
      `SELECT m.document_id, m.line_no, m.date, m.direction, m.quantity, (SELECT COALESCE(SUM(v.amount), 0) FROM value_change v WHERE v.line_document_id = m.document_id AND v.line_no = m.line_no) AS value
       FROM movement m WHERE m.pool_id = ? ORDER BY m.date, m.document_id, m.line_no`,
      [pool.id],
    );
    const movements = rows.map(movementOf);
    const folded = fold(pool.method as CostingMethod, EMPTY_POOL, movements, String(company?.currency));
    if (!folded.ok) {
      wrong.push(`pool ${pool.id} is short at ${folded.short.movement}`);
      continue;
    }
    for (const movement of movements) {
      const should = folded.values.get(movement.id);
      if (should !== undefined && should !== movement.value) wrong.push(`pool ${pool.id}: ${movement.id} should cost ${should}, costs ${movement.value}`);
    }
    if (folded.end.quantity !== BigInt(pool.quantity ?? 0) || folded.end.value !== BigInt(pool.value ?? 0)) {
      wrong.push(`pool ${pool.id} should hold ${folded.end.quantity} worth ${folded.end.value}, holds ${pool.quantity} worth ${pool.value}`);
    }
    const layers: Row[] = await source.query(
      'SELECT document_id, line_no, quantity, value FROM pool_layer WHERE pool_id = ? ORDER BY day, document_id, line_no',
      [pool.id],
    );
    const stored = layers.map((layer) => `${layer.document_id}/${layer.line_no}:${layer.quantity}:${layer.value}`).join(' ');
    const should = folded.end.layers.map((layer) => `${layer.of}:${layer.quantity}:${layer.value}`).join(' ');
    if (stored !== should) wrong.push(`pool ${pool.id} should have layers ${should}, has ${stored}`);
    inventory += folded.end.value;
  }
  const [account] = (await source.query("SELECT COALESCE(SUM(amount), 0) AS balance FROM journal_line WHERE account = 'inventory'")) as Row[];
  if (BigInt(account?.balance ?? 0) !== inventory) wrong.push(`inventory should be ${inventory}, is ${account?.balance}`);
  return wrong;
}

function movementOf(row: Row): Movement {
  const id = lineId(String(row.document_id), Number(row.line_no));
  const comes = row.direction === 'in';
  return {
    ...{ id, place: placeOf(id), date: row.date ?? '', direction: comes ? 'in' : 'out', purpose: comes ? 'received' : 'delivered' },
    ...{ quantity: quantity(BigInt(row.quantity ?? 0)), value: base(comes ? BigInt(row.value ?? 0) : -BigInt(row.value ?? 0)), shared: base(0n) },
    ...{ lots: [], dimensions: undefined, returns: [], back: undefined, standard: undefined },
  };
}

async function proveInvoices(source: DataSource): Promise<string[]> {
  const value = '(SELECT COALESCE(SUM(v.amount), 0) FROM value_change v WHERE v.line_document_id = l.document_id AND v.line_no = l.line_no)';
  const delivered: Row[] = await source.query(`SELECT l.document_id, l.line_no, l.quantity, ${value} AS value FROM delivery_line l`);
  const invoiced: Row[] = await source.query(
    `SELECT l.delivery_id, l.delivery_line_no, l.document_id, l.quantity, ${value} AS value FROM invoice_line l ORDER BY l.document_id, l.line_no`,
  );
  const parts = groupBy(invoiced, (row) => `${row.delivery_id}/${row.delivery_line_no}`);
  return delivered.flatMap((line) => {
    let soFar = 0n;
    let before = 0n;
    return (parts.get(`${line.document_id}/${line.line_no}`) ?? []).flatMap((part) => {
      soFar += BigInt(part.quantity ?? 0);
      const should = cumulative(-BigInt(line.value ?? 0), soFar, BigInt(line.quantity ?? 0), before);
      before += should;
      return should === BigInt(part.value ?? 0) ? [] : [`invoice ${part.document_id} should take ${should}, takes ${part.value}`];
    });
  });
}

async function proveLedger(source: DataSource): Promise<string[]> {
  const wrong: string[] = [];
  const unsealed: Row[] = await source.query(
    'SELECT e.document_id FROM entry e LEFT JOIN ledger_link k ON k.document_id = e.document_id AND k.entry_no = e.entry_no WHERE k.number IS NULL',
  );
  if (unsealed.length > 0) wrong.push(`${unsealed.length} entries are not sealed`);
  const links: Row[] = await source.query(
    'SELECT k.*, e.date FROM ledger_link k JOIN entry e ON e.document_id = k.document_id AND e.entry_no = k.entry_no ORDER BY k.number',
  );
  const lines = groupBy(
    (await source.query('SELECT * FROM journal_line ORDER BY document_id, entry_no, line_no')) as Row[],
    (line) => `${line.document_id}/${line.entry_no}`,
  );
  let previous = createHash('sha256').update('').digest('hex');
  for (const [position, link] of links.entries()) {
    const entry = lines.get(`${link.document_id}/${link.entry_no}`) ?? [];
    if (entry.reduce((sum, line) => sum + BigInt(line.amount ?? 0), 0n) !== 0n) wrong.push(`entry ${link.number} does not balance`);
    const text = entry.map((line) => [line.line_no, line.account, line.amount, line.item_id ?? '', line.vendor_id ?? ''].join(',')).join(';');
    const digest = createHash('sha256')
      .update([link.document_id, link.entry_no, link.date, ...(entry.length > 0 ? [text] : [])].join('|'))
      .digest('hex');
    if (digest !== link.digest) wrong.push(`entry ${link.number} is not what was sealed`);
    if (link.previous_hash !== previous) wrong.push(`entry ${link.number} does not follow the one before`);
    previous = createHash('sha256').update(`${previous}${digest}`).digest('hex');
    if (link.hash !== previous) wrong.push(`the hash of entry ${link.number} is wrong`);
    if (Number(link.number) !== position + 1) wrong.push(`entry ${link.number} should have number ${position + 1}`);
  }
  return wrong;
}

async function proveOpen(source: DataSource): Promise<string[]> {
  const beyond: Row[] = await source.query(
    `SELECT 'received' AS what, l.document_id FROM order_line l WHERE (SELECT SUM(r.quantity) FROM receipt_line r WHERE r.order_id = l.document_id AND r.order_line_no = l.line_no) > l.quantity
     UNION ALL SELECT 'billed', l.document_id FROM receipt_line l WHERE (SELECT SUM(b.quantity) FROM bill_line b WHERE b.receipt_id = l.document_id AND b.receipt_line_no = l.line_no) > l.quantity
     UNION ALL SELECT 'invoiced', l.document_id FROM delivery_line l WHERE (SELECT SUM(s.quantity) FROM invoice_line s WHERE s.delivery_id = l.document_id AND s.delivery_line_no = l.line_no) > l.quantity
     UNION ALL SELECT 'allocated', l.document_id FROM bill_charge l WHERE (SELECT SUM(s.amount) FROM allocation_share s WHERE s.charge_id = l.document_id AND s.charge_line_no = l.line_no) > l.base_amount`,
  );
  return beyond.map((row) => `${row.what} beyond what is open on ${row.document_id}`);
}
