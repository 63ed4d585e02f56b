import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { SignedIn } from '../asking/signedIn.ts';
import { startTestServer, type TestServer } from '../testing/testServer.ts';
import { written } from './writes.ts';
import {
  checkDraft,
  stateOfDraft,
  dropDraft,
  endDraft,
  holdDraft,
  leaveDraft,
  letGoOfDraft,
  listDrafts,
  readDraft,
  saveDraft,
} from './drafts.ts';

const taken = (name: string) => ({ says: [{ id: 'problem.taken', values: { name } }] });

let server: TestServer;
let first: SignedIn;
let second: SignedIn;
let receiver: SignedIn;

beforeAll(async () => {
  server = await startTestServer();
  await server.colleague('accountant', 'second');
  const rows = (await server.source.query('SELECT id, name, email, role FROM user_account')) as SignedIn[];
  const named = (name: string) => rows.find((row) => row.name === name) as SignedIn;
  [first, second, receiver] = [named('accountant'), named('second'), named('receiver')];
});
afterAll(() => server.stop());

const left = async (kind: 'bill' | 'receipt' = 'bill') => {
  const id = randomUUID();
  await leaveDraft(server.source.manager, { id, kind, title: `A ${kind}`, body: { n: 0 } });
  return id;
};
const save = (who: SignedIn, id: string, n: number, version: number) =>
  saveDraft(server.source, who, id, { kind: 'bill', title: 'A bill', body: { n }, command: { n }, version });
const runsOut = (id: string) =>
  server.source.query('UPDATE draft SET held_until = UTC_TIMESTAMP(6) - INTERVAL 1 SECOND WHERE id = ?', [id]);

describe('a draft that waits for anybody', () => {
  it('is seen by whoever may post its kind, and held by whoever takes it up until they let go', async () => {
    const id = await left();
    expect((await listDrafts(server.source, receiver)).rows.map((draft) => draft.id)).not.toContain(id);
    await expect(readDraft(server.source, receiver, id)).rejects.toThrow('problem.draft_gone');
    expect(await holdDraft(server.source, first, id)).toEqual({ heldBy: '', version: 1 });
    expect(await holdDraft(server.source, second, id)).toEqual({ heldBy: 'accountant', version: 1 });
    await letGoOfDraft(server.source, second, id);
    expect((await readDraft(server.source, second, id)).heldBy).toBe('accountant');
    await letGoOfDraft(server.source, first, id);
    expect(await holdDraft(server.source, second, id)).toEqual({ heldBy: '', version: 1 });
  });

  it('is changed by its holder alone; when the hold runs out, by whoever is next, and the first is told', async () => {
    const id = await left();
    expect(await save(first, id, 1, 1)).toBe(2);
    await expect(save(second, id, 2, 2)).rejects.toMatchObject(taken('accountant'));
    await runsOut(id);
    expect(await save(second, id, 3, 2)).toBe(3);
    await expect(save(first, id, 4, 2)).rejects.toMatchObject(taken('second'));
    await runsOut(id);
    await expect(save(first, id, 4, 2)).rejects.toThrow('problem.draft_changed_elsewhere');
    expect((await readDraft(server.source, first, id)).body).toEqual({ n: 3 });
  });

  it('of two who take it up at the same moment is held by one', async () => {
    const id = await left();
    const held = await Promise.all([first, second].map((who) => holdDraft(server.source, who, id)));
    expect(held.filter(({ heldBy }) => heldBy === '')).toHaveLength(1);
  });

  it('is thrown away by nobody but its holder', async () => {
    const id = await left();
    await holdDraft(server.source, first, id);
    await dropDraft(server.source, second, id);
    expect((await readDraft(server.source, first, id)).id).toBe(id);
    await dropDraft(server.source, first, id);
    await expect(readDraft(server.source, first, id)).rejects.toThrow('problem.draft_gone');
  });

  it('is posted as it was seen: not while another holds it, nor when another changed it since', async () => {
    const id = await left();
    const check = (who: SignedIn, version: number | undefined) =>
      server.source.transaction(async (manager) =>
        checkDraft(await stateOfDraft(manager, id, who.id), { user: who.id, version }),
      );
    await holdDraft(server.source, first, id);
    await expect(check(second, 1)).rejects.toMatchObject(taken('accountant'));
    await save(first, id, 1, 1);
    // One's own save may be on its way.
    await check(first, 1);
    await letGoOfDraft(server.source, first, id);
    await expect(check(second, 1)).rejects.toThrow('problem.changed_meanwhile');
    await check(second, 2);
    await check(second, undefined);
    await written(server.source.manager, (writes) => Promise.resolve(endDraft(writes, id)));
    await check(second, 1);
  });

  it('that was planned for a day is planned no more once it is changed', async () => {
    const id = await left();
    await server.source.query("UPDATE draft SET post_on = '2026-12-01', post_by = ? WHERE id = ?", [first.id, id]);
    await save(first, id, 1, 1);
    expect(await server.source.query('SELECT post_on, post_by, command FROM draft WHERE id = ?', [id])).toEqual([
      { post_on: null, post_by: null, command: '{"n":1}' },
    ]);
  });
});

describe('a draft of one’s own', () => {
  it('is nobody else’s, whatever they may post', async () => {
    const id = randomUUID();
    await save(first, id, 1, 0);
    await expect(readDraft(server.source, second, id)).rejects.toThrow('problem.draft_gone');
    await expect(save(second, id, 2, 1)).rejects.toThrow('problem.draft_gone');
    expect(await holdDraft(server.source, first, id)).toEqual({ heldBy: '', version: 1 });
  });
});
