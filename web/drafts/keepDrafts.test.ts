import { afterEach, beforeEach, describe, expect, it, jest } from '@jest/globals';
import { configureStore } from '@reduxjs/toolkit';
import { server } from '../server/api.ts';
import { changed, closed, draftSlice, opened } from './draftSlice.ts';
import { keepDrafts } from './keepDrafts.ts';

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

beforeEach(() => {
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
  jest.restoreAllMocks();
});

const type = (note: string) => store.dispatch(changed({ id, title: `Order ${note}`, body: { note } }));
const draft = () => store.getState().drafts[id];
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

describe('a draft', () => {
  it('is sent once, a moment after the last keystroke', async () => {
    for (const note of ['a', 'ab', 'abc']) type(note);
    expect(draft()?.saved).toBe('not yet');
    expect(sent).toEqual([]);
    await pause(800);
    expect(sent.map(({ body }) => [body.title, body.body.note, body.version])).toEqual([['Order abc', 'abc', 0]]);
    expect(draft()).toMatchObject({ saved: 'yes', version: 1 });
  });

  it('that is typed on while it is being saved is sent again, naming the version before', async () => {
    answer = () => pause(900).then(() => new Response(JSON.stringify({ version: sent.length })));
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
