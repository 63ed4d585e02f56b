import { createHash } from 'node:crypto';
import type { EntityManager } from 'typeorm';
import { SEALED, SealedRows, type SealKey, sealKeysOf } from '../storage/sealing.ts';

type Row = Record<string, string>;

/** Documents whose rows are read at once. */
const AT_ONCE = 500;

/**
 * Every document is what its seal says, row for row, and the seals follow one another without a gap; the entries have the numbers of the
 * ledger in the same order, and balance. Only whoever has the key can make a seal.
 */
export async function proveSeals(manager: EntityManager): Promise<string[]> {
  const wrong: string[] = [];
  const unsealed: Row[] = await manager.query(
    'SELECT d.number FROM document d LEFT JOIN seal s ON s.document_id = d.id WHERE s.place IS NULL',
  );
  wrong.push(...unsealed.map(({ number }) => `${number} is not sealed`));
  const keys = new Map(sealKeysOf(manager.connection).map((key) => [key.id, key]));
  let previous = createHash('sha256').update('').digest('hex');
  let place = 0;
  for (;;) {
    const seals: Row[] = await manager.query(
      `SELECT s.*, d.number FROM seal s LEFT JOIN document d ON d.id = s.document_id WHERE s.place > ? ORDER BY s.place LIMIT ${AT_ONCE}`,
      [place],
    );
    if (seals.length === 0) break;
    const rows = await readRows(
      manager,
      seals.map((seal) => seal.document_id ?? ''),
    );
    for (const seal of seals) {
      wrong.push(...proveSeal(seal, rows.get(seal.document_id ?? ''), keys, { previous, place: place + 1 }));
      previous = seal.hash ?? '';
      place = Number(seal.place);
    }
  }
  const [head] = (await manager.query('SELECT place, hash FROM ledger_head WHERE id = 1')) as Row[];
  if (Number(head?.place) !== place || head?.hash !== previous)
    wrong.push(`the ledger ends at document ${head?.place} of the chain, the last that is there is ${place}`);
  return [...wrong, ...(await proveNumbers(manager))];
}

function proveSeal(
  seal: Row,
  rows: SealedRows | undefined,
  keys: ReadonlyMap<string, SealKey>,
  after: { previous: string; place: number },
): string[] {
  const name = seal.number ?? `document ${seal.document_id}`;
  const key = keys.get(seal.key_id ?? '');
  const link = [seal.previous_hash, seal.place, seal.document_id, seal.key_id, seal.mac].join('|');
  return [
    ...(key === undefined ? [`${name} was sealed by key ${seal.key_id}, which is not here`] : []),
    ...(key && (rows ?? new SealedRows()).mac(key) !== seal.mac ? [`${name} is not what was sealed`] : []),
    ...(Number(seal.place) !== after.place ? [`before ${name} a document is missing from the chain`] : []),
    ...(seal.previous_hash !== after.previous ? [`${name} does not follow the one before`] : []),
    ...(createHash('sha256').update(link).digest('hex') !== seal.hash ? [`the hash of ${name} is wrong`] : []),
  ];
}

/** All rows of some documents. */
async function readRows(
  manager: EntityManager,
  documents: readonly string[],
): Promise<ReadonlyMap<string, SealedRows>> {
  const found = new Map<string, SealedRows>();
  for (const table of SEALED) {
    const rows: Row[] = await manager.query(`SELECT * FROM \`${table.name}\` WHERE \`${table.owner}\` IN (?)`, [
      documents,
    ]);
    for (const row of rows) {
      const owner = row[table.owner] ?? '';
      const known = found.get(owner) ?? new SealedRows();
      found.set(owner, known);
      known.addRead(table, row);
    }
  }
  return found;
}

async function proveNumbers(manager: EntityManager): Promise<string[]> {
  const unbalanced: Row[] = await manager.query(
    `SELECT d.number FROM journal_line l JOIN document d ON d.id = l.document_id GROUP BY l.document_id, l.entry_no, d.number HAVING SUM(l.amount) <> 0`,
  );
  const unnumbered: Row[] = await manager.query(
    'SELECT d.number FROM entry e JOIN document d ON d.id = e.document_id LEFT JOIN ledger_link k ON k.document_id = e.document_id AND k.entry_no = e.entry_no WHERE k.number IS NULL',
  );
  const misplaced: Row[] = await manager.query(
    `SELECT k.number, k.should FROM (SELECT k.number, ROW_NUMBER() OVER (ORDER BY s.place, k.entry_no) AS should FROM ledger_link k JOIN seal s ON s.document_id = k.document_id) k WHERE k.number <> k.should`,
  );
  return [
    ...unbalanced.map(({ number }) => `an entry of ${number} does not balance`),
    ...unnumbered.map(({ number }) => `an entry of ${number} has no number in the ledger`),
    ...misplaced.map(({ number, should }) => `entry ${number} should have number ${should}`),
  ];
}
