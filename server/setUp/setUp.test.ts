import { POSTINGS } from '@obolus/contract/registers/postings';
import { ACCOUNTS } from '@obolus/core/books/accounts';
import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from '@jest/globals';
import { type EntryFields, REGISTER_NAMES, type RegisterName } from '@obolus/contract/registers/register';
import { REGISTERS } from '@obolus/contract/registers/registers';
import { ROLES } from '@obolus/contract/roles';
import type { RegisterEntry } from '@obolus/contract/views/setUp';
import { answer, approvals } from '../testing/answer.ts';
import { Client, type Reply } from '../testing/client.ts';
import { make, netOf, startTestServer, type TestServer } from '../testing/testServer.ts';

let server: TestServer;
let sam: Client;
let ines: Client;
let tomas: Client;
let piet: Client;

beforeAll(async () => {
  server = await startTestServer();
  [sam, ines, tomas, piet] = await Promise.all([
    server.as('administrator'),
    server.as('accountant'),
    server.as('buyer'),
    server.as('approver'),
  ]);
});
afterAll(() => server.stop());

let counted = 0;
const fresh = (): string => `N${(counted += 1)}`;
const add = (client: Client, register: RegisterName, fields: EntryFields, key: string = randomUUID()): Promise<Reply> =>
  client.call('POST', `/api/registers/${register}`, { fields }, { 'Idempotency-Key': key });
const added = async (client: Client, register: RegisterName, fields: EntryFields): Promise<string> => {
  const reply = await add(client, register, fields);
  if (reply.status !== 201) throw new Error(JSON.stringify(reply.body));
  return String(reply.body.id);
};
const change = (
  client: Client,
  register: RegisterName,
  id: string,
  fields: EntryFields,
  seen: EntryFields = {},
): Promise<Reply> => client.call('PUT', `/api/registers/${register}/${id}`, { fields, seen });
const read = async (register: RegisterName, id: string, client = ines): Promise<RegisterEntry> =>
  (await client.call('GET', `/api/registers/${register}/${id}`)).body as unknown as RegisterEntry;
const accountsIn = (entries: unknown): string[] =>
  (entries as { lines: { accountName: string }[] }[])
    .flatMap(({ lines }) => lines.map(({ accountName }) => accountName))
    .sort();
const wrong = ({ body }: Reply) =>
  Object.fromEntries(
    (body.errors as { at: string; says: string }[]).map(({ at, says }) => [at.replace('/fields/', ''), says]),
  );

