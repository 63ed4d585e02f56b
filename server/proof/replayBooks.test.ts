import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { DataSource } from 'typeorm';
import type { EntryFields, RegisterName } from '@obolus/contract/registers/register';
import { dataSource } from '../storage/dataSource.ts';
import { answer } from '../testing/answer.ts';
import { type Client, make, startTestServer, type TestServer } from '../testing/testServer.ts';
import { replayBooks } from './replayBooks.ts';

/* Books in which what is set up changes between postings, decided again from their commands. */
let server: TestServer;
let ines: Client;
let piet: Client;
let owner: DataSource;
const change = async (register: RegisterName, id: string, fields: EntryFields) => {
  const entry = await ines.call('GET', `/api/registers/${register}/${id}`);
  const was = (entry.body.fields ?? {}) as EntryFields;
  const seen = Object.fromEntries(Object.keys(fields).map((name) => [name, was[name] ?? '']));
  const reply = await ines.call('PUT', `/api/registers/${register}/${id}`, { fields, seen });
  expect([reply.status, reply.body]).toEqual([200, expect.anything()]);
  // A limit waits for a second person, once something is posted.
  await answer(piet, `${register}/${id}/limits`);
};
const again = () => replayBooks(server.source.manager);

beforeAll(async () => {
  server = await startTestServer();
  [ines, piet] = await Promise.all([server.as('accountant'), server.as('approver')]);
  owner = await dataSource(server.config.database, server.config.database.owner, 1).initialize();
  for (const [weight, euro, over] of [
    ['1', '1.05', '0'],
    ['3', '1.2', '10'],
  ] as const) {
    await change('items', '1', { weight, over });
    const rate = { currency: 'EUR', from: weight === '1' ? '2026-02-01' : '2026-02-20', rate: euro };
    const set = await ines.call('POST', '/api/registers/rates', { fields: rate }, { 'Idempotency-Key': randomUUID() });
    expect(set.status).toBe(201);
    const day = weight === '1' ? '2026-02-10' : '2026-03-10';
    const order = await ines.posted(
      'order',
      make.order(
        [
          { item: '1', quantity: '10', price: '4' },
          { item: '2', quantity: '5', price: '7.5' },
        ],
        { vendor: '2', currency: 'EUR', date: day },
      ),
    );
    const lines = [
      { of: `${order}/1`, quantity: over === '0' ? '10' : '11' },
      { of: `${order}/2`, quantity: '5' },
    ];
    const receipt = await ines.posted('receipt', make.receipt(lines, { vendor: '2', date: day }));
    const charge = await ines.posted('bill', make.charge(`F-${weight}`, '100', { date: day }));
    await ines.posted('allocation', make.allocation(`${charge}/1`, [`${receipt}/1`, `${receipt}/2`], 'weight'));
  }
});
afterAll(async () => {
  await owner.destroy();
  await server.stop();
});

describe('every document decided again from its command', () => {
  it('gives the facts that stand, whatever was set up otherwise in between', async () => {
    const shares = await server.source.query('SELECT amount FROM allocation_share ORDER BY document_id, line_no');
    // Ten of one kilogram and five of one; then eleven of three and five of one: the weight of the day decides.
    expect((shares as { amount: string }[]).map(({ amount }) => amount)).toEqual(['6667', '3333', '8684', '1316']);
    expect(await again()).toEqual({ documents: 9, differences: [] });
  });

  it('keeps one version of what did not change, and each of what did', async () => {
    const versions: { part: string; n: string }[] = await server.source.query(
      "SELECT part, COUNT(*) AS n FROM set_up_version WHERE (part = 'items' AND which_id IN ('1', '2')) OR part = 'vendors' GROUP BY part, which_id ORDER BY part, which_id",
    );
    expect(versions.map(({ part, n }) => [part, Number(n)])).toEqual([
      ['items', 2],
      ['items', 1],
      ['vendors', 1],
      ['vendors', 1],
    ]);
  });

  it.each([
    ['a journal line', 'journal_line', 'amount = amount + 1', /^VB-1001 should have journal/],
    ['a movement', 'movement', 'quantity = quantity + 1', /^GR-1001 should have movement/],
    ['a change of value', 'value_change', 'amount = amount + 1', /^GR-1001 should have value/],
  ])('says where %s was tampered with', async (_, table, set, says) => {
    const [row] = (await owner.query(`SELECT MIN(document_id) AS id FROM ${table}`)) as { id: string }[];
    const id =
      table === 'journal_line'
        ? ((await owner.query("SELECT id FROM document WHERE number = 'VB-1001'")) as { id: string }[])[0]?.id
        : row?.id;
    await owner.query(`UPDATE ${table} SET ${set} WHERE document_id = ? LIMIT 1`, [id]);
    expect((await again()).differences).toEqual(expect.arrayContaining([expect.stringMatching(says)]));
    await owner.query(`UPDATE ${table} SET ${set.replace('+', '-')} WHERE document_id = ? LIMIT 1`, [id]);
    expect((await again()).differences).toEqual([]);
  });

  it('says where what was set up, or asked for, is not what was decided on', async () => {
    await owner.query(
      "UPDATE set_up_version SET body = REPLACE(body, '3000000', '2000000') WHERE part = 'items' AND which_id = '1'",
    );
    const says = 'was decided on something set up that is not as it was kept';
    expect((await again()).differences).toEqual(['PO-1002', 'GR-1002', 'LC-1002'].map((number) => `${number} ${says}`));
    await owner.query(
      "UPDATE set_up_version SET body = REPLACE(body, '2000000', '3000000') WHERE part = 'items' AND which_id = '1'",
    );
    expect((await again()).differences).toEqual([]);
    const receipt = "document_id = (SELECT id FROM document WHERE number = 'GR-1002')";
    await owner.query(`UPDATE command SET body = REPLACE(body, '"11000000"', '"10000000"') WHERE ${receipt}`);
    expect((await again()).differences).toEqual(
      expect.arrayContaining([expect.stringMatching(/^GR-1002 should have movement/)]),
    );
    await owner.query(`UPDATE command SET body = REPLACE(body, '"10000000"', '"11000000"') WHERE ${receipt}`);
    await owner.query('DELETE FROM command WHERE document_id = (SELECT MAX(document_id) FROM command)');
    expect((await again()).differences).toEqual(['LC-1002 has no command']);
  });
});
