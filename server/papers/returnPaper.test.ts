import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { MailView } from '@obolus/contract/views/bench';
import type { DocumentView } from '@obolus/contract/views/documents';
import type { Client } from '../testing/client.ts';
import { pdfText } from '../testing/pdfText.ts';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';
import { readReturnPaper, type ReturnPaper } from './returnPaper.ts';
import { returnPdf } from './returnPdf.ts';

/* Goods that go back have a packing list, which goes with them and by mail. */
let server: TestServer;
let ines: Client;
let id = '';
const photo = randomUUID();
beforeAll(async () => {
  server = await startTestServer({ standIns: true });
  ines = await server.as('accountant');
  await server.source.query(
    "UPDATE vendor SET mail = 'desk@tarnside.example', address = 'Woolstore Road 4' WHERE id = 1",
  );
  const order = await ines.posted('order', make.order([{ item: '1', quantity: '20', price: '10' }]));
  const receipt = await ines.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '20' }]));
  const content = 'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg==';
  expect((await ines.call('PUT', `/api/papers/${photo}`, { name: 'moths.png', content })).status).toBe(200);
  id = await ines.posted('return', {
    vendor: '1',
    date: '2026-03-20',
    reference: 'RMA 7',
    lines: [{ of: `${receipt}/1`, quantity: '2.5', reason: 'Moth holes', photo, replace: false, confirmed: false }],
  });
});
afterAll(() => server.stop());

const paper = (lines: Partial<ReturnPaper['lines'][number]>[], more: Partial<ReturnPaper> = {}): ReturnPaper => ({
  number: 'VR-1001',
  reference: '',
  date: '2026-03-20',
  language: 'de',
  company: { name: 'Fernhollow Loom Supply', lines: [] },
  vendor: { name: 'Kumo Dyeworks', number: 'KUMO', lines: [] },
  by: 'Ines Varga',
  lines: lines.map((line) => ({
    item: 'DY-IN',
    name: 'Indigo dye',
    vendorItem: '',
    quantity: '1234.5',
    unit: 'tin',
    lots: [],
    slip: 'K-1190',
    order: 'PO-7',
    reason: '',
    isReplaced: false,
    ...line,
  })),
  ...more,
});

it('shows what goes back, and refuses a photo by a name that is none', async () => {
  const { papers } = (await ines.call('GET', `/api/documents/${id}`)).body as unknown as DocumentView;
  expect(papers.map(({ path }) => path)).toEqual([`/returns/${id}/paper.pdf`, `/papers/${photo}`]);
  expect((await ines.fetch(`/api/papers/${photo}`)).headers.get('content-type')).toBe('image/png');
  const lines = [{ of: '1/1', quantity: '1', photo: 'moths.png', replace: false, confirmed: false }];
  const { status, body } = await ines.post('return', { vendor: '1', date: '2026-03-20', reference: '', lines });
  expect([status, JSON.stringify(body.errors)]).toEqual([400, expect.stringContaining('/lines/0/photo')]);
});

describe('the packing list of a return', () => {
  it('names what goes back, what it came with and why, and what is wanted for it', async () => {
    const read = await readReturnPaper(server.source.manager, id);
    const { pages } = await pdfText(await returnPdf(read));
    for (const words of ['Tarnside Fibres', 'Woolstore Road 4', 'RMA 7', '2.5', 'Moth holes', 'a credit memo', 'PO-'])
      expect(pages[0]).toContain(words);
  });

  it('is in the vendor’s language, with each lot and serial number, over as many pages as it needs', async () => {
    const serial = { lots: ['S-1', 'S-2'].map((lot) => ({ lot, quantity: '1' })), isReplaced: true };
    const { pages } = await pdfText(
      await returnPdf(paper([{ lots: [{ lot: 'KD-2607', quantity: '6.5' }] }, serial, ...Array<object>(40).fill({})])),
    );
    expect(pages.length).toBeGreaterThan(1);
    for (const words of ['Rücksendung', '1.234,5', 'KD-2607: 6,5', 'S-1, S-2', 'Ersatz'])
      expect(pages[0]).toContain(words);
    expect(pages[1]).toContain('Seite 2');
  });

  it('is a file for whoever may read returns, of returns alone', async () => {
    const reply = await ines.call('GET', `/api/returns/${id}/paper.pdf`);
    expect([reply.status, reply.headers.get('content-type')]).toEqual([200, 'application/pdf']);
    expect((await ines.call('GET', '/api/returns/1/paper.pdf')).status).toBe(404);
  });
});

describe('a mail about documents', () => {
  it('carries packing lists, and is noted once at each document, however often it is sent', async () => {
    const key = randomUUID();
    const body = {
      to: 'desk@tarnside.example',
      subject: 'Goods returned',
      text: 'See attached.',
      returns: [id],
      about: [id],
    };
    for (const _ of [1, 2]) expect((await ines.call('PUT', `/api/mails/${key}`, body)).status).toBe(200);
    const sent = ((await ines.call('GET', '/api/mails')).body.rows as MailView[]).filter((mail) => mail.outward);
    expect(sent.map(({ attachments }) => attachments)).toEqual([expect.stringMatching(/^RT-\d+\.pdf$/)]);
    const { notes } = (await ines.call('GET', `/api/documents/${id}`)).body as { notes: { text: string }[] };
    expect(notes.map(({ text }) => text)).toEqual(['Goods returned: desk@tarnside.example']);
  });

  it('is not sent where it names a document that is not there', async () => {
    const body = { to: 'desk@tarnside.example', subject: 'Lost', text: '', about: ['999999'] };
    expect((await ines.call('PUT', `/api/mails/${randomUUID()}`, body)).status).toBe(404);
    const { rows } = (await ines.call('GET', '/api/mails')).body as { rows: MailView[] };
    expect(rows.map(({ subject }) => subject)).not.toContain('Lost');
  });
});