/** One of each, as it is written and as it is kept. */
const EXAMPLES: Readonly<Record<Exclude<RegisterName, 'company' | 'posting-accounts'>, EntryFields>> = {
  items: {
    number: 'SH-9',
    name: 'Shuttle, maple',
    unit: 'each',
    method: 'standard',
    standard: '8.1',
    weight: '0.2',
    tariff_code: '8448.49',
    origin: 'IN',
    packs: 'box = 25 | crate = 400',
    codes: '02000000000800 | 12000000000807 = box',
    over: '3',
    short: '2.5',
  },
  'item-groups': { code: 'SHUTTLES', name: 'Shuttles' },
  customers: {
    number: 'OXB',
    name: 'Oxbow Street Weavers',
    address: '4 Oxbow Street',
    mail: 'desk@oxbow.example',
    gln: '4012345000009',
    tax_number: 'US 12',
  },
  shipments: { number: 'FHLU 120 034-5', carrier: 'GREY', note: 'one container' },
  'charge-kinds': {
    code: 'wharfage',
    name: 'Wharfage',
    goes: 'onto-goods',
    border: 'yes',
    basis: 'weight',
    vendor: 'GREY',
  },
  'estimate-rules': {
    code: 'FRT-SEA',
    charge: 'freight',
    by: 'flat',
    figure: '2400.5',
    basis: 'volume',
    vendor: 'GREY',
    group: 'SHUTTLES',
    warehouse: 'MAIN',
    mode: 'container',
    from_port: 'Port A',
    to_port: 'Port B',
    from: '2026-01-01',
  },
  tariff: {
    measure: 'duty',
    code: '5107',
    origin: 'NZ',
    preference: 'yes',
    from: '2026-01-01',
    to: '2026-12-31',
    percent: '6.5',
    per_unit: '0.12',
    unit: 'kg',
    combine: 'higher',
    floor: '30',
    cap: '400.5',
  },
  'bank-accounts': {
    code: 'MAIN',
    name: 'First account',
    currency: 'EUR',
    account: 'DE89370400440532013000',
    bank_code: 'COBADEFF',
  },
  accounts: { number: '6020', name: 'Dues and fees' },
  'expense-accounts': { code: 'wharf dues', account: '6020' },
  'return-reasons': { code: 'Stained' },
  vendors: {
    number: 'DHOL',
    name: 'Dholka Shuttle Works',
    currency: 'USD',
    terms: '30',
    address: 'Plot 31 | Dholka',
    mail: 'orders@dholka.example',
  },
  prices: {
    vendor: 'TARN',
    item: 'YARN',
    price: '23.4',
    least: '250',
    from: '2026-06-01',
    to: '2026-12-31',
    vendor_number: 'TF 220',
  },
  contracts: {
    vendor: 'TARN',
    number: 'FRAME 7',
    note: 'Yarn for the year',
    from: '2026-01-01',
    to: '2026-12-31',
  },
  warehouses: {
    code: 'YARD',
    name: 'Yard',
    address: 'Gate 3 | Fernhollow',
    bins: 'A-1 = shelf | D = dock | R = rejects',
  },
  'tax-codes': {
    code: 'TWO',
    name: 'Two levels',
    levels:
      'State = 5 = reclaimed | Town = 1.25 = into-cost = goods-and-taxes-above | Import = 21 = reclaimed = = 60 = self-assessed = tax-falls-too',
  },
  terms: {
    code: '45EOM',
    name: '45 days after the month',
    days: '45',
    after: 'month-end',
    discount: '2',
    discount_days: '10',
  },
  dimensions: { kind: 'project', code: 'P-1', name: 'Open studio' },
  rates: { currency: 'JPY', from: '2026-02-01', rate: '0.0067' },
};

