import { describe, expect, it } from '@jest/globals';
import { changed, closed, type Draft, draftSlice, kept, notKept, opened, stepped } from './draftSlice.ts';

type Drafts = Record<string, Draft>;
const after = (...actions: readonly Parameters<typeof draftSlice.reducer>[1][]): Drafts =>
  actions.reduce<Drafts>(draftSlice.reducer, {});
const open = opened({ id: 'd', kind: 'order', body: { note: '' }, version: 0 });
const type = (note: string, goesOn = false) =>
  changed({ id: 'd', title: `An order, ${note}`, body: { note }, command: { note }, goesOn });
const back = (note: string) => stepped({ id: 'd', title: '', body: { note }, from: 'past' });

describe('a draft', () => {
  it('is opened once: what is typed is not overwritten by opening it again', () => {
    const drafts = after(
      open,
      type('a'),
      opened({ id: 'd', kind: 'order', body: { note: 'of the server' }, version: 3 }),
    );
    expect(drafts.d).toMatchObject({ body: { note: 'a' }, version: 0, saved: 'not yet', revision: 1 });
  });

  it('that was taken for another kind before it was known is what it is', () => {
    const known = after(open, opened({ id: 'd', kind: 'bill', body: { reference: 'of the server' }, version: 3 }));
    expect(known.d).toMatchObject({ kind: 'bill', body: { reference: 'of the server' }, version: 3, revision: 0 });
  });

  it('is kept only as far as it was when it was sent', () => {
    const drafts = after(open, type('a'), type('b'), kept({ id: 'd', version: 1, revision: 1 }));
    expect(drafts.d).toMatchObject({ version: 1, saved: 'not yet' });
    expect(after(open, type('a'), kept({ id: 'd', version: 1, revision: 1 })).d?.saved).toBe('yes');
    expect(after(open, type('a'), notKept({ id: 'd', because: 'overtaken' })).d?.saved).toBe('overtaken');
  });

  it('goes back change by change, and forward again; what goes on with a change is no step of its own', () => {
    const typed = after(open, type('a'), type('ab', true), type('c'));
    expect(typed.d?.past).toEqual([{ note: '' }, { note: 'ab' }]);
    const undone = draftSlice.reducer(typed, back('ab'));
    expect(undone.d).toMatchObject({ body: { note: 'ab' }, past: [{ note: '' }], future: [{ note: 'c' }] });
    const again = draftSlice.reducer(undone, stepped({ id: 'd', title: '', body: { note: 'c' }, from: 'future' }));
    expect(again.d).toMatchObject({ past: [{ note: '' }, { note: 'ab' }], future: [] });
    // Another change after going back: there is nothing to go forward to.
    expect(draftSlice.reducer(undone, type('x')).d?.future).toEqual([]);
  });

  it('remembers 200 changes, the latest', () => {
    const many = Array.from({ length: 250 }, (_, at) => type(String(at)));
    const { past = [] } = after(open, ...many).d ?? {};
    expect([past.length, past[0], past.at(-1)]).toEqual([200, { note: '49' }, { note: '248' }]);
  });

  it('that is closed is gone, and nothing said of it later brings it back', () => {
    const gone = after(open, closed({ id: 'd' }), type('late'), kept({ id: 'd', version: 1, revision: 1 }), back(''));
    expect(gone).toEqual({});
  });
});
