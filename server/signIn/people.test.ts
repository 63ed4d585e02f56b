import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { startTestServer, type TestServer } from '../testing/testServer.ts';
import type { Client } from '../testing/client.ts';

let server: TestServer;
let administrator: Client;
beforeAll(async () => {
  server = await startTestServer();
  administrator = await server.as('administrator');
});
afterAll(() => server.stop());

const idOf = async (role: string): Promise<string> => {
  const [row] = (await server.source.query('SELECT id FROM user_account WHERE email = ?', [
    `${role}@test.example`,
  ])) as { id: string }[];
  return row?.id ?? '';
};
const save = (client: Client, id: string, role: string, approvalLimit: string) =>
  client.call('PUT', `/api/people/${id}`, { role, approvalLimit, blocked: false });

describe('people', () => {
  it('are changed by an administrator, and who did is kept', async () => {
    const buyer = await idOf('buyer');
    expect((await save(administrator, buyer, 'buyer', '2500')).body).toMatchObject({
      role: 'buyer',
      approvalLimit: '2500.00',
    });
    expect((await save(administrator, buyer, 'buyer', '')).body).toMatchObject({ approvalLimit: null });
    const kept: unknown = await server.source.query(
      'SELECT field, was, became, changed_by FROM set_up_change WHERE which_id = ? ORDER BY id',
      [buyer],
    );
    const by = await idOf('administrator');
    expect(kept).toEqual([
      { field: 'role', was: '', became: 'buyer', changed_by: buyer },
      { field: 'approval_limit', was: '', became: '250000', changed_by: by },
      { field: 'approval_limit', was: '250000', became: '', changed_by: by },
    ]);
  });

  it('never change themselves, and are changed by nobody else', async () => {
    expect((await save(administrator, await idOf('administrator'), 'accountant', '')).status).toBe(403);
    for (const role of ['buyer', 'receiver', 'accountant', 'approver', 'auditor'] as const) {
      expect((await save(await server.as(role), await idOf('buyer'), 'buyer', '1000000')).status).toBe(403);
    }
  });

  it('sign in again when their role changes', async () => {
    const receiver = await server.as('receiver');
    expect((await receiver.call('GET', '/api/people')).status).toBe(200);
    await save(administrator, await idOf('receiver'), 'auditor', '');
    expect((await receiver.call('GET', '/api/people')).status).toBe(401);
  });

  it('say what is wrong at the field', async () => {
    const wrong = await save(administrator, await idOf('buyer'), 'buyer', 'a lot');
    expect([wrong.status, wrong.body.errors]).toEqual([
      422,
      [expect.objectContaining({ at: '/approvalLimit', reason: 'not_a_number' })],
    ]);
    expect((await save(administrator, '999999', 'buyer', '')).status).toBe(404);
  });
});

describe('how somebody looks at a table', () => {
  const layout = { hidden: ['discount'], fixed: ['item'], widths: { item: 320 } };
  const layoutsOf = async (client: Client) =>
    ((await client.call('GET', '/api/session')).body as { layouts: unknown }).layouts;
  const saved = (client: Client, body: unknown) => client.call('PUT', '/api/session/layouts/order-lines', body);

  it('is their own, replaced when it changes, and forgotten when it says nothing', async () => {
    const [buyer, receiver] = [await server.as('buyer'), await server.as('receiver')];
    expect((await saved(buyer, layout)).status).toBe(200);
    expect((await saved(buyer, { ...layout, fixed: [] })).status).toBe(200);
    expect(await layoutsOf(buyer)).toEqual({ 'order-lines': { ...layout, fixed: [] } });
    expect(await layoutsOf(receiver)).toEqual({});
    await saved(buyer, { hidden: [], fixed: [], widths: {} });
    expect(await layoutsOf(buyer)).toEqual({});
  });

  it('is kept of as many tables as there may be, and of no more', async () => {
    const approver = await server.as('approver');
    const of = await idOf('approver');
    const rows = Array.from({ length: 200 }, (_, at) => [of, `table-${at}`, JSON.stringify(layout)]);
    await server.source.query('INSERT INTO table_layout (user_id, name, layout) VALUES ?', [rows]);
    expect((await saved(approver, layout)).status).toBe(422);
    expect(
      (await approver.call('PUT', '/api/session/layouts/table-7', { hidden: [], fixed: [], widths: {} })).status,
    ).toBe(200);
    expect((await saved(approver, layout)).status).toBe(200);
  });

  it('holds no width that nobody could see', async () => {
    expect((await saved(administrator, { ...layout, widths: { item: 5 } })).status).toBe(400);
    expect(await layoutsOf(administrator)).toEqual({});
  });
});
