import { afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import { api } from '@obolus/contract/api';
import { as, callServer } from './calling.ts';
import { hasEnded, onSession, signedInAgain } from './session.ts';

interface Asked {
  readonly path: string;
  readonly method: string;
  readonly token: string;
  readonly key: string | undefined;
  readonly body: unknown;
}

let asked: Asked[];
let replies: (readonly [status: number, body: object] | Error)[];
const before = globalThis.fetch;

beforeEach(() => {
  asked = [];
  replies = [];
  globalThis.fetch = (input, { method = '', headers, body } = {}) => {
    const said = headers as Record<string, string>;
    asked.push({
      path: typeof input === 'string' ? input : '',
      method,
      token: said['X-CSRF-Token'] ?? '',
      key: said['Idempotency-Key'],
      body: typeof body === 'string' ? JSON.parse(body) : undefined,
    });
    const reply = replies.shift() ?? new Error('nobody answers');
    return reply instanceof Error
      ? Promise.reject(reply)
      : Promise.resolve(new Response(JSON.stringify(reply[1]), { status: reply[0] }));
  };
});
afterEach(() => {
  globalThis.fetch = before;
});

const refused = (id: string) => [401, { status: 401, says: [{ id }] }] as const;
const me = (csrfToken: string) => [200, { me: { csrfToken, user: { id: '7' } } }] as const;
type Reply = Awaited<ReturnType<typeof callServer>>;
const call = (endpoint: keyof typeof api, more: object = {}): Promise<Reply> =>
  Promise.resolve(callServer({ endpoint: as(api[endpoint]), ...more }, {} as Parameters<typeof callServer>[1], {}));

describe('one way to the server', () => {
  it('names paths and queries as they are, and gives a key with what is posted', async () => {
    replies = [
      [200, {}],
      [200, {}],
    ];
    await call('vendorAccount', { params: { id: 'a/b' }, query: { from: '2026-11-01', to: undefined } });
    await call('takeBillIn', { params: { id: 'p' }, key: 'k-1', body: { name: 'x' } });
    expect(asked.map(({ path, method, key, body }) => [method, path, key, body])).toEqual([
      ['GET', '/api/vendors/a%2Fb/account?from=2026-11-01', undefined, undefined],
      ['PUT', '/api/incoming-bills/p', 'k-1', { name: 'x' }],
    ]);
  });

  it('makes a problem of no answer, and of one that is no JSON', async () => {
    replies = [new Error('refused')];
    const { error } = await call('terms');
    expect([error?.status, error?.says?.[0]?.id]).toEqual([0, 'problem.no_answer']);
  });

  it('gives a refusal to whoever asked', async () => {
    replies = [[422, { status: 422, says: [{ id: 'problem.took_too_long' }] }]];
    expect((await call('terms')).error).toMatchObject({ status: 422 });
    expect(asked).toHaveLength(1);
  });
});

describe('a session', () => {
  it('that ended holds what was asked until somebody has signed in again, and then asks it anew', async () => {
    const told: boolean[] = [];
    const stop = onSession(() => told.push(hasEnded()));
    replies = [
      refused('problem.sign_in_first'),
      refused('problem.sign_in_first'),
      [200, { rows: [1] }],
      [200, { rows: [2] }],
    ];
    const both = Promise.all([call('terms'), call('taxCodes')]);
    await new Promise((resolve) => setTimeout(resolve, 20));
    expect([asked.length, hasEnded()]).toEqual([2, true]);
    signedInAgain();
    expect((await both).map(({ data }) => data)).toEqual([{ rows: [1] }, { rows: [2] }]);
    expect([told, hasEnded()]).toEqual([[true, false], false]);
    stop();
  });

  it('whose token was renewed elsewhere learns it, and asks once more with it', async () => {
    replies = [me('first')];
    await call('start');
    replies = [refused('problem.csrf'), me('second'), [200, { done: true }]];
    expect((await call('letGoOfBill', { params: { id: 'd' } })).data).toEqual({ done: true });
    expect(asked.map(({ path, token }) => [path, token]).slice(1)).toEqual([
      ['/api/bills/d/let-go', 'first'],
      ['/api/start', 'first'],
      ['/api/bills/d/let-go', 'second'],
    ]);
  });
});
