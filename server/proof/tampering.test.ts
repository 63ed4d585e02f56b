import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { createConnection, type Connection } from 'mysql2/promise';
import { heldBy } from '../testing/held.ts';
import { make, startTestServer, type TestServer, TODAY } from '../testing/testServer.ts';
import { answer } from '../testing/answer.ts';
import type { Client } from '../testing/client.ts';
import { anchors, proveAnchors } from './anchors.ts';
import { proveBooks } from './proveBooks.ts';
import { replayBooks } from './replayBooks.ts';

/*
 * What somebody with every right on the database can change behind the application: each change is named by the proof, and nothing is
 * left of it when it is taken back.
 */
let server: TestServer;
let root: Connection;
let ines: Client;
beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
  const order = await ines.posted('order', make.order([{ item: '1', quantity: '100', price: '12' }]));
  const receipt = await ines.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '60' }]));
  await ines.posted('bill', make.bill('T-1', [{ of: `${receipt}/1`, quantity: '40', price: '12.50' }]));
  await ines.posted('delivery', make.delivery([{ item: '1', quantity: '10' }]));
  await changeAccount(ines, await server.as('approver'));
  const sam = await server.as('administrator');
  await sam.call('PUT', '/api/people/1', { role: 'buyer', approvalLimit: '500', blocked: false });
  expect((await answer(await server.as('approver'), 'people/1/limits')).status).toBe(201);
  root = await createConnection({
    socketPath: process.env.OBOLUS_TEST_DB_SOCKET ?? '',
    user: 'root',
    password: process.env.OBOLUS_TEST_DB_ROOT ?? '',
    database: server.config.database.name,
  });
});
afterAll(async () => {
  await root.end();
  await server.stop();
});

/** One person asks for another bank account of a vendor, another approves it. */
async function changeAccount(first: Client, second: Client): Promise<void> {
  await first.call('PUT', '/api/registers/vendors/1', { fields: { bank_account: 'NZ 12 3456' }, seen: {} });
  expect((await answer(second, 'vendors/1/bank_account')).status).toBe(201);
}