describe('what is set up', () => {
  it.each(Object.keys(EXAMPLES) as (keyof typeof EXAMPLES)[])(
    '%s are kept as they are written, and read back',
    async (register) => {
      const written = EXAMPLES[register];
      const id = await added(ines, register, written);
      const { fields, changes } = await read(register, id);
      expect(fields).toMatchObject(written);
      expect(changes).toMatchObject([{ field: '', by: 'accountant' }]);
      expect(Object.keys(fields).sort()).toEqual(REGISTERS[register].fields.map(({ name }) => name).sort());
    },
  );

  it('is there once, whatever its case, also when it is asked for twice with one key', async () => {
    const [key, number] = [randomUUID(), fresh()];
    const fields = { number, name: 'Once', unit: 'each', method: 'fifo' };
    const first = await add(ines, 'items', fields, key);
    const again = await add(ines, 'items', fields, key);
    expect([first.status, again.status, again.body.id]).toEqual([201, 201, first.body.id]);
    expect(wrong(await add(ines, 'items', { ...fields, number: number.toLowerCase() }))).toEqual({
      number: 'There is an entry of this already (Number).',
    });
    expect((await add(ines, 'items', { ...fields, name: 'Another' }, key)).status).toBe(422);
    const [count] = await server.source.query<{ n: string }[]>('SELECT COUNT(*) AS n FROM item WHERE number = ?', [
      number,
    ]);
    expect(count?.n).toBe('1');
  });

  it('is told apart by its key also when two set it up at the same moment', async () => {
    const fields = { code: fresh(), name: 'At once', days: '3', after: 'bill' };
    const replies = await Promise.all(Array.from({ length: 6 }, () => add(ines, 'terms', fields)));
    expect(replies.map(({ status }) => status).sort()).toEqual([201, 422, 422, 422, 422, 422]);
  });

  it('says at each field what is wrong, and leaves nothing behind', async () => {
    const number = fresh();
    const reply = await add(ines, 'items', {
      number,
      name: ' ',
      unit: 'each',
      method: 'newest',
      weight: '1,5kg',
      origin: 'Japan',
      packs: 'box = 25 | box = 30',
      codes: '1 = crate',
    });
    expect(wrong(reply)).toEqual({
      name: 'Fill this in.',
      method: 'Write one of: fifo, average, standard, lot, serial.',
      weight: '“1,5kg” is not understood as a figure.',
      origin: 'Write the two letters of the country, like NZ.',
      packs: '“box” is there twice: each pack needs a name of its own, and not the stock unit’s.',
      codes: '“crate” is not among the packs.',
    });
    expect(await server.source.query('SELECT id FROM item WHERE number = ?', [number])).toEqual([]);
    expect(wrong(await add(ines, 'vendors', { number, name: 'V', currency: 'USX', terms: '31' }))).toEqual({
      currency: 'Write a currency of ISO 4217, like USD.',
      terms: 'There is no entry “31” (terms of payment): set it up first or correct this.',
    });
    expect(
      wrong(await add(ines, 'items', { number, name: 'X', unit: 'each', method: 'standard', packs: 'box = 0' })),
    ).toEqual({
      standard: 'Fill in the standard cost.',
      packs: 'A pack holds more than nothing.',
    });
    expect(
      wrong(await add(ines, 'terms', { code: number, name: 'T', days: '1.5', after: 'bill', discount: '2' })),
    ).toMatchObject({
      days: 'Write a whole number.',
    });
  });

  it('refuses what it has no field for, what is nothing, and a rate of its own currency', async () => {
    const number = fresh();
    expect(wrong(await add(ines, 'warehouses', { code: number, name: 'X', colour: 'green' }))).toMatchObject({
      colour: expect.stringContaining('There is no such field'),
    });
    const item = { number, name: 'X', unit: 'each', method: 'standard', standard: '0', weight: '0.000' };
    expect(wrong(await add(ines, 'items', item))).toEqual({
      standard: 'Must be more than zero.',
      weight: 'Must be more than zero.',
    });
    expect(wrong(await add(ines, 'rates', { currency: 'USD', from: '2026-01-01', rate: '1' }))).toHaveProperty(
      'currency',
    );
    expect(wrong(await add(ines, 'rates', { currency: 'EUR', from: '2026-05-01', rate: '0' }))).toHaveProperty('rate');
    expect(wrong(await add(ines, 'customers', { number, name: 'X', gln: '4012345000008' }))).toHaveProperty('gln');
    const backwards = { from: '2026-12-31', to: '2026-01-01' };
    for (const register of ['prices', 'contracts', 'estimate-rules', 'tariff'] as const)
      expect([register, wrong(await add(ines, register, { ...EXAMPLES[register], ...backwards })).to]).toEqual([
        register,
        'Must not be before the first day.',
      ]);
  });

  it('has one rate of a measure for a day: none that is written otherwise, and none whose days cross another’s', async () => {
    const rate = (from: string, to: string, code = '9405.10') =>
      add(ines, 'tariff', { measure: 'Duty', code, origin: 'PT', from, to, percent: '3' });
    const first = String((await rate('2026-01-01', '2026-06-30')).body.id);
    // The same digits, written in another way.
    expect(wrong(await rate('2026-01-01', '', '940510'))).toEqual({
      from: expect.stringContaining('There is an entry of this already'),
    });
    expect(wrong(await rate('2026-06-30', '', '940510'))).toEqual({
      from: expect.stringMatching(/^The rate from .*Jan.* holds until .*Jun/),
    });
    expect(wrong(await rate('2025-07-01', '2026-01-01'))).toEqual({
      to: expect.stringMatching(/^Another rate begins on .*Jan/),
    });
    // After it, within it, and for another origin.
    expect((await rate('2026-07-01', '')).status).toBe(201);
    expect((await rate('2026-03-01', '2026-03-31')).status).toBe(201);
    const elsewhere = { measure: 'Duty', code: '9405.10', origin: 'NZ', from: '2026-06-30', percent: '3' };
    expect((await add(ines, 'tariff', elsewhere)).status).toBe(201);
    // The first may end when the next begins, and later only where that is no crossing.
    expect(wrong(await change(ines, 'tariff', first, { to: '2026-08-31' }, { to: '2026-06-30' }))).toHaveProperty('to');
    expect((await change(ines, 'tariff', first, { to: '2026-05-31' }, { to: '2026-06-30' })).status).toBe(200);
  });

  it('is chosen once how cost is recognized: before the first document', async () => {
    const as = (recognition: string) => change(sam, 'company', '1', { recognition });
    const other = await startTestServer();
    try {
      const admin = await other.as('administrator');
      const reply = await change(admin, 'company', '1', { recognition: 'on-purchase' });
      expect(reply.status).toBe(200);
      expect((await read('company', '1', admin)).fields.recognition).toBe('on-purchase');
    } finally {
      await other.stop();
    }
    await ines.posted('opening', make.opening([{ item: '1', quantity: '1', value: '1' }]));
    expect(wrong(await as('on-purchase'))).toHaveProperty('recognition');
  });

  it('keeps of a used item what its books rest on, and changes the rest', async () => {
    const id = await added(ines, 'items', { number: fresh(), name: 'Used', unit: 'kg', method: 'fifo' });
    expect((await change(ines, 'items', id, { method: 'average' }, { method: 'fifo' })).status).toBe(200);
    await ines.posted('order', make.order([{ item: id, quantity: '1', price: '1' }]));
    expect(wrong(await change(ines, 'items', id, { method: 'fifo', unit: 'g', name: 'Renamed' }))).toEqual({
      unit: 'This stays “kg”: the entry is in use.',
      method: 'This stays “average”: the entry is in use.',
    });
    expect((await change(ines, 'items', id, { name: 'Renamed', packs: 'cone = 0.5' })).status).toBe(200);
    const { fields, used, changes } = await read('items', id);
    expect([fields.name, fields.packs, used]).toEqual(['Renamed', 'cone = 0.5', true]);
    expect(changes.map(({ field, was, became }) => [field, was, became])).toEqual([
      ['packs', '', 'cone = 0.5'],
      ['name', 'Used', 'Renamed'],
      ['method', 'fifo', 'average'],
      ['', '', expect.any(String)],
    ]);
  });

  it('tells the second of two who change the same field, and lets both change different ones', async () => {
    const id = await added(ines, 'vendors', { number: fresh(), name: 'Before', currency: 'USD', terms: '30' });
    expect((await change(ines, 'vendors', id, { name: 'Mine' }, { name: 'Before' })).status).toBe(200);
    expect(wrong(await change(tomas, 'vendors', id, { name: 'Theirs' }, { name: 'Before' }))).toEqual({
      name: 'Somebody changed this meanwhile: it is “Mine” now.',
    });
    expect((await change(tomas, 'vendors', id, { mail: 'a@b.example' }, { mail: '' })).status).toBe(200);
  });

  it('is changed by the roles that may, and by no other', async () => {
    for (const role of ROLES) {
      const client = await server.as(role);
      for (const register of REGISTER_NAMES) {
        const reply = await change(client, register, '1', {});
        expect([role, register, reply.status]).toEqual([
          role,
          register,
          REGISTERS[register].mayChange.includes(role) ? 200 : 403,
        ]);
      }
    }
    expect(wrong(await change(tomas, 'vendors', '1', { hold: 'I say so' }))).toEqual({
      hold: 'As Buyer you may not change this: it is for Administrator and Accountant.',
    });
    expect(
      wrong(
        await add(tomas, 'vendors', {
          number: fresh(),
          name: 'Mine',
          currency: 'USD',
          terms: '30',
          bank_account: 'XX 123',
        }),
      ),
    ).toHaveProperty('bank_account');
  });
});

