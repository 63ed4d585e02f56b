import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { Client, PASSWORD, startTestServer, type TestServer } from '../testing/testServer.ts';

let server: TestServer;
let administrator: Client;
beforeAll(async () => {
  server = await startTestServer();
  administrator = await server.as('administrator');
});
afterAll(() => server.stop());

const signIn = async (email: string, password: string) => {
  const client = new Client(server.url);
  return { client, reply: await client.signIn(email, password) };
};
const isIn = async (client: Client) => (await client.call('GET', '/api/session')).status === 200;
const said = (reply: { status: number; body: { readonly [field: string]: unknown } }) => [
  reply.status,
  (reply.body.errors as { at: string }[] | undefined)?.map(({ at }) => at) ?? reply.body.title,
];

describe('one’s own password', () => {
  it('is changed with the one that one has, and ends all other sessions', async () => {
    const here = await server.colleague('buyer', 'berta');
    const { client: there } = await signIn('berta@test.example', here.password);
    const change = (current: string, password: string) =>
      here.call('PUT', '/api/session/password', { current, password });
    expect(said(await change('not this one', 'a warp of many threads'))).toEqual([422, ['/current']]);
    expect(said(await change(here.password, 'short'))).toEqual([422, ['/password']]);
    expect(said(await change(here.password, 'berta berta berta'))).toEqual([422, ['/password']]);
    expect((await change(here.password, 'a warp of many threads')).status).toBe(200);
    expect([await isIn(here), await isIn(there)]).toEqual([true, false]);
    expect((await signIn('berta@test.example', here.password)).reply.status).toBe(401);
    expect((await signIn('berta@test.example', 'a warp of many threads')).reply.status).toBe(200);
  });

  it('is not guessed by whoever finds a session open', async () => {
    const here = await server.colleague('buyer', 'bruno');
    const statuses = [];
    for (let n = 0; n < 10; n += 1)
      statuses.push(
        (await here.call('PUT', '/api/session/password', { current: `guess ${n}`, password: 'x'.repeat(12) })).status,
      );
    expect(statuses.slice(-2)).toEqual([429, 429]);
  });
});

describe('a password that is forgotten', () => {
  it('is set by a link that an administrator makes: once, and only the last one', async () => {
    const forgetful = await server.colleague('receiver', 'rosa');
    const { id } = (await forgetful.call('GET', '/api/session')).body.user as { id: string };
    const link = async () => (await administrator.call('POST', `/api/people/${id}/reset`, {})).body.token as string;
    const first = await link();
    const second = await link();
    const anyone = new Client(server.url);
    const reset = (token: string, password: string) => anyone.call('POST', '/api/password-resets', { token, password });
    expect(said(await reset(first, 'shuttle and comb'))).toEqual([404, 'Not found']);
    expect(said(await reset(second, 'short'))).toEqual([422, ['/password']]);
    expect((await reset(second, 'shuttle and comb')).body).toEqual({ email: 'rosa@test.example' });
    expect(said(await reset(second, 'another one again'))).toEqual([404, 'Not found']);
    expect(await isIn(forgetful)).toBe(false);
    expect((await signIn('rosa@test.example', 'shuttle and comb')).reply.status).toBe(200);
    const third = await link();
    await server.source.query('UPDATE password_reset SET expires_at = UTC_TIMESTAMP(6) - INTERVAL 1 SECOND');
    expect((await reset(third, 'shuttle and comb')).status).toBe(404);
  });

  it('is reset by nobody but an administrator, and never one’s own', async () => {
    const { id } = (await administrator.call('GET', '/api/session')).body.user as { id: string };
    expect((await administrator.call('POST', `/api/people/${id}/reset`, {})).status).toBe(403);
    expect((await (await server.as('accountant')).call('POST', `/api/people/${id}/reset`, {})).status).toBe(403);
  });
});

describe('a session', () => {
  it('ends everywhere at once where its person asks for it, and where they are kept out', async () => {
    const one = await server.colleague('buyer', 'carla');
    const { client: two } = await signIn('carla@test.example', one.password);
    expect((await one.call('DELETE', '/api/sessions')).status).toBe(200);
    expect([await isIn(one), await isIn(two)]).toEqual([false, false]);
    const { client: three } = await signIn('carla@test.example', one.password);
    const { id } = (await three.call('GET', '/api/session')).body.user as { id: string };
    await administrator.call('PUT', `/api/people/${id}`, { role: 'buyer', approvalLimit: '', blocked: true });
    expect(await isIn(three)).toBe(false);
    expect((await signIn('carla@test.example', one.password)).reply.status).toBe(401);
  });

  it('has the role that its person has now', async () => {
    const dora = await server.colleague('auditor', 'dora');
    await server.source.query("UPDATE user_account SET role = 'buyer' WHERE email = 'dora@test.example'");
    expect((await dora.call('GET', '/api/session')).body.user).toMatchObject({ role: 'buyer' });
  });
});

describe('guessing', () => {
  it('is counted also where many guess at once, and slows down the guesser alone', async () => {
    const guesses = await Promise.all(
      Array.from({ length: 30 }, (_, n) => signIn('approver@test.example', `guess ${n}`)),
    );
    const statuses = guesses.map(({ reply }) => reply.status);
    expect(statuses.filter((status) => status === 401).length).toBeLessThanOrEqual(8);
    expect(statuses.filter((status) => status === 429).length).toBeGreaterThanOrEqual(22);
    // Nobody else in the same office is held up, and the name is not locked elsewhere.
    expect((await signIn('auditor@test.example', PASSWORD)).reply.status).toBe(200);
    await server.source.query("DELETE FROM sign_in_pace WHERE what LIKE 'pair approver%'");
    expect((await signIn('approver@test.example', PASSWORD)).reply.status).toBe(200);
  });
});