/** What is changed, by which statement, how it is taken back, and what the proof must say. */
const TAMPERED: readonly (readonly [what: string, change: string, back: string, says: RegExp])[] = [
  [
    'an amount',
    'UPDATE journal_line SET amount = amount * 2 WHERE document_id = @bill',
    'UPDATE journal_line SET amount = amount / 2 WHERE document_id = @bill',
    /^VB-1001 is not what was sealed$/,
  ],
  [
    'two lines of the journal left out',
    'UPDATE journal_line SET document_id = -document_id WHERE document_id = @receipt',
    'UPDATE journal_line SET document_id = -document_id WHERE document_id = -@receipt',
    /^GR-1001 is not what was sealed$/,
  ],
  [
    'two entries in each other’s place',
    'UPDATE ledger_link SET number = 99 WHERE number = 1; UPDATE ledger_link SET number = 1 WHERE number = 2; UPDATE ledger_link SET number = 2 WHERE number = 99',
    'UPDATE ledger_link SET number = 99 WHERE number = 1; UPDATE ledger_link SET number = 1 WHERE number = 2; UPDATE ledger_link SET number = 2 WHERE number = 99',
    /^entry [12] should have number [12]$/,
  ],
  [
    'who entered a document',
    'UPDATE document SET entered_by = 1 WHERE id = @bill',
    'UPDATE document SET entered_by = 3 WHERE id = @bill',
    /^VB-1001 is not what was sealed$/,
  ],
  [
    'the number of a bill',
    "UPDATE document SET reference = 'T-2' WHERE id = @bill",
    "UPDATE document SET reference = 'T-1' WHERE id = @bill",
    /^VB-1001 is not what was sealed$/,
  ],
  [
    'the vendor of a bill',
    'UPDATE document SET vendor_id = 3 WHERE id = @bill',
    'UPDATE document SET vendor_id = 1 WHERE id = @bill',
    /^VB-1001 is not what was sealed$/,
  ],
  [
    'a quantity received',
    'UPDATE receipt_line SET quantity = quantity - 1 WHERE document_id = @receipt',
    'UPDATE receipt_line SET quantity = quantity + 1 WHERE document_id = @receipt',
    /^GR-1001 is not what was sealed$/,
  ],
  [
    'what a command asked for',
    "UPDATE command SET body = REPLACE(body, 'T-1', 'T-9') WHERE document_id = @bill",
    "UPDATE command SET body = REPLACE(body, 'T-9', 'T-1') WHERE document_id = @bill",
    /^VB-1001 is not what was sealed$/,
  ],
  [
    'a seal made without the key',
    "UPDATE seal SET mac = SHA2('x', 256) WHERE document_id = @bill",
    'UPDATE seal SET mac = @mac WHERE document_id = @bill',
    /^VB-1001 is not what was sealed$/,
  ],
  [
    'a whole document left out',
    'CREATE TABLE kept AS SELECT * FROM seal WHERE document_id = @receipt; DELETE FROM seal WHERE document_id = @receipt',
    'INSERT INTO seal SELECT * FROM kept; DROP TABLE kept',
    /^before VB-1001 a document is missing from the chain$/,
  ],
  [
    'the last document left out, with its seal',
    'CREATE TABLE kept AS SELECT * FROM seal ORDER BY place DESC LIMIT 1; DELETE FROM seal ORDER BY place DESC LIMIT 1',
    'INSERT INTO seal SELECT * FROM kept; DROP TABLE kept',
    /^the ledger ends at document 6 of the chain, the last that is there is 5$/,
  ],
  [
    'a vendor’s bank account',
    "UPDATE vendor SET bank_account = 'XX 66' WHERE id = 1",
    "UPDATE vendor SET bank_account = 'NZ 12 3456' WHERE id = 1",
    /^bank_account of vendors 1 is not what it became when it was last changed$/,
  ],
  [
    'a bank account that nobody asked for',
    "UPDATE vendor SET bank_account = 'XX 66' WHERE id = 2",
    "UPDATE vendor SET bank_account = '' WHERE id = 2",
    /^bank_account of vendors 2 is not what it became when it was last changed$/,
  ],
  [
    'who approved it',
    "UPDATE approval SET step = 'rejected' WHERE subject_id = 'vendors/1/bank_account'",
    "UPDATE approval SET step = 'approved' WHERE subject_id = 'vendors/1/bank_account'",
    /^PA-1001 is not what was sealed$/,
  ],
  [
    'its history with it',
    "UPDATE vendor SET bank_account = 'XX 66' WHERE id = 1; UPDATE set_up_change SET became = 'XX 66' WHERE field = 'bank_account'",
    "UPDATE vendor SET bank_account = 'NZ 12 3456' WHERE id = 1; UPDATE set_up_change SET became = 'NZ 12 3456' WHERE field = 'bank_account'",
    /^the history of vendors 1 is not as it was written/,
  ],
  [
    'the end of the history left out',
    'CREATE TABLE kept AS SELECT * FROM set_up_change ORDER BY id DESC LIMIT 1; DELETE FROM set_up_change ORDER BY id DESC LIMIT 1',
    'INSERT INTO set_up_change SELECT * FROM kept; DROP TABLE kept',
    /^the history of what is set up lacks its end$/,
  ],
  [
    'a person’s role',
    "UPDATE user_account SET role = 'administrator' WHERE id = 3",
    "UPDATE user_account SET role = 'accountant' WHERE id = 3",
    /^role of person 3 is not what it became/,
  ],
  [
    'a limit',
    'UPDATE user_account SET approval_limit = 99999999 WHERE id = 1',
    'UPDATE user_account SET approval_limit = 50000 WHERE id = 1',
    /^approval_limit of person 1 is not what it became/,
  ],
  [
    'what is on hand',
    'UPDATE pool SET quantity = quantity - 1000000, value = value - 1200',
    'UPDATE pool SET quantity = quantity + 1000000, value = value + 1200',
    /^pool \d+ should hold/,
  ],
  [
    'what is open',
    "UPDATE open_item SET quantity = 0, is_open = 0 WHERE kind = 'to-bill'",
    "UPDATE open_item SET quantity = 20000000, is_open = 1 WHERE kind = 'to-bill'",
    /^what is open of .* is not the sum of its changes$/,
  ],
  [
    'what documents were decided on',
    "UPDATE set_up_version SET body = CONCAT(body, ' ')",
    'UPDATE set_up_version SET body = LEFT(body, CHAR_LENGTH(body) - 1)',
    /^a version of .* says something else/,
  ],
];

describe('behind the application', () => {
  const run = async (statements: string) => {
    for (const statement of statements.split('; ')) await root.query(statement);
  };

  it('nothing is changed yet', async () => {
    await root.query(
      "SET @bill = (SELECT id FROM document WHERE kind = 'bill'), @receipt = (SELECT id FROM document WHERE kind = 'receipt')",
    );
    await root.query('SET @mac = (SELECT mac FROM seal WHERE document_id = @bill)');
    expect(await proveBooks(server.source)).toEqual([]);
    expect((await replayBooks(server.source.manager)).differences).toEqual([]);
  });

  it.each(TAMPERED)('%s is named by the proof', async (_, change, back, says) => {
    await run(change);
    const found = await proveBooks(server.source);
    await run(back);
    expect(found).toContainEqual(expect.stringMatching(says));
    expect(await proveBooks(server.source)).toEqual([]);
  });

  it('books that were made anew to their end are not those that were noted outside', async () => {
    const folder = await mkdtemp(join(tmpdir(), 'anchors-'));
    const file = join(folder, 'anchors.jsonl');
    const held = { ...heldBy(server.source, TODAY), anchors: file };
    await anchors.run(held);
    await ines.posted('opening', make.opening([{ item: '3', quantity: '1', value: '500' }]));
    await anchors.run(held);
    await anchors.run(held);
    expect((await readFile(file, 'utf8')).trim().split('\n')).toHaveLength(2);
    expect(await proveAnchors(server.source, file)).toEqual([]);
    // Whoever had the key could seal other books; they cannot make what was noted say so.
    await run("UPDATE seal SET hash = SHA2('other', 256) WHERE place = 7");
    expect(await proveAnchors(server.source, file)).toEqual([
      expect.stringMatching(/^the chain of documents is not the one that was noted 2026-11-23T.*, at its place 7$/),
    ]);
    await rm(folder, { recursive: true });
  });
});
