import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { allEndpoints } from '@obolus/contract/api';
import { DOCUMENT_KINDS, type DocumentKind } from '@obolus/contract/kinds/kinds';
import { mayPost } from '@obolus/contract/mayPost';
import { ROLES } from '@obolus/contract/roles';
import { Client } from '../testing/client.ts';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.stop());

const nothing = { date: '2026-03-30' };
const goods = { item: '', quantity: '' };
const bodies: Readonly<Record<DocumentKind, object>> = {
  return: { ...nothing, vendor: '1', reference: '', lines: [] },
  credit: { ...nothing, vendor: '1', reference: 'C', currency: 'USD', lines: [] },
  'customs-entry': { ...nothing, entered: nothing.date, reference: 'E', authority: '', charges: [], lines: [] },
  'estimate-closing': { ...nothing, reason: '', lines: [] },
  'charge-move': { ...nothing, of: '1/1', charge: 'freight', amount: '1' },
  'customer-return': { ...nothing, customer: 'C', warehouse: '1', lines: [] },
  assembly: { ...nothing, warehouse: '1', uses: [], makes: goods, conversion: '' },
  transfer: { ...nothing, from: '1', to: '2', inTransit: false, lines: [] },
  arrival: { ...nothing, lines: [] },
  count: { ...nothing, warehouse: '1', reason: '', lines: [] },
  standard: { ...nothing, lines: [] },
  'write-down': { ...nothing, warehouse: '1', lines: [] },
  prepayment: { ...nothing, vendor: '1', currency: 'USD', amount: '' },
  'prepayment-refund': { ...nothing, vendor: '1', currency: 'USD', of: '1', amount: '' },
  payment: { ...nothing, vendor: '1', currency: 'USD', from: '', discountsTo: 'income', reason: '', bills: [] },
  claim: { ...nothing, vendor: '1', currency: 'USD', why: 'rebate', reason: '', lines: [] },
  'claim-closing': { ...nothing, vendor: '1', currency: 'USD', reason: '', lines: [] },
  'payment-run': { ...nothing, account: '', payments: [] },
  'payment-hold': { ...nothing, of: '1', step: 'held', reason: '' },
  check: { ...nothing, account: '1', form: '', of: '1', reason: '' },
  'bank-statement': { ...nothing, account: '', reference: '1', lines: [] },
  'vendor-statement': { ...nothing, vendor: '', currency: 'USD', reference: '', closing: '', lines: [] },
  close: { ...nothing, period: '' },
  open: { ...nothing, period: '' },
  lock: { ...nothing, period: '' },
  reversal: { ...nothing, of: '1', reason: '' },
  'order-change': { ...nothing, of: '1', seen: 1, reason: '', lines: [] },
  'order-closing': { ...nothing, of: '1', reason: '', lines: [] },
  'order-step': { ...nothing, of: '1', seen: 1, step: 'held', reason: '' },
  approval: { ...nothing, subject: 'bill', of: '1', seen: '1', step: 'rejected', reason: '' },
  order: make.order([]),
  receipt: make.receipt([]),
  'held-closing': { ...nothing, reason: '', lines: [] },
  'put-away': { ...nothing, lines: [] },
  'shipment-goods': { ...nothing, shipment: '', lines: [] },
  bill: make.bill('1', []),
  allocation: make.allocation('1/1', []),
  delivery: make.delivery([]),
  invoice: make.invoice([]),
  opening: make.opening([]),
};

describe('who may come in', () => {
  it.each(
    allEndpoints
      .filter((endpoint) => endpoint.allow !== 'anyone')
      .map((endpoint) => [endpoint.method.toUpperCase(), endpoint.path] as const),
  )('%s %s refuses the unauthenticated', async (method, path) => {
    const address = path
      .replace(':item', '1')
      .replace(':warehouse', '1')
      .replace(':id', /drafts|imports|papers|advices/.test(path) ? crypto.randomUUID() : '1');
    const reply = await new Client(server.url).call(
      method,
      `/api${address}`,
      method === 'GET' || method === 'DELETE' ? undefined : {},
    );
    expect(reply.status).toBe(401);
    expect(reply.headers.get('content-type')).toContain('application/problem+json');
  });

  it.each(ROLES.flatMap((role) => DOCUMENT_KINDS.map((kind) => [role, kind] as const)))(
    'as %s, posting a %s is refused or not as the roles say',
    async (role, kind) => {
      const client = await server.as(role);
      const posted = await client.post(kind, bodies[kind]);
      const preview = await client.preview(kind, bodies[kind]);
      // Every body here has no lines, so whoever may post is refused by the rule and not by the role.
      expect([posted.status, preview.status]).toEqual(mayPost(role, kind) ? [422, 200] : [403, 403]);
    },
  );

  it('a wrong password and an unknown name are told alike, and too many attempts are stopped', async () => {
    const anyone = new Client(server.url);
    const attempt = (email: string) => anyone.call('POST', '/api/session', { email, password: 'wrong' });
    const wrong = await attempt('auditor@test.example');
    const unknown = await attempt('nobody@test.example');
    expect([wrong.status, wrong.body.detail]).toEqual([401, unknown.body.detail]);
    for (let failure = 0; failure < 8; failure += 1) await attempt('nobody@test.example');
    expect((await attempt('nobody@test.example')).status).toBe(429);
    expect((await server.as('auditor')).csrfToken).not.toBe('');
  });

  it('a session ends when its user signs out', async () => {
    const client = await server.as('buyer');
    expect((await client.call('GET', '/api/session')).status).toBe(200);
    expect((await client.call('DELETE', '/api/session')).status).toBe(200);
    expect((await client.call('GET', '/api/orders/commitments')).status).toBe(401);
  });
});

