import type { EntityManager } from 'typeorm';
import type { api } from '@obolus/contract/api';
import type { ReplyOf } from '@obolus/contract/endpoint';
import type { DocumentKind } from '@obolus/contract/kinds/kinds';
import { type AsKnown, ledgerValue, poolAsKnown, valueAsKnown } from '@obolus/core/costing/known';
import { documentOf, type PoolState } from '@obolus/core/costing/pool';
import { formatQuantity } from '@obolus/core/exact/amounts';
import { RequestError } from '../asking/failures.ts';
import { lastEnteredBy, readEnteredChanges, readEnteredMovements } from '../storage/load/known.ts';
import { readItems } from '../storage/load/items.ts';
import { readEnd } from '../storage/load/pools.ts';
import { distinct, type Reading } from '../storage/load/rows.ts';
import { big, type Row, showAmount, showUnitCost, text } from './figures.ts';

interface Asked {
  readonly on?: string | undefined;
  readonly known?: string | undefined;
}

const LAST_DAY = '9999-12-31';

/** The day and the place in the ledger's sequence that are asked for (accounting.md, Dates). */
async function readAsked(reading: Reading, { on, known }: Asked): Promise<AsKnown> {
  return { on: on ?? LAST_DAY, entered: known === undefined ? Infinity : await lastEnteredBy(reading, known) };
}

/** What a pool holds: its stored state now, or folded from its first movement for a day or for what was known on one. */
export async function readHeldStock(
  manager: EntityManager,
  currency: string,
  { item: itemId, warehouse }: { item: string; warehouse: string },
  asked: Asked,
): Promise<ReplyOf<typeof api.heldStock>> {
  const reading = { manager, locking: false };
  const of = await readAsked(reading, asked);
  const [pool] = (await manager.query('SELECT * FROM pool WHERE item_id = ? AND warehouse_id = ?', [
    itemId,
    warehouse,
  ])) as Row[];
  const [item] = await readItems(reading, [itemId], currency);
  if (!pool || !item) throw new RequestError(404, 'problem.never_in_warehouse');
  const show = async (state: PoolState, ledger: bigint) => ({
    quantity: formatQuantity(state.quantity),
    value: showAmount(state.value, currency),
    unitCost: showUnitCost(state.value, state.quantity, currency),
    ledger: showAmount(ledger, currency),
    layers: await layersOf(manager, currency, state),
  });
  if (asked.on === undefined && asked.known === undefined) return show(await readEnd(reading, pool), big(pool.value));
  const changes = await readEnteredChanges(reading, { pool: text(pool.id) });
  const movements = await readEnteredMovements(reading, { id: text(pool.id), item: itemId });
  const standard = item.standards[0]?.standard;
  return show(
    poolAsKnown({ method: item.method, currency, standard }, movements, changes, of),
    ledgerValue(changes, of),
  );
}

async function layersOf(
  manager: EntityManager,
  currency: string,
  { layers }: PoolState,
): Promise<ReplyOf<typeof api.heldStock>['layers']> {
  if (layers.length === 0) return [];
  const rows: Row[] = await manager.query('SELECT id, kind, number, date FROM document WHERE id IN (?)', [
    distinct(layers.map(({ of }) => documentOf(of))),
  ]);
  const documents = new Map(rows.map((row) => [text(row.id), row]));
  return layers.map(({ of, lot, quantity, value }) => {
    const row = documents.get(documentOf(of));
    const document = {
      id: text(row?.id),
      kind: text(row?.kind) as DocumentKind,
      number: text(row?.number),
      date: text(row?.date),
    };
    return { of: document, lot, quantity: formatQuantity(quantity), value: showAmount(value, currency) };
  });
}

/** The value of a movement by effective date, and what the ledger shows of it by posting date. */
export async function readLineValue(
  manager: EntityManager,
  currency: string,
  line: string,
  asked: Asked,
): Promise<ReplyOf<typeof api.lineValue>> {
  const reading = { manager, locking: false };
  const of = await readAsked(reading, asked);
  const changes = await readEnteredChanges(reading, { line });
  if (changes.length === 0) throw new RequestError(404, 'problem.no_such_movement');
  return {
    value: showAmount(valueAsKnown(changes, line, of), currency),
    ledger: showAmount(ledgerValue(changes, of), currency),
  };
}