describe('what is no longer used', () => {
  it('comes into no new document, and what was begun with it is ended', async () => {
    const [item, vendor, warehouse] = await Promise.all([
      added(ines, 'items', { number: fresh(), name: 'Old yarn', unit: 'kg', method: 'fifo' }),
      added(ines, 'vendors', { number: fresh(), name: 'Old Mill', currency: 'USD', terms: '30' }),
      added(ines, 'warehouses', { code: fresh(), name: 'Old Shed' }),
    ]);
    const line = { item, quantity: '10', price: '5' };
    const order = await ines.posted('order', make.order([line], { vendor, warehouse }));
    await change(ines, 'items', item, { retired: 'yes' });
    await change(ines, 'vendors', vendor, { retired: 'yes' });
    await change(ines, 'warehouses', warehouse, { retired: 'yes' });
    expect(wrong(await ines.post('order', make.order([line], { vendor, warehouse })))).toMatchObject({
      '/vendor': expect.stringContaining('no longer used'),
      '/warehouse': expect.stringContaining('no longer used'),
      '/lines/0/item': expect.stringContaining('no longer used'),
    });
    const received = make.receipt([{ of: `${order}/1`, quantity: '10' }], { vendor });
    expect(wrong(await ines.post('receipt', { ...received, warehouse }))).toHaveProperty(['/warehouse']);
    const receipt = await ines.posted('receipt', received);
    await ines.posted('bill', make.bill('O-1', [{ of: `${receipt}/1`, quantity: '10', price: '5' }], { vendor }));
    expect(wrong(await ines.post('bill', make.charge('O-2', '5', { vendor })))).toHaveProperty(['/vendor']);
    await ines.posted('delivery', make.delivery([{ item, quantity: '10' }]));
    expect(wrong(await ines.post('opening', make.opening([{ item, quantity: '1', value: '1' }])))).toHaveProperty([
      '/lines/0/item',
    ]);
    const gone = {
      date: '2026-03-30',
      from: '1',
      to: warehouse,
      inTransit: false,
      lines: [{ item: '1', quantity: '1' }],
    };
    expect(wrong(await ines.post('transfer', gone))).toHaveProperty(['/to']);
    expect(wrong(await ines.post('transfer', { ...gone, to: '99' }))).toHaveProperty(['/to']);
  });
});

