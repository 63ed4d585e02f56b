import { useNavigate } from 'react-router';
import type { DocumentView } from '@obolus/contract/views/documents';
import { changed, opened } from '../../drafts/draftSlice.ts';
import { placeOf } from '../../kinds/kinds.ts';
import { say } from '../../locale/say.ts';
import { server } from '../../server/api.ts';
import { useMayPost, useMe } from '../../server/me.ts';
import { useAppDispatch } from '../../drafts/store.ts';
import { AGAIN } from './postedAgain.ts';
import { ReverseButton } from './ReverseButton.tsx';
import { isReversed, useReversing } from './reversing.ts';

/**
 * What a document did, done again: of one that was reversed a draft that asks for the same; one that stands is reversed first, and the draft is
 * there to be changed.
 */
export function Again({ data }: { data: DocumentView }) {
  const { company } = useMe();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const [ask] = server.useLazyDocumentBodyQuery();
  const reversing = useReversing(data);
  const again = AGAIN[data.kind];
  const may = useMayPost(data.kind);
  if (!again || !may || (!isReversed(data) && !reversing.may)) return null;
  const begin = async () => {
    const reply = await ask({ params: { id: data.id } });
    if (!reply.data) return;
    const id = crypto.randomUUID();
    const body = again(reply.data.body, company.today);
    dispatch(opened({ id, kind: data.kind, body, version: 0 }));
    dispatch(changed({ id, title: '', body }));
    void navigate(placeOf(data.kind, {}, id) ?? '/');
  };
  if (isReversed(data))
    return (
      <button type="button" className="btn quiet" onClick={() => void begin()}>
        {say('documents.again')}
      </button>
    );
  return (
    <ReverseButton
      reversing={reversing}
      button={say('documents.redo')}
      title={say('documents.redo_named', { number: data.number })}
      action={say('documents.redo_action')}
      says={say('documents.redo_says')}
      onReversed={() => void begin()}
    />
  );
}
