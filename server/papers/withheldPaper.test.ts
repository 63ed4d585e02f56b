import { afterAll, beforeAll, expect, it } from '@jest/globals';
import type { DocumentView } from '@obolus/contract/views/documents';
import type { Client } from '../testing/client.ts';
import { pdfText } from '../testing/pdfText.ts';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';
import { readWithheldPaper } from './withheldPaper.ts';
import { withheldPdf } from './withheldPdf.ts';

/* A vendor is told of tax that was withheld from what it is paid. */
let server: TestServer;
let ines: Client;
let [withheld, plain] = ['', ''];
beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
  await server.source.query("UPDATE vendor SET tax_number = 'NZ 55-1' WHERE id = 1");
  await server.source.query("UPDATE company SET tax_number = 'US 77-2' WHERE id = 1");
  const order = await ines.posted('order', make.order([{ item: '1', quantity: '20', price: '10' }]));
  const receipt = await ines.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '20' }]));
  const paid = async (reference: string, amount: string, kept: object) => {
    const lines = [{ of: `${receipt}/1`, quantity: '10', price: '10' }];
    const of = await ines.posted('bill', make.bill(reference, lines, { date: '2026-03-20', another: 'a second half' }));
    return ines.posted(
      'payment',
      make.payment(of, amount, { bills: [{ of, amount, discount: '', writeOff: '', ...kept }] }),
    );
  };
  withheld = await paid('INV-71', '90', { withheld: '10' });
  plain = await paid('INV-72', '100', {});
});
afterAll(() => server.stop());

it('says of each bill what was paid and what was withheld, with both tax numbers', async () => {
  const paper = await readWithheldPaper(server.source.manager, withheld);
  const { pages } = await pdfText(await withheldPdf(paper));
  for (const words of ['INV-71', '90.00', '10.00', 'NZ 55-1', 'US 77-2', 'USD 10.00', 'Tarnside Fibres'])
    expect(pages[0]).toContain(words);
});

it('is offered where something was withheld, and is no file anywhere else', async () => {
  const view = async (id: string) => (await ines.call('GET', `/api/documents/${id}`)).body as unknown as DocumentView;
  expect((await view(withheld)).papers.map(({ path }) => path)).toEqual([`/payments/${withheld}/withheld.pdf`]);
  expect((await view(plain)).papers).toEqual([]);
  expect((await ines.call('GET', `/api/payments/${withheld}/withheld.pdf`)).headers.get('content-type')).toBe(
    'application/pdf',
  );
  expect((await ines.call('GET', `/api/payments/${plain}/withheld.pdf`)).status).toBe(404);
});