describe('kinds of charge', () => {
  it('are the company’s own: a bill names one that is set up, and it goes where that says', async () => {
    const charged = (kind: string, number: string) => ({
      ...make.charge(number, '30'),
      charges: [{ kind, amount: '30' }],
    });
    expect(wrong(await ines.post('bill', charged('wharf cranes', 'W-1')))).toHaveProperty(['/charges/0/kind']);
    await added(ines, 'charge-kinds', { code: 'wharf cranes', name: 'Wharf cranes', goes: 'to-expense' });
    const preview = await ines.preview('bill', charged('wharf cranes', 'W-1'));
    expect(netOf(preview.body.entries)).toEqual({ expense: 3000n, payables: -3000n });
    expect(netOf((await ines.preview('bill', charged('demurrage', 'W-2'))).body.entries)).toHaveProperty('expense');
  });
});

describe('a vendor on hold', () => {
  it('is neither ordered from nor paid, but what it delivered and billed is still entered', async () => {
    const id = await added(ines, 'vendors', { number: fresh(), name: 'Quarrel Mill', currency: 'USD', terms: '30' });
    const order = await ines.posted('order', make.order([{ item: '1', quantity: '10', price: '5' }], { vendor: id }));
    await change(ines, 'vendors', id, { hold: 'asks twice for the same goods' });
    const refused = async (kind: 'order' | 'order-change' | 'prepayment' | 'payment', body: object) =>
      wrong(await ines.post(kind, body));
    const says = expect.stringContaining('on hold: asks twice for the same goods');
    expect(await refused('order', make.order([{ item: '1', quantity: '1', price: '5' }], { vendor: id }))).toEqual({
      '/vendor': says,
    });
    const line = { of: `${order}/1`, item: '', quantity: '11', price: '5', discount: '', due: '' };
    expect(
      await refused('order-change', { of: order, seen: 1, date: '2026-03-11', reason: 'more', lines: [line] }),
    ).toEqual({ '/of': says });
    const receipt = await ines.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '10' }], { vendor: id }));
    const bill = await ines.posted(
      'bill',
      make.bill('Q-1', [{ of: `${receipt}/1`, quantity: '10', price: '5' }], { vendor: id }),
    );
    const paid = make.payment(bill, '50', { vendor: id });
    expect(await refused('payment', paid)).toEqual({ '/vendor': says });
    expect(await refused('prepayment', { vendor: id, date: '2026-03-20', currency: 'USD', amount: '5' })).toEqual({
      '/vendor': says,
    });
    await change(ines, 'vendors', id, { hold: '' });
    expect((await ines.post('payment', paid)).status).toBe(201);
  });
});

