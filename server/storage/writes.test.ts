import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { startTestServer, type TestServer } from '../testing/testServer.ts';
import { written } from './writes.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.stop());

const MANY = 2_500;
const TABLE = 'movement_lot';
const COLUMNS = ['document_id', 'line_no', 'position', 'lot', 'quantity'];

const add = (rows: readonly unknown[][]) =>
  server.source.transaction(async (manager) => {
    await written(manager, (writes) => writes.insert(TABLE, COLUMNS, rows));
  });
const read = (document: number) =>
  server.source.query(`SELECT position, lot, quantity FROM ${TABLE} WHERE document_id = ? ORDER BY position`, [
    document,
  ]) as Promise<{ position: number; lot: string; quantity: string }[]>;

describe('many rows at once', () => {
  it('arrive as they were given: signs that part fields, figures beyond what a double holds', async () => {
    const odd = [
      'tab\there',
      'line\nbelow',
      'back\\slash \\N \\0',
      'zero\0in it',
      'Žluťoučký 綿',
      '',
      '\r',
      'quote\'d "twice"',
    ];
    const rows = Array.from({ length: MANY }, (_, at) => [
      91,
      1,
      at,
      odd[at % odd.length],
      9_007_199_254_740_993n + BigInt(at),
    ]);
    await add(rows);
    const found = await read(91);
    expect(found).toHaveLength(MANY);
    expect(found.map(({ lot }) => lot)).toEqual(rows.map(([, , , lot]) => lot));
    expect(found.map(({ quantity }) => quantity)).toEqual(rows.map(([, , , , quantity]) => String(quantity)));
  });

  it('say yes and no as the database does', async () => {
    await server.source.transaction(async (manager) => {
      const columns = [
        'document_id',
        'line_no',
        'charge_id',
        'charge_line_no',
        'receipt_id',
        'receipt_line_no',
        'basis',
        'by_hand',
        'amount',
      ];
      const rows = Array.from({ length: MANY }, (_, at) => [93, at, 1, 1, 1, at, 'value', at % 2 === 0, 5n]);
      await written(manager, (writes) => writes.insert('allocation_share', columns, rows));
    });
    expect(
      await server.source.query(
        'SELECT SUM(by_hand) AS hands, COUNT(*) AS shares FROM allocation_share WHERE document_id = 93',
      ),
    ).toEqual([{ hands: String(MANY / 2), shares: String(MANY) }]);
  });

  it.each([
    ['a key that is there twice', (at: number) => [92, 1, at === 1_700 ? 3 : at, 'lot', 1n]],
    ['a figure that is none', (at: number) => [92, 1, at, 'lot', at === 1_700 ? 'many' : 1n]],
    ['a word that is too long', (at: number) => [92, 1, at, at === 1_700 ? 'x'.repeat(61) : 'lot', 1n]],
    ['a null where none may be', (at: number) => [92, 1, at, at === 1_700 ? null : 'lot', 1n]],
  ])('are refused as a whole for %s', async (_, row) => {
    await expect(add(Array.from({ length: MANY }, (_row, at) => row(at)))).rejects.toThrow();
    expect(await read(92)).toEqual([]);
  });
});
