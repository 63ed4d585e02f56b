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
import { count, showDay, showFigure } from '../../parts/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { Thumbnail } from './Photo.tsx';

type Outcome = BodyOf<'held-closing'>['lines'][number]['outcome'];
const IN_WORDS: Readonly<Record<Outcome, string>> = {
  'sent back': 'Sent back to the vendor',
  scrapped: 'Scrapped',
  received: 'An order was found: received against it',
  'gone astray': 'Gone astray',
};

/** Held goods, the longest first: in no stock and owed to nobody, until somebody says what became of them. */
export function HeldGoods() {
  const heldGoods = server.useHeldGoodsQuery();
  const mayClear = useMayPost('held-closing');
  const [clears, setClears] = useState<HeldView>();
  const rows = heldGoods.data?.rows ?? [];
  return (
    <div className="screen">
      <Head title="Held goods" about="Rejected when they came, or come without an order: in no stock, owed to nobody" />
      <div className="body">
        {heldGoods.isError && <Problem error={heldGoods.error} again={heldGoods.refetch} />}
        {heldGoods.data && rows.length === 0 ? (
          <div className="empty">
            <h2>Nothing is held</h2>
            <p>
              Goods that are rejected at the dock, or that nobody ordered, wait here until they go back, are scrapped,
              or an order explains them.
            </p>
          </div>
        ) : (
          <table className="sheet" aria-label="Held goods">
            <thead>
              <tr>
                <th>What</th>
                <th className="num">Still there</th>
                <th>Unit</th>
                <th>Vendor</th>
                <th>Order</th>
                <th>Came</th>
                <th>Why, and where they stand</th>
                <th>
                  <span className="sr-only">What became of them</span>
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
                      <span className="text-over">none</span>
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
                        aria-label={`Say what became of ${row.what}`}
                        onClick={() => setClears(row)}
                      >
                        They are gone
                      </button>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        <Cut list={heldGoods.data} of="lines, the longest held," />
        <p className="dim pt-3">{rows.length > 0 && count(rows.length, 'line')}</p>
      </div>
      {clears && <Clearing key={clears.line} held={clears} onClose={() => setClears(undefined)} />}
    </div>
  );
}

function Clearing({ held, onClose }: { held: HeldView; onClose: () => void }) {
  const me = useMe();
  const [outcome, setOutcome] = useState<Outcome>('sent back');
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
    toast.success(`${posted.data.number} is posted.`);
    onClose();
  };
  return (
    <AskReason
      title={`What became of ${held.what}?`}
      action="Post"
      needed
      wrong={saidAgainst(error)}
      busy={isLoading}
      onClose={onClose}
      onDo={(reason) => void clear(reason)}
    >
      <div className="flex gap-6">
        <Field name="What became of them">
          <Choice
            label="What became of them"
            value={outcome}
            options={OUTCOMES.map((known) => [known, IN_WORDS[known]])}
            onChange={(known) => setOutcome(known as Outcome)}
          />
        </Field>
        <Field name="How many">
          <FigureCell label="How many are gone" value={quantity} onChange={setQuantity} />
        </Field>
      </div>
    </AskReason>
  );
}