describe('a vendor’s bank account', () => {
  let vendor: string;
  beforeEach(async () => {
    vendor = await added(ines, 'vendors', {
      number: fresh(),
      name: 'Paid Mill',
      currency: 'USD',
      terms: '30',
      bank_account: 'OLD 1',
    });
  });
  const waits = async (client = ines) => (await read('vendors', vendor, client)).asked[0];
  const of = () => `vendors/${vendor}/bank_account`;
  const inUse = async () => (await read('vendors', vendor)).fields.bank_account;
  const reasons = ({ status, body }: Reply) => [
    status,
    ...((body.errors ?? []) as { reason: string }[]).map((one) => one.reason),
  ];

  it('is used only once a second person has approved it, whatever is asked of the API', async () => {
    const first = await waits();
    const fields = [{ field: 'bank_account', was: '', became: 'OLD 1' }];
    expect([await inUse(), first]).toEqual([
      '',
      { of: of(), seen: expect.any(String), fields, by: 'accountant', mine: true },
    ]);
    expect(reasons(await answer(ines, of()))).toEqual([422, 'approval_own']);
    // Asked again by the same person: still not theirs to approve.
    await change(ines, 'vendors', vendor, { bank_account: 'OLD 1' });
    expect(reasons(await answer(ines, of()))).toEqual([422, 'approval_own']);
    expect((await answer(tomas, of())).status).toBe(403);
    expect((await answer(piet, of())).status).toBe(201);
    expect([await inUse(), await waits()]).toEqual(['OLD 1', undefined]);
  });

  it('is not approved where it was overtaken, rejected, or is of another vendor', async () => {
    const seen = (await waits())?.seen;
    const body = (more: object) => ({
      subject: 'set-up',
      of: of(),
      seen,
      date: '2026-03-20',
      step: 'approved',
      reason: '',
      ...more,
    });
    await change(sam, 'vendors', vendor, { bank_account: 'NEW 2' });
    expect(reasons(await piet.post('approval', body({})))).toEqual([422, 'approval_changed_since']);
    expect(reasons(await piet.post('approval', body({ of: 'vendors/1/bank_account' })))).toEqual([
      422,
      'approval_not_awaited',
    ]);
    expect((await answer(piet, of(), 'rejected', { reason: 'not on their paper' })).status).toBe(201);
    expect(reasons(await answer(ines, of()))).toEqual([422, 'approval_not_awaited']);
    expect(await inUse()).toBe('');
  });

  it('is paid by neither of those who changed it last nor asked for another, only by others', async () => {
    const pay = (client: Client) =>
      client.post('prepayment', { vendor, date: '2026-03-20', currency: 'USD', amount: '5' });
    await answer(piet, of());
    expect(wrong(await pay(ines))).toEqual({ '/vendor': expect.stringMatching(/changed/) });
    await change(sam, 'vendors', vendor, { bank_account: 'NEW 3' });
    expect((await pay(ines)).status).toBe(201);
  });

  it('has a history of who set it up, who approved it and when', async () => {
    await answer(piet, of());
    expect(
      (await read('vendors', vendor)).changes.map(({ field, was, became, by }) => [field, was, became, by]),
    ).toEqual([
      ['bank_account', '', 'OLD 1', 'approver'],
      ['', '', expect.any(String), 'accountant'],
    ]);
  });

  it('is answered once, also when several do it at the same moment', async () => {
    const replies = await Promise.all([
      answer(piet, of()),
      answer(sam, of(), 'rejected', { reason: 'no' }),
      answer(piet, of()),
    ]);
    expect(replies.map(({ status }) => status).sort()).toEqual([201, 422, 422]);
  });
});

