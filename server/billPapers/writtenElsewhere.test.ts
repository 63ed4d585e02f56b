import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { IncomingBill } from '@obolus/contract/views/bench';
import type { ReadablePaper } from '@obolus/contract/views/papers';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';
import type { Client } from '../testing/client.ts';
import { writtenElsewhere } from '../testing/writtenElsewhere.ts';
import PDFDocument from 'pdfkit';

let server: TestServer;
let ines: Client;
let order: string;
let receipt: string;

beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
  await server.source.query("INSERT INTO item_pack VALUES (1, 'cone', 500000)");
  await server.source.query("INSERT INTO vendor_item VALUES (1, 3, 'AJ-FL')");
  const id = await ines.posted(
    'order',
    make.order([
      { item: '1', quantity: '40', price: '10' },
      { item: '3', quantity: '3', price: '900' },
    ]),
  );
  order = ((await ines.call('GET', `/api/orders/${id}`)).body as { number: string }).number;
  receipt = await ines.posted(
    'receipt',
    make.receipt([
      { of: `${id}/1`, quantity: '40' },
      { of: `${id}/2`, quantity: '3' },
    ]),
  );
});
afterAll(() => server.stop());

const LINES = [
  { name: 'Merino yarn', quantity: '20', unit: 'XCJ', price: '5', amount: '100' },
  { name: 'Loom of oak', sellersItem: 'AJ-FL', quantity: '1', unit: 'C62', price: '900', amount: '900' },
  { name: 'Road freight', quantity: '1', unit: 'C62', price: '40', amount: '40' },
];
const bill = (number: string) => ({
  number,
  vendor: 'Tarnside Fibres',
  order,
  lines: LINES,
  net: '1040',
  tax: '52',
  gross: '1092',
});

const read = async (
  content: Buffer,
  name: string,
): Promise<{ taken: object; shown: IncomingBill; page: ReadablePaper }> => {
  const id = randomUUID();
  const { body } = await ines.call('PUT', `/api/incoming-bills/${id}`, { name, content: content.toString('base64') });
  return {
    taken: (body.taken as object[])[0] ?? {},
    shown: (await ines.call('GET', `/api/incoming-bills/${id}`)).body as unknown as IncomingBill,
    page: (await ines.call('GET', `/api/incoming-bills/${id}/readable`)).body as unknown as ReadablePaper,
  };
};

const pdf = async () => {
  const document = new PDFDocument();
  const parts: Buffer[] = [];
  document.on('data', (part: Buffer) => parts.push(part));
  const ended = new Promise((resolve) => document.on('end', resolve));
  document.text('Bill E-3 of Tarnside Fibres');
  document.end();
  await ended;
  return Buffer.concat(parts);
};

describe('a bill that other software wrote', () => {
  it.each([
    ['UBL', 'E-1', 'bill.xml'],
    ['CII', 'E-2', 'bill.xml'],
    ['Factur-X-EN16931', 'E-3', 'bill.pdf'],
  ] as const)('as %s is read whole and proposed for what came', async (format, number, name) => {
    const { taken, shown, page } = await read(
      await writtenElsewhere(format, bill(number), format.startsWith('Factur') ? await pdf() : undefined),
      name,
    );
    expect(taken).toMatchObject({ number, kind: 'bill', vendor: '1', state: 'read', says: '' });
    expect(shown).toMatchObject({
      number,
      currency: 'USD',
      tax: '52.00',
      total: '1092.00',
      type: name.endsWith('pdf') ? 'application/pdf' : 'application/xml',
    });
    expect([page.number, page.type]).toEqual([number, shown.type]);
    expect(page.parts.filter(({ section }) => section === 'lines')).toHaveLength(LINES.length);
    expect(shown.lines.map(({ covers, charge, certain }) => [covers, charge, certain])).toEqual([
      [[{ of: `${receipt}/1`, quantity: '10' }], '', true],
      [[{ of: `${receipt}/2`, quantity: '1' }], '', true],
      [[], 'freight', false],
    ]);
  });

  it('a credit note is one, whatever it is written in', async () => {
    const { taken } = await read(await writtenElsewhere('CII', { ...bill('E-4'), credit: true }), 'credit.xml');
    expect(taken).toMatchObject({ number: 'E-4', kind: 'credit' });
  });

  it('keeps the files inside it as papers of the bill, however large: none counts as what is to be read', async () => {
    const inside = Buffer.concat([await pdf(), Buffer.alloc(5_000_000, 'x')]);
    const file = (name: string, content: Buffer) =>
      `<cac:AdditionalDocumentReference><cbc:ID>${name}</cbc:ID><cac:Attachment><cbc:EmbeddedDocumentBinaryObject mimeCode="application/pdf" filename="${name}">${content.toString('base64')}</cbc:EmbeddedDocumentBinaryObject></cac:Attachment></cac:AdditionalDocumentReference>`;
    const xml = (await writtenElsewhere('UBL', bill('E-5')))
      .toString()
      .replace(
        '<cac:AccountingSupplierParty>',
        `${file('times.pdf', inside)}${file('script.html', Buffer.from('<script>1</script>'))}<cac:AccountingSupplierParty>`,
      );
    const id = randomUUID();
    const { body } = await ines.call('PUT', `/api/incoming-bills/${id}`, {
      name: 'bill.xml',
      content: Buffer.from(xml).toString('base64'),
    });
    expect(body.taken).toMatchObject([{ number: 'E-5', state: 'read', says: '' }]);
    const page = (await ines.call('GET', `/api/incoming-bills/${id}/readable`)).body as unknown as ReadablePaper;
    expect(page.parts.flatMap(({ values }) => values).filter(({ attached }) => attached !== null)).toMatchObject([
      { says: 'times.pdf', attached: 1, isUnderstood: true },
      { says: 'script.html', attached: 2 },
    ]);
    const shown = await ines.fetch(`/api/incoming-bills/${id}/attached/1`);
    expect([shown.headers.get('content-type'), Buffer.from(await shown.arrayBuffer()).equals(inside)]).toEqual([
      'application/pdf',
      true,
    ]);
    const other = await ines.fetch(`/api/incoming-bills/${id}/attached/2`);
    expect(['content-type', 'x-content-type-options'].map((name) => other.headers.get(name))).toEqual([
      'application/octet-stream',
      'nosniff',
    ]);
    expect((await ines.call('GET', `/api/incoming-bills/${id}/attached/3`)).status).toBe(404);
    expect((await (await server.as('receiver')).call('GET', `/api/incoming-bills/${id}/attached/1`)).status).toBe(403);
  });
});
