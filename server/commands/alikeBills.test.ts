import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { DocumentView } from '@obolus/contract/views/documents';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';
import type { Client, Reply } from '../testing/client.ts';

let server: TestServer;
let ines: Client;
beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
});
afterAll(() => server.stop());

const bill = (number: string, amount: string, rest: object = {}) =>
  make.charge(number, amount, { another: '', ...rest });
const reasons = ({ status, body }: Reply) => [
  status,
  ...((body.errors ?? []) as { at: string; reason: string }[]).map(({ at, reason }) => `${at} ${reason}`),
];

describe('a bill that is like another of its vendor', () => {
  it('passes only with a reason, which stays on it', async () => {
    await ines.posted('bill', bill('2026-1/11', '100.00'));
    expect(reasons(await ines.post('bill', bill('2026/1-011', '7')))).toEqual([422, '/reference bill_number_taken']);
    expect(reasons(await ines.post('bill', bill('2026-11/1', '7')))).toEqual([422, '/reference bill_number_alike']);
    expect((await ines.preview('bill', bill('2O26-1/11', '7'))).body).toMatchObject({
      accepted: false,
      refusals: [{ reason: 'bill_number_alike' }],
    });
    expect(reasons(await ines.post('bill', bill('2026-11/1', '7', { another: '  ' })))).toEqual([
      422,
      '/reference bill_number_alike',
    ]);
    const passed = await ines.posted('bill', bill('2026-11/1', '7', { another: 'Their page 11' }));
    const shown = (await ines.call('GET', `/api/documents/${passed}`)).body as unknown as DocumentView;
    expect(shown.facts).toContainEqual({ name: 'Note', value: 'Their page 11' });
  });

  it('is asked about for the same amount within fourteen days, in the same currency, of the same vendor', async () => {
    const same = (date: string, more: object = {}) =>
      ines.post('bill', bill(`N${date.replace(/-/g, '')}`, '100.00', { date, ...more }));
    expect(reasons(await same('2026-04-11'))).toEqual([422, '/reference bill_amount_alike']);
    expect(reasons(await same('2026-03-14'))).toEqual([422, '/reference bill_amount_alike']);
    expect((await same('2026-04-12')).status).toBe(201);
    expect((await same('2026-03-29', { currency: 'EUR' })).status).toBe(201);
    expect((await same('2026-03-30', { vendor: '1' })).status).toBe(201);
  });

  it('is asked about no more once the other was taken back', async () => {
    const first = await ines.posted('bill', bill('GW-900', '55.00'));
    expect(reasons(await ines.post('bill', bill('GW-9O0', '1')))).toEqual([422, '/reference bill_number_alike']);
    await ines.posted('reversal', { of: first, date: '2026-04-15', reason: 'twice' });
    expect((await ines.post('bill', bill('GW-9O0', '55.00'))).status).toBe(201);
  });
});