describe('what bills may differ by, and limits', () => {
  it('change when a second person approves it, once something is posted', async () => {
    const vendor = await added(ines, 'vendors', {
      number: fresh(),
      name: 'Strict Mill',
      currency: 'USD',
      terms: '30',
      over: '1',
    });
    expect((await read('vendors', vendor)).fields.over).toBe('1');
    await ines.posted('opening', make.opening([{ item: '1', quantity: '1', value: '1' }]));
    await change(ines, 'vendors', vendor, { over: '5', bill_over_part: '9', name: 'Strict Mill & Co' });
    await change(ines, 'vendors', vendor, { short: '3' });
    const entry = await read('vendors', vendor);
    expect([entry.fields.name, entry.fields.over, entry.fields.bill_over_part, entry.asked]).toEqual([
      'Strict Mill & Co',
      '1',
      '',
      [
        expect.objectContaining({
          of: `vendors/${vendor}/limits`,
          fields: expect.arrayContaining([{ field: 'over', was: '1', became: '5' }]),
        }),
      ],
    ]);
    expect((await answer(piet, `vendors/${vendor}/limits`)).status).toBe(201);
    expect((await read('vendors', vendor)).fields).toMatchObject({ over: '5', short: '3', bill_over_part: '9' });
  });

  it('of a person too', async () => {
    await ines.posted('opening', make.opening([{ item: '1', quantity: '1', value: '1' }]));
    const person = { name: 'Una Dell', email: 'una@test.example', role: 'buyer', approvalLimit: '100' };
    const { id } = (await sam.call('POST', '/api/people', person)).body.person as { id: string };
    const saved = await sam.call('PUT', `/api/people/${id}`, { role: 'buyer', approvalLimit: '9000', blocked: false });
    expect(saved.body).toMatchObject({
      approvalLimit: '100.00',
      asked: [{ fields: [{ field: 'approval_limit', was: '100.00', became: '9000.00' }], mine: true }],
    });
    expect((await approvals(piet)).find((row) => row.of === `people/${id}/limits`)).toMatchObject({
      title: 'Approval limit of Una Dell',
      changes: [{ what: 'Approval limit', was: '100.00', became: '9000.00', isFigure: true }],
    });
    expect((await answer(sam, `people/${id}/limits`)).status).toBe(422);
    // Nor is one's own limit approved by oneself, whoever asked for it.
    const everybody = (await sam.call('GET', '/api/people')).body.rows as { id: string; email: string }[];
    const own = everybody.find(({ email }) => email === 'approver@test.example')?.id ?? '';
    await sam.call('PUT', `/api/people/${own}`, { role: 'approver', approvalLimit: '99', blocked: false });
    expect((await approvals(piet)).find((row) => row.of === `people/${own}/limits`)?.mayAnswer).toBe(false);
    expect((await answer(piet, `people/${own}/limits`)).body.errors).toMatchObject([{ reason: 'approval_own' }]);
    expect((await answer(ines, `people/${own}/limits`)).status).toBe(201);
    expect((await answer(piet, `people/${id}/limits`)).status).toBe(201);
    const people = (await sam.call('GET', '/api/people')).body.rows as { id: string; approvalLimit: string }[];
    expect(people.find((one) => one.id === id)?.approvalLimit).toBe('9000.00');
  });
});

