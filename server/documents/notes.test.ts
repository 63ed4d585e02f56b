import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, expect, it } from '@jest/globals';
import type { DocumentView } from '@obolus/contract/views/documents';
import { proveBooks } from '../proof/proveBooks.ts';
import type { Client } from '../testing/client.ts';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';

let server: TestServer;
let ines: Client;
let document = '';
beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
  document = await ines.posted('order', make.order([{ item: '1', quantity: '10', price: '20' }]));
});
afterAll(async () => {
  expect(await proveBooks(server.source)).toEqual([]);
  await server.stop();
});

const notes = async () =>
  ((await ines.call('GET', `/api/documents/${document}`)).body as unknown as DocumentView).notes;
const note = (client: Client, text: string, id: string = randomUUID(), of = document) =>
  client.call('PUT', `/api/document-notes/${id}`, { document: of, text });

it('what is said of a document stands with it, by whom, in that order; said twice it stands once', async () => {
  const [first, second] = [randomUUID(), randomUUID()];
  expect((await note(ines, '  They will credit 25.00 by the end of the month. ', first)).status).toBe(200);
  const piet = await server.as('approver');
  await Promise.all([note(piet, 'Asked again.', second), note(piet, 'Asked again.', second)]);
  expect((await notes()).map(({ text, by }) => [text, by.length > 0])).toEqual([
    ['They will credit 25.00 by the end of the month.', true],
    ['Asked again.', true],
  ]);
});

it('it stays as it was said, and is said of something that is there, by whoever may', async () => {
  const id = randomUUID();
  await note(ines, 'One thing', id);
  expect((await note(ines, 'Another', id)).status).toBe(409);
  expect((await note(await server.as('approver'), 'One thing', id)).status).toBe(409);
  expect((await note(ines, '   ')).status).toBe(422);
  expect((await note(ines, 'x', randomUUID(), '999999')).status).toBe(404);
  expect((await note(await server.as('auditor'), 'Seen')).status).toBe(403);
  expect(await notes()).toHaveLength(3);
});
