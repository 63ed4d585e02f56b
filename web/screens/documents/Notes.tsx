import { useState } from 'react';
import type { DocumentView } from '@obolus/contract/views/documents';
import { showInstant } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { Cell } from '../../parts/Cells.tsx';
import { saidAgainst, server } from '../../server/api.ts';
import { useMe } from '../../server/me.ts';

/** What was said of a document later, and a line for what is said now: it is kept with Enter, and stays as it was said. */
export function Notes({ of, notes }: { of: string; notes: DocumentView['notes'] }) {
  const { user } = useMe();
  const [said, setSaid] = useState('');
  const [key, setKey] = useState(() => crypto.randomUUID());
  const [note, noting] = server.useNoteDocumentMutation();
  const keep = async () => {
    if (said.trim() === '' || noting.isLoading) return;
    const result = await note({ params: { id: key }, body: { document: of, text: said.trim() } });
    if (!result.data) return;
    setSaid('');
    setKey(crypto.randomUUID());
  };
  const maySay = user.role !== 'auditor';
  if (notes.length === 0 && !maySay) return null;
  return (
    <section className="pt-5 max-w-[820px]" aria-label={say('documents.notes')}>
      <h2 className="cap">{say('documents.notes')}</h2>
      {notes.map(({ id, text, by, at }) => (
        <p key={id} className="py-1 border-b border-rule">
          {text}{' '}
          <span className="dim">
            {by}, {showInstant(at)}
          </span>
        </p>
      ))}
      {maySay && (
        <form
          className="flex items-baseline gap-3 pt-1 print:hidden"
          onSubmit={(event) => {
            event.preventDefault();
            void keep();
          }}
        >
          <Cell
            label={say('documents.note')}
            placeholder={say('documents.note_examples')}
            value={said}
            wrong={noting.isError ? saidAgainst(noting.error) : undefined}
            onChange={setSaid}
          />
          <button type="submit" className="act shrink-0" disabled={said.trim() === ''}>
            {say('documents.keep_note')}
          </button>
        </form>
      )}
    </section>
  );
}
