import { afterEach, beforeEach, describe, expect, it, jest } from '@jest/globals';
import { configureStore } from '@reduxjs/toolkit';
import { server } from '../server/api.ts';
import { changed, closed, draftSlice, opened, stepped } from './draftSlice.ts';
import { keepDrafts, keepWhenLeft } from './keepDrafts.ts';
import { unsavedOf } from './unsaved.ts';

interface Sent {
  readonly url: string;
  readonly body: { title: string; body: { note: string }; version: number };
}

const makeStore = () =>
  configureStore({
    reducer: { [server.reducerPath]: server.reducer, drafts: draftSlice.reducer },
    middleware: (standard) => standard().prepend(keepDrafts.middleware).concat(server.middleware),
  });

let store: ReturnType<typeof makeStore>;
let sent: Sent[];
let answer: () => Promise<Response>;
let id = '';
let count = 0;

/** A browser's own store. */
function browserStore(): Pick<Storage, 'getItem' | 'setItem' | 'removeItem'> {
  const held = new Map<string, string>();
  return {
    getItem: (key) => held.get(key) ?? null,
    setItem: (key, value) => void held.set(key, value),
    removeItem: (key) => void held.delete(key),
  };
}

beforeEach(() => {
  jest.useFakeTimers();
  Object.assign(globalThis, { localStorage: browserStore() });
  store = makeStore();
  sent = [];
  count += 1;
  id = `00000000-0000-4000-8000-${String(count).padStart(12, '0')}`;
  answer = () => Promise.resolve(new Response(JSON.stringify({ version: sent.length })));
  jest.spyOn(globalThis, 'fetch').mockImplementation((url, init) => {
    sent.push({ url: url as string, body: JSON.parse(init?.body as string) as Sent['body'] });
    return answer();
  });
  store.dispatch(opened({ id, kind: 'order', body: { note: '' }, version: 0 }));
});
afterEach(() => {
  jest.useRealTimers();
  jest.restoreAllMocks();
});

const type = (note: string) => store.dispatch(changed({ id, title: `Order ${note}`, body: { note } }));
const draft = () => store.getState().drafts[id];
const pause = (ms: number) => jest.advanceTimersByTimeAsync(ms);
const later = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

describe('a draft', () => {
  it('goes back over its changes and on again; what is typed at once is one change, and what it went back to is kept', async () => {
    const noteOf = () => (draft()?.body as { note: string }).note;
    const step = (from: 'past' | 'future') =>
      store.dispatch(stepped({ id, from, title: '', body: draft()?.[from].at(-1) }));
    type('a');
    store.dispatch(changed({ id, title: '', body: { note: 'ab' }, goesOn: true }));
    type('abc');
    step('past');
    expect(noteOf()).toBe('ab');
    step('past');
    expect(noteOf()).toBe('');
    expect(draft()?.past).toEqual([]);
    step('future');
    expect(noteOf()).toBe('ab');
    await pause(700);
    expect(sent.map(({ body }) => body.body.note)).toEqual(['ab']);
    type('x');
    expect(draft()?.future).toEqual([]);
  });

  it('is sent once, a moment after the last keystroke', async () => {
    for (const note of ['a', 'ab', 'abc']) type(note);
    expect(draft()?.saved).toBe('not yet');
    expect(sent).toEqual([]);
    await pause(800);
    expect(sent.map(({ body }) => [body.title, body.body.note, body.version])).toEqual([['Order abc', 'abc', 0]]);
    expect(draft()).toMatchObject({ saved: 'yes', version: 1 });
  });

  it('that is typed on while it is being saved is sent again, naming the version before', async () => {
    answer = () => later(900).then(() => new Response(JSON.stringify({ version: sent.length })));
    type('first');
    await pause(700);
    type('second');
    await pause(2600);
    expect(sent.map(({ body }) => [body.body.note, body.version])).toEqual([
      ['first', 0],
      ['second', 1],
    ]);
    expect(draft()?.saved).toBe('yes');
  });

  it('says so when it could not be kept, and keeps what was typed here', async () => {
    answer = () => Promise.reject(new TypeError('no network'));
    type('still here');
    await pause(900);
    expect(draft()).toMatchObject({ saved: 'failed', body: { note: 'still here' } });
    answer = () => Promise.resolve(new Response(JSON.stringify({ version: 1 })));
    type('still here, and more');
    await pause(900);
    expect(draft()?.saved).toBe('yes');
  });

  it('is sent by itself once the server answers again, as it stands by then', async () => {
    answer = () => Promise.reject(new TypeError('no network'));
    type('typed while it was away');
    await pause(900);
    expect(unsavedOf('', id)).toMatchObject({ body: { note: 'typed while it was away' }, version: 0 });
    answer = () => Promise.resolve(new Response(JSON.stringify({ version: 1 })));
    await pause(2_500);
    expect([draft()?.saved, sent.length, unsavedOf('', id)]).toEqual(['yes', 2, undefined]);
  });

  it('that another window overtook says so, and is not sent again', async () => {
    answer = () => Promise.resolve(new Response(JSON.stringify({ status: 409, says: [] }), { status: 409 }));
    type('older');
    await pause(3_200);
    expect([draft()?.saved, sent.length]).toEqual(['overtaken', 1]);
  });

  it('that is not sent when its window is left is kept in the browser; what is sent is not', async () => {
    type('sent');
    await pause(900);
    keepWhenLeft(store.getState().drafts);
    expect(unsavedOf('', id)).toBeUndefined();
    type('not yet');
    keepWhenLeft(store.getState().drafts);
    expect(unsavedOf('', id)).toMatchObject({ body: { note: 'not yet' }, version: 1 });
    store.dispatch(closed({ id }));
    await pause(0);
    expect(unsavedOf('', id)).toBeUndefined();
  });

  it('that is posted meanwhile is not sent any more', async () => {
    type('posted');
    store.dispatch(closed({ id }));
    await pause(800);
    expect(sent).toEqual([]);
  });

  it('opened again keeps what is here', () => {
    type('mine');
    store.dispatch(opened({ id, kind: 'order', body: { note: 'from the server' }, version: 9 }));
    expect(draft()?.body).toEqual({ note: 'mine' });
  });
});
