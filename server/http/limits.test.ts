import { deflateRawSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { Client, startTestServer, make, type TestServer } from '../testing/testServer.ts';

/* What is sent to do harm is refused before it costs anything. */
let server: TestServer;
let ines: Client;
beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
});
afterAll(() => server.stop());

const DRAFT = { kind: 'order', title: 'An order', version: 0 };
const draft = (id: string, body: unknown) => ines.call('PUT', `/api/drafts/${id}`, { ...DRAFT, body });
const idOf = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;

describe('a body', () => {
  it('is not read of whoever is not signed in, or may not ask this', async () => {
    const large = `{"a":"${'x'.repeat(20_000_000)}`;
    expect((await new Client(server.url).call('POST', '/api/documents/order', large)).status).toBe(401);
    const auditor = await server.as('auditor');
    expect((await auditor.call('POST', '/api/documents/order', large)).status).toBe(403);
  });

  it('is refused when it is larger than its endpoint takes', async () => {
    const reply = await draft(idOf(1), 'x'.repeat(600_000));
    expect([reply.status, reply.body.title]).toEqual([413, 'Too large']);
    expect((await draft(idOf(1), 'x'.repeat(400_000))).status).toBe(200);
  });

  it.each([
    ['lists', '['.repeat(60) + ']'.repeat(60)],
    ['objects', '{"a":'.repeat(60) + '1' + '}'.repeat(60)],
    ['more than anybody could walk', '['.repeat(200_000) + ']'.repeat(200_000)],
  ])('nested too deeply is refused: %s', async (_, nested) => {
    const reply = await ines.call(
      'PUT',
      `/api/drafts/${idOf(2)}`,
      `{"kind":"order","title":"x","version":0,"body":${nested}}`,
    );
    expect([reply.status, reply.body.detail]).toEqual([400, 'The body is nested too deeply.']);
  });

  it('may hold brackets and quotes in its text', async () => {
    const said = `${'['.repeat(100)} \\" ${'{'.repeat(100)} \\\\`;
    expect((await draft(idOf(3), { note: said })).status).toBe(200);
    expect((await ines.call('GET', `/api/drafts/${idOf(3)}`)).body.body).toEqual({ note: said });
  });
});

describe('figures', () => {
  it('of more characters than any paper has are refused without being worked on', async () => {
    const price = `1.${'0'.repeat(60_000)}1`;
    const reply = await ines.post('order', make.order([{ item: '1', quantity: '1', price }]));
    expect([400, 422]).toContain(reply.status);
  });
});

describe('drafts', () => {
  it('are listed without what was typed, with what says where they are entered', async () => {
    await draft(idOf(4), { vendor: '1', note: 'long' });
    const { rows } = (await ines.call('GET', '/api/drafts')).body as { rows: { id: string }[] };
    const found = rows.find(({ id }) => id === idOf(4));
    expect(found).toMatchObject({ placing: { vendor: '1', customer: '', of: '' } });
    expect(found).not.toHaveProperty('body');
  });

  it('are at most 500 of a person; those that are there may still be changed', async () => {
    const [me] = (await server.source.query("SELECT id FROM user_account WHERE role = 'accountant'")) as {
      id: string;
    }[];
    const fillers = Array.from({ length: 500 }, (_, n) => [
      idOf(1_000 + n),
      me?.id,
      'order',
      'x',
      '{}',
      1,
      '2026-11-23',
    ]);
    await server.source.query('INSERT INTO draft (id, user_id, kind, title, body, version, updated_at) VALUES ?', [
      fillers,
    ]);
    const reply = await draft(idOf(5), {});
    expect([reply.status, reply.body.detail]).toEqual([
      422,
      'You have 500 drafts: post some, or discard what is no longer needed.',
    ]);
    const again = await ines.call('PUT', `/api/drafts/${idOf(4)}`, { ...DRAFT, version: 1, body: { vendor: '2' } });
    expect(again.status).toBe(200);
  });
});

describe('a spreadsheet', () => {
  const stage = (content: Buffer) =>
    ines.call('PUT', `/api/imports/${idOf(Math.floor(Math.random() * 1e9))}`, {
      kind: 'items',
      fileName: 'items.xlsx',
      content: content.toString('base64'),
    });

  it('that unpacks to more than memory holds is refused, and the server goes on', async () => {
    const rows = '<row r="1"><c r="A1" t="inlineStr"><is><t>number</t></is></c></row>'.repeat(3_000_000);
    const reply = await stage(zip({ 'xl/worksheets/sheet1.xml': rows }));
    expect([reply.status, reply.body.detail]).toEqual([422, expect.stringContaining('no spreadsheet')]);
    expect((await ines.call('GET', '/api/session')).status).toBe(200);
  });

  it('that says it unpacks to little and does not is stopped in its own process', async () => {
    const rows = '<row r="1"><c r="A1" t="inlineStr"><is><t>number</t></is></c></row>'.repeat(3_000_000);
    const reply = await stage(zip({ 'xl/worksheets/sheet1.xml': rows }, 100));
    expect([reply.status, reply.body.detail]).toEqual([422, expect.stringContaining('no spreadsheet')]);
    expect((await ines.call('GET', '/api/session')).status).toBe(200);
  });

  it('that is none is refused', async () => {
    expect((await stage(Buffer.from('PK nothing of the kind'))).status).toBe(422);
  });
});

/** A packed archive by its format (APPNOTE 4.3), with the sizes that it says of itself. */
function zip(files: Readonly<Record<string, string>>, says?: number): Buffer {
  const [locals, centrals]: [Buffer[], Buffer[]] = [[], []];
  let at = 0;
  for (const [name, text] of Object.entries(files)) {
    const packed = deflateRawSync(Buffer.from(text), { level: 9 });
    const size = says ?? Buffer.byteLength(text);
    const local = Buffer.alloc(30);
    local.writeUInt32LE(0x04034b50, 0);
    local.writeUInt16LE(20, 4);
    local.writeUInt16LE(8, 8);
    local.writeUInt32LE(packed.length, 18);
    local.writeUInt32LE(size, 22);
    local.writeUInt16LE(name.length, 26);
    const central = Buffer.alloc(46);
    central.writeUInt32LE(0x02014b50, 0);
    central.writeUInt16LE(20, 6);
    central.writeUInt16LE(8, 10);
    central.writeUInt32LE(packed.length, 20);
    central.writeUInt32LE(size, 24);
    central.writeUInt16LE(name.length, 28);
    central.writeUInt32LE(at, 42);
    locals.push(local, Buffer.from(name), packed);
    centrals.push(central, Buffer.from(name));
    at += 30 + name.length + packed.length;
  }
  const directory = Buffer.concat(centrals);
  const end = Buffer.alloc(22);
  end.writeUInt32LE(0x06054b50, 0);
  end.writeUInt16LE(Object.keys(files).length, 8);
  end.writeUInt16LE(Object.keys(files).length, 10);
  end.writeUInt32LE(directory.length, 12);
  end.writeUInt32LE(at, 16);
  return Buffer.concat([...locals, directory, end]);
}
