import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { CostExplained } from '@obolus/contract/views/stock';
import type { Client } from '../testing/client.ts';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';

/* Any unit cost opens to what makes it: what came in to its price, its charges and their bills; what went out to what was taken. */
let server: TestServer;
let ines: Client;
beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
});
afterAll(() => server.stop());

const explain = async (line: string) =>
  (await ines.call('GET', `/api/lines/cost?line=${encodeURIComponent(line)}`)).body as unknown as CostExplained;
const partsOf = ({ parts }: CostExplained) =>
  parts.map(({ what, document, party, how, amount, perUnit }) => [
    what,
    document.number,
    party,
    (how as unknown as string[]).join(', '),
    amount,
    perUnit,
  ]);
const bought = async (item: string, quantity: string, price: string, estimates: object[] = []) => {
  const order = await ines.posted('order', make.order([{ item, quantity, price, estimates } as never]));
  return ines.posted('receipt', make.receipt([{ of: `${order}/1`, quantity }]));
};

describe('goods that came in', () => {
  it('are their price, a dearer bill, and each charge with its bill, basis and whole; what was taken back is nothing', async () => {
    const receipt = await bought('1', '10', '20', [{ kind: 'freight', by: 'unit', figure: '3' }]);
    await ines.posted('bill', make.bill('B-9', [{ of: `${receipt}/1`, quantity: '10', price: '21.50' }]));
    const freight = await ines.posted('bill', make.bill('GW-1', [], { charges: [{ kind: 'freight', amount: '50' }] }));
    const body = (basis: string) => ({
      date: '2026-03-29',
      to: [`${receipt}/1`],
      charges: [{ of: `${freight}/1`, basis, amount: '', fixed: [] }],
    });
    const mistaken = await ines.posted('allocation', body('value'));
    await ines.posted('reversal', { of: mistaken, date: '2026-03-29', reason: 'By weight' });
    await ines.posted('allocation', body('weight'));
    const cost = await explain(`${receipt}/1`);
    expect(cost).toMatchObject({ direction: 'in', quantity: '10', value: '265.00', unitCost: '26.5000', taken: [] });
    const number = cost.document.number;
    // The client words what is said, in English.
    expect(partsOf(cost)).toEqual([
      ['Goods', number, 'Tarnside Fibres', '10 kg at 20.00 USD', '200.00', '20.0000'],
      ['freight, estimated', number, 'Tarnside Fibres', '', '30.00', '3.0000'],
      ['Price difference', 'B-9', 'Tarnside Fibres', 'billed: 10 kg at 21.50 USD', '15.00', '1.5000'],
      ['freight, estimated', 'LC-1002', '', 'the bill takes the place of the estimate', '-30.00', '-3.0000'],
      ['freight', 'GW-1', 'Tarnside Fibres', 'by weight, of 50.00', '50.00', '5.0000'],
    ]);
  });

  it('from abroad are price, discount and exchange', async () => {
    const order = await ines.posted(
      'order',
      make.order([{ item: '2', quantity: '10', price: '20', discount: '5' }], { vendor: '2', currency: 'EUR' }),
    );
    const receipt = await ines.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '10' }], { vendor: '2' }));
    const cost = await explain(`${receipt}/1`);
    expect(partsOf(cost).map(([what, , , how, amount]) => [what, how, amount])).toEqual([
      ['Goods', '10 kg at 20.00 EUR, less 5 %, 1 EUR = 1.08', '205.20'],
    ]);
  });

  it('and that never moved are said to be none', async () => {
    expect((await ines.call('GET', '/api/lines/cost?line=999999/1')).status).toBe(404);
  });
});

describe('goods that went out', () => {
  it('by FIFO took layers, oldest first, which can be explained in their turn', async () => {
    const [first, second] = [await bought('3', '10', '4'), await bought('3', '10', '5')];
    await ines.posted('delivery', make.delivery([{ item: '3', quantity: '4' }]));
    const sold = await ines.posted('delivery', make.delivery([{ item: '3', quantity: '9' }]));
    const cost = await explain(`${sold}/1`);
    expect(cost).toMatchObject({ direction: 'out', quantity: '9', value: '39.00', unitCost: '4.3333', parts: [] });
    expect(cost.taken.map(({ line, quantity, value, unitCost }) => [line, quantity, value, unitCost])).toEqual([
      [`${first}/1`, '6', '24.00', '4.0000'],
      [`${second}/1`, '3', '15.00', '5.0000'],
    ]);
  });

  it('at the average say what that was made of just before', async () => {
    await bought('4', '10', '4');
    await bought('4', '30', '6');
    const sold = await ines.posted('delivery', make.delivery([{ item: '4', quantity: '8' }]));
    await ines.posted('delivery', make.delivery([{ item: '4', quantity: '8' }]));
    expect(await explain(`${sold}/1`)).toMatchObject({
      value: '44.00',
      taken: [],
      average: { quantity: '40', value: '220.00', unitCost: '5.5000' },
    });
  });

  it('and an average names what came into it, the latest first', async () => {
    const sold = await ines.posted('delivery', make.delivery([{ item: '4', quantity: '1' }]));
    const { sources } = await explain(`${sold}/1`);
    expect(sources.map(({ quantity, value, unitCost }) => [quantity, value, unitCost])).toEqual([
      ['30', '180.00', '6.0000'],
      ['10', '40.00', '4.0000'],
    ]);
  });
});

describe('goods that were made or moved', () => {
  it('lead on to what was used for them, and to what left', async () => {
    await bought('3', '20', '7');
    const made = await ines.posted('assembly', {
      date: '2026-03-20',
      warehouse: '1',
      uses: [{ item: '3', quantity: '4' }],
      makes: { item: '2', quantity: '2' },
      conversion: '3',
    });
    const cost = await explain(`${made}/2`);
    expect(cost.sources).toMatchObject([{ line: `${made}/1`, quantity: '4' }]);
    const used = await explain(`${made}/1`);
    expect(cost.sources[0]?.value).toBe(used.value);
    const body = {
      date: '2026-03-21',
      from: '1',
      to: '2',
      lines: [
        { item: '3', quantity: '2' },
        { item: '3', quantity: '1' },
      ],
    };
    const moved = await ines.posted('transfer', { ...body, inTransit: false });
    expect((await explain(`${moved}/4`)).sources).toMatchObject([{ line: `${moved}/2`, quantity: '1' }]);
    const sent = await ines.posted('transfer', { ...body, inTransit: true });
    const came = await ines.posted('arrival', {
      date: '2026-03-22',
      lines: [{ of: `${sent}/2`, quantity: '1', lost: '' }],
    });
    expect((await explain(`${came}/1`)).sources).toMatchObject([{ line: `${sent}/2`, quantity: '1' }]);
    expect((await explain(`${sent}/2`)).sources).toEqual([]);
  });
});