describe('requests from elsewhere', () => {
  it('are refused without the session’s token, or from another site', async () => {
    const client = await server.as('accountant');
    const without = await client.call('POST', '/api/documents/order', bodies.order, {
      'X-CSRF-Token': '',
      'Idempotency-Key': crypto.randomUUID(),
    });
    expect([without.status, without.body.title]).toEqual([403, 'Not allowed']);
    const elsewhere = await client.call('POST', '/api/documents/order', bodies.order, {
      'Sec-Fetch-Site': 'cross-site',
      'Idempotency-Key': crypto.randomUUID(),
    });
    expect(elsewhere.status).toBe(403);
    const from = { Origin: 'https://elsewhere.example' };
    const signingIn = { email: 'buyer@test.example', password: 'for the tests only' };
    expect((await client.call('POST', '/api/session', signingIn, from)).status).toBe(403);
  });

  it('carry strict cookies that scripts cannot read, and a policy without eval', async () => {
    const reply = await new Client(server.url).call('POST', '/api/session', {
      email: 'buyer@test.example',
      password: 'for the tests only',
    });
    expect(reply.headers.get('set-cookie')).toMatch(/HttpOnly; SameSite=Strict/);
    expect(reply.headers.get('content-security-policy')).not.toMatch(/unsafe-eval|https:|data:/);
  });
});

describe('another method', () => {
  it('at a path that is there is told which are taken', async () => {
    const client = await server.as('accountant');
    const wrong = await client.call('PATCH', '/api/documents/order', {});
    expect([wrong.status, wrong.headers.get('allow'), wrong.body.title]).toEqual([405, 'GET, POST', 'Wrong method']);
    expect((await client.call('PUT', '/api/drafts')).headers.get('allow')).toBe('GET');
    expect((await client.call('DELETE', '/api/nothing')).status).toBe(404);
  });
});

describe('what is empty', () => {
  it('may be left out, and is the same request', async () => {
    const client = await server.as('accountant');
    const key = crypto.randomUUID();
    const [line] = [{ item: '1', quantity: '1', price: '1' }];
    const { vendor, date, currency, warehouse } = make.order([]);
    const short = await client.post('order', { vendor, date, currency, warehouse, lines: [line] }, key);
    const long = await client.post(
      'order',
      { ...make.order([]), note: '', terms: '', incoterm: '', lines: [{ ...line, discount: '', due: '', unit: '' }] },
      key,
    );
    expect([short.status, long.body]).toEqual([201, short.body]);
    const none = await client.post('order', { currency, warehouse });
    expect((none.body.errors as { at: string }[]).map(({ at }) => at)).toContain('/vendor');
    expect(none.status).toBe(422);
  });
});

describe('what cannot be understood', () => {
  it.each([
    ['broken JSON', '{"vendor":'],
    ['an unknown field', { ...make.order([]), colour: 'green' }],
    ['an over-long text', { ...make.order([]), note: 'x'.repeat(501) }],
    [
      'a number where text belongs',
      { ...make.order([]), lines: [{ item: '1', quantity: 5, price: '1', discount: '', due: '' }] },
    ],
    ['no body', null],
    [
      'too many lines',
      {
        ...make.order([]),
        lines: Array.from({ length: 2001 }, () => ({ item: '1', quantity: '1', price: '1', discount: '', due: '' })),
      },
    ],
  ])('%s is a 400 with a problem document and no stack', async (_, body) => {
    const client = await server.as('accountant');
    const reply = await client.post('order', body as object);
    expect(reply.status).toBe(400);
    expect(reply.headers.get('content-type')).toContain('application/problem+json');
    expect(JSON.stringify(reply.body)).not.toMatch(/at .*\.js|node_modules/);
  });

  it('a missing or odd key is a 400', async () => {
    const client = await server.as('accountant');
    expect((await client.post('order', bodies.order, 'not-a-key')).status).toBe(400);
  });

  it('an address that leads nowhere is a 404 problem', async () => {
    const client = await server.as('accountant');
    expect((await client.call('GET', '/api/nothing')).body).toMatchObject({ status: 404, title: 'Not found' });
    expect((await client.call('GET', '/api/documents/999999')).status).toBe(404);
  });
});

describe('what machines read', () => {
  it('health says whether the database answers', async () => {
    const anyone = new Client(server.url);
    expect((await anyone.call('GET', '/health/live')).body).toEqual({ live: true });
    expect((await anyone.call('GET', '/health/ready')).body).toEqual({ ready: true });
  });

  it('the OpenAPI document names every endpoint, and its page loads nothing from elsewhere', async () => {
    const anyone = new Client(server.url);
    for (const path of ['/api/openapi.json', '/api/docs/', '/api/docs/swagger-ui.css'])
      expect([path, (await anyone.call('GET', path)).status]).toEqual([path, 401]);
    const reader = await server.as('auditor');
    const document = (await reader.call('GET', '/api/openapi.json')).body as {
      openapi: string;
      paths: Record<string, object>;
    };
    expect(document.openapi).toBe('3.1.0');
    const operations = Object.values(document.paths).reduce((sum, path) => sum + Object.keys(path).length, 0);
    expect(operations).toBe(allEndpoints.length);
    const page = (await reader.call('GET', '/api/docs/')).body.text as string;
    expect(page).toContain('swagger-ui');
    expect(page).not.toMatch(/src="https?:/);
  });

  it('every answer carries a request id', async () => {
    expect((await new Client(server.url).call('GET', '/api/session')).headers.get('x-request-id')).toMatch(
      /^[0-9a-f-]{36}$/,
    );
  });
});