describe('people', () => {
  it('are set up by an administrator, sign in with the password that is shown once, and can be kept out', async () => {
    const person = { name: 'Nell Ash', email: 'Nell@Test.example', role: 'receiver', approvalLimit: '' };
    expect((await ines.call('POST', '/api/people', person)).status).toBe(403);
    const made = await sam.call('POST', '/api/people', person);
    const { person: nell, password } = made.body as unknown as {
      person: { id: string; email: string };
      password: string;
    };
    expect(nell.email).toBe('nell@test.example');
    expect(wrong(await sam.call('POST', '/api/people', person))).toEqual({
      '/email': 'Somebody has this mail address already.',
    });
    const client = new Client(server.url);
    expect((await client.call('POST', '/api/session', { email: 'nell@test.example', password })).status).toBeLessThan(
      300,
    );
    expect((await client.call('GET', '/api/session')).status).toBe(200);
    await sam.call('PUT', `/api/people/${nell.id}`, { role: 'receiver', approvalLimit: '', blocked: true });
    expect((await client.call('GET', '/api/session')).status).toBe(401);
    expect((await client.call('POST', '/api/session', { email: 'nell@test.example', password })).status).toBe(401);
  });
});

describe('the chart of accounts', () => {
  it('a kind of posting uses another account from now on; what is posted stays where it is', async () => {
    expect(ACCOUNTS.map(({ key }) => key)).toEqual(POSTINGS);
    const { rows } = (await ines.call('GET', '/api/lists/posting-accounts')).body as {
      rows: { id: string; cells: Record<string, string> }[];
    };
    expect(rows).toHaveLength(POSTINGS.length);
    const charged = (reference: string, freight: string, rent: string) =>
      make.bill(reference, [], {
        charges: [{ kind: 'freight', amount: freight }],
        expenses: [{ expense: 'Rent', amount: rent }],
      });
    const rent = await added(ines, 'expense-accounts', { code: 'Rent' });
    expect((await ines.post('bill', charged('CH-1', '10', '7'))).status).toBe(201);
    await added(ines, 'accounts', { number: '1421', name: 'Freight on its way' });
    await added(ines, 'accounts', { number: '6800', name: 'Rent and rates' });
    await change(ines, 'expense-accounts', rent, { account: '6800' });
    const charges = rows.find(({ cells }) => cells.posting === 'charges-to-allocate');
    const saved = await change(ines, 'posting-accounts', charges?.id ?? '', { account: '1421' }, { account: '1420' });
    expect(saved.status).toBe(200);
    const preview = await ines.preview('bill', charged('CH-2', '11', '8'));
    expect(accountsIn(preview.body.entries)).toEqual(['Freight on its way', 'Payables', 'Rent and rates']);
    const posted = await ines.post('bill', charged('CH-2', '11', '8'));
    const document = await ines.call('GET', `/api/documents/${String(posted.body.id)}`);
    expect(accountsIn(document.body.entries)).toEqual(['Freight on its way', 'Payables', 'Rent and rates']);
    const trial = (await ines.call('GET', '/api/trial-balance?asOf=2026-12-31')).body.rows as Record<string, string>[];
    expect(trial.map(({ number, name, debit }) => `${number} ${name} ${debit}`)).toEqual(
      expect.arrayContaining([
        '1420 Charges to allocate 10.00',
        '1421 Freight on its way 11.00',
        '6010 Expenses 7.00',
        '6800 Rent and rates 8.00',
      ]),
    );
    const own = trial.find(({ number }) => number === '1421');
    const journal = await ines.call('GET', `/api/journal?account=${own?.id ?? ''}`);
    expect(journal.body.rows).toMatchObject([{ document: { id: posted.body.id } }]);
    expect(wrong(await add(ines, 'posting-accounts', { posting: 'bank', account: '1010' }))).toEqual({
      posting: 'There is an entry of this already (Kind of posting).',
    });
    expect(wrong(await change(ines, 'posting-accounts', charges?.id ?? '', { account: '' }))).toEqual({
      account: 'Fill this in.',
    });
  });
});
