import { Cut } from '../../parts/Cut.tsx';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { OUTCOMES } from '@obolus/contract/kinds/heldClosing';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { HeldView } from '@obolus/contract/views/receiving';
import { saidAgainst, server } from '../../server/api.ts';
import { useMayPost, useMe } from '../../server/me.ts';
import { AskReason } from '../../parts/AskReason.tsx';
import { Choice, Field } from '../../parts/Cells.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { showDay, showFigure } from '../../locale/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { Thumbnail } from '../../parts/Photo.tsx';
import { Explain } from '../../guide/Explain.tsx';
import { say } from '../../locale/say.ts';
import type { MessageId } from '@obolus/messages/message';
import { Empty } from '../../parts/Empty.tsx';

type Outcome = BodyOf<'held-closing'>['lines'][number]['outcome'];
const IN_WORDS: Readonly<Record<Outcome, MessageId>> = {
  'sent-back': 'receiving.held_sent_back',
  scrapped: 'receiving.held_scrapped',
  received: 'receiving.held_received',
  'gone-astray': 'receiving.held_astray',
};

/** Held goods, the longest first: in no stock and owed to nobody, until somebody says what became of them. */
export function HeldGoods() {
  const heldGoods = server.useHeldGoodsQuery();
  const mayClear = useMayPost('held-closing');
  const [clears, setClears] = useState<HeldView>();
  const rows = heldGoods.data?.rows ?? [];
  return (
    <div className="screen">
      <Head
        title={say('document.held')}
        about={
          <>
            {say('receiving.held_about')}
            <Explain what={say('document.held')} chapter="receiving" of="held" />
          </>
        }
      />
      <div className="body">
        {heldGoods.isError && <Problem error={heldGoods.error} again={heldGoods.refetch} />}
        {heldGoods.data && rows.length === 0 ? (
          <Empty title={say('receiving.held_none')} more={say('receiving.held_none_more')} />
        ) : (
          <table className="sheet" aria-label={say('document.held')}>
            <thead>
              <tr>
                <th>{say('word.goods')}</th>
                <th className="num">{say('receiving.still_there')}</th>
                <th>{say('word.unit')}</th>
                <th>{say('word.vendor')}</th>
                <th>{say('word.order')}</th>
                <th>{say('receiving.came')}</th>
                <th>{say('receiving.why_where')}</th>
                <th>
                  <span className="sr-only">{say('receiving.outcome')}</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {rows.map((row) => (
                <tr key={row.line}>
                  <td className="name">{row.what}</td>
                  <td className="num strong">{showFigure(row.left)}</td>
                  <td className="dim">{row.unit}</td>
                  <td>{row.vendor.name}</td>
                  <td>
                    {row.order ? (
                      <Link to={`/documents/${row.order.id}`}>{row.order.number}</Link>
                    ) : (
                      <span className="text-over">{say('frame.none')}</span>
                    )}
                  </td>
                  <td>
                    <Link to={`/documents/${row.receipt.id}`}>{row.receipt.number}</Link>{' '}
                    <span className="dim">{showDay(row.receipt.date)}</span>
                  </td>
                  <td>
                    <span className="flex items-center gap-2">
                      {row.photo && <Thumbnail id={row.photo} />}
                      {[row.reason, row.place].filter(Boolean).join(' · ')}
                    </span>
                  </td>
                  <td className="num">
                    {mayClear && (
                      <button
                        type="button"
                        className="act"
                        aria-label={say('receiving.say_outcome', { what: row.what })}
                        onClick={() => setClears(row)}
                      >
                        {say('receiving.they_are_gone')}
                      </button>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        <Cut list={heldGoods.data} />
        <p className="dim pt-3">{rows.length > 0 && say('rows.lines', { count: rows.length })}</p>
      </div>
      {clears && <Clearing key={clears.line} held={clears} onClose={() => setClears(undefined)} />}
    </div>
  );
}

function Clearing({ held, onClose }: { held: HeldView; onClose: () => void }) {
  const me = useMe();
  const [outcome, setOutcome] = useState<Outcome>('sent-back');
  const [quantity, setQuantity] = useState(held.left);
  const [key] = useState(() => crypto.randomUUID());
  const [post, { isLoading, error }] = server.usePostMutation();
  const clear = async (reason: string) => {
    const body: BodyOf<'held-closing'> = {
      date: me.company.today,
      reason,
      lines: [{ of: held.line, quantity, outcome }],
    };
    const posted = await post({ kind: 'held-closing', body, key });
    if ('error' in posted) return;
    toast.success(say('drafts.posted', { number: posted.data.number }));
    onClose();
  };
  return (
    <AskReason
      title={say('receiving.outcome_title', { what: held.what })}
      action={say('receiving.post')}
      needed
      wrong={saidAgainst(error)}
      busy={isLoading}
      onClose={onClose}
      onDo={(reason) => void clear(reason)}
    >
      <div className="flex gap-6">
        <Field name={say('receiving.outcome')}>
          <Choice
            label={say('receiving.outcome')}
            value={outcome}
            options={OUTCOMES.map((known) => [known, say(IN_WORDS[known])])}
            onChange={(known) => setOutcome(known as Outcome)}
          />
        </Field>
        <Field name={say('word.quantity')}>
          <FigureCell label={say('word.quantity')} value={quantity} onChange={setQuantity} />
        </Field>
      </div>
    </AskReason>
  );
}
