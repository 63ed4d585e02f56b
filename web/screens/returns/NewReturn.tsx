import { useParams, useSearchParams } from 'react-router';
import type { ReturnableLine } from '@obolus/contract/views/payables';
import { DateField } from '../../drafts/HeaderFields.tsx';
import { useDraft, wrongAt } from '../../drafts/useDraft.ts';
import { Footing } from '../../frame/Footing.tsx';
import { showDay, showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { Suggested } from '../../parts/Suggested.tsx';
import { LotsOut } from '../../lots/LotCells.tsx';
import { Photo } from '../../parts/Photo.tsx';
import { Cell, Choice, Field } from '../../parts/Cells.tsx';
import { Cut } from '../../parts/Cut.tsx';
import { isZero } from '../../parts/exact.ts';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { server } from '../../server/api.ts';
import { useVendor } from '../../server/known.ts';
import { useMayPost, useMe } from '../../server/me.ts';
import { Grid } from '../../table/Grid.tsx';
import { AskApproval, isAsked } from '../approvals/AskApproval.tsx';
import { Below, Line } from '../../table/Line.tsx';
import { PapersToCome } from './PapersToCome.tsx';
import { type Back, isShown, NOTHING_BACK, parts, type ReturnBody, returnOf } from './returnBody.ts';
import { returnColumns, type ReturnRow } from './returnColumns.ts';
import { Empty } from '../../parts/Empty.tsx';

interface Returnable {
  readonly rows: readonly ReturnableLine[];
  readonly more: boolean;
}

/** Goods go back to their vendor, from the receipts that they came with: before they are billed, or after. */
export function NewReturn() {
  const { vendor = '' } = useParams();
  const lines = server.useReturnableLinesQuery({ params: { id: vendor } }, { refetchOnMountOrArgChange: true });
  if (lines.isError)
    return (
      <div className="body">
        <Problem error={lines.error} again={lines.refetch} />
      </div>
    );
  return lines.currentData ? <Returning key={vendor} vendor={vendor} returnable={lines.currentData} /> : null;
}

function Returning({ vendor, returnable }: { vendor: string; returnable: Returnable }) {
  const { draft = '' } = useParams();
  const [asked] = useSearchParams();
  const { company } = useMe();
  const known = useVendor(vendor);
  const entering = useDraft<'return', ReturnBody>({
    kind: 'return',
    id: draft,
    blank: () => ({ vendor, date: company.today, reference: '', find: asked.get('find') ?? '', back: {} }),
    toCommand: (body) => returnOf(body, returnable.rows),
    title: () => known?.name ?? '',
  });
  const mayReturn = useMayPost('return');
  const { body, change, refusals } = entering;
  if (!body) return null;
  const rows = returnable.rows
    .filter((line) => isShown(body, line))
    .map((line): ReturnRow => ({ line, back: body.back[line.line] ?? NOTHING_BACK }));
  const sent = returnable.rows.filter(({ line }) => body.back[line]?.quantity).map(({ line }) => line);
  const set = (line: string, to: Partial<Back>) =>
    change({ back: { ...body.back, [line]: { ...(body.back[line] ?? NOTHING_BACK), ...to } } });
  return (
    <div className="screen">
      <Head title={known?.name ?? ''} more={say('returns.return')} about={say('returns.new_about')} />
      <div className="body">
        <div className="fields">
          <DateField name={say('word.date')} body={body} change={change} refusals={refusals} />
          <Field name={say('returns.number')}>
            <Cell
              label={say('returns.number')}
              value={body.reference}
              wrong={wrongAt(refusals, '/reference')}
              onChange={(reference) => change({ reference })}
            />
          </Field>
          <Field name={say('returns.find')} wide>
            <Cell
              label={say('returns.find')}
              value={body.find}
              placeholder={say('returns.find_hint')}
              onChange={(find) => change({ find })}
            />
          </Field>
        </div>
        <Cut list={returnable} />
        {rows.length === 0 ? (
          <Empty title={say(returnable.rows.length === 0 ? 'returns.nothing_here' : 'returns.nothing_found')} />
        ) : (
          <Grid
            name="return-lines"
            label={say('returns.lines')}
            columns={returnColumns()}
            lines={rows}
            write={(changed) =>
              change({
                back: {
                  ...body.back,
                  ...Object.fromEntries([...changed.values()].map(({ line, back }) => [line.line, back])),
                },
              })
            }
            draw={(at, place) => {
              const { line, back } = rows[at] as ReturnRow;
              const pointer = `/lines/${sent.indexOf(line.line)}`;
              const name = `${line.item.name}, ${line.receipt.number}`;
              const of = parts(line, back.quantity);
              const notOwn = refusals.some(
                (refusal) => refusal.reason === 'return_not_on_hand' && refusal.at === pointer,
              );
              return (
                <Line
                  key={line.line}
                  place={place}
                  title={{ item: line.item.number }}
                  cells={{
                    item: line.item.name,
                    receipt: (
                      <>
                        {line.receipt.number} <span className="dim">{showDay(line.receipt.date)}</span>
                      </>
                    ),
                    order: line.order.number,
                    received: showFigure(line.received),
                    left: showFigure(line.left),
                    quantity: (
                      <FigureCell
                        label={say('returns.quantity_of', { name })}
                        value={back.quantity}
                        wrong={
                          wrongAt(refusals, `${pointer}/quantity`) ?? (notOwn ? undefined : wrongAt(refusals, pointer))
                        }
                        onChange={(quantity) => set(line.line, { quantity })}
                      />
                    ),
                    unit: line.item.unit,
                    unbilled: isZero(of.unbilled || '0') ? '' : showFigure(of.unbilled),
                    billed: isZero(of.billed || '0') ? '' : showFigure(of.billed),
                    instead: back.quantity && (
                      <Choice
                        label={say('returns.instead_of', { name })}
                        value={back.replace ? 'replace' : 'credit'}
                        options={[
                          ['credit', say(isZero(of.billed || '0') ? 'returns.not_billed' : 'returns.credit')],
                          ['replace', say('returns.replacement')],
                        ]}
                        onChange={(to) => set(line.line, { replace: to === 'replace' })}
                      />
                    ),
                    reason: back.quantity && (
                      <Cell
                        label={say('returns.reason_of', { name })}
                        list="return-reasons"
                        value={back.reason}
                        onChange={(reason) => set(line.line, { reason })}
                      />
                    ),
                    photo: back.quantity && (
                      <Photo
                        label={say('returns.photo_of', { name })}
                        id={back.photo ?? ''}
                        onKept={(photo) => set(line.line, { photo })}
                      />
                    ),
                  }}
                >
                  {back.quantity && line.item.tracking !== 'none' && (
                    <LotsOut
                      item={line.item}
                      line={name}
                      warehouse={line.warehouse.id}
                      quantity={back.quantity}
                      parts={back.lots}
                      wrong={(below) => wrongAt(refusals, `${pointer}/lots${below}`)}
                      onChange={(lots) => set(line.line, { lots })}
                    />
                  )}
                  {(notOwn || back.confirmed) && back.quantity && (
                    <Below>
                      <label className="flex gap-2 py-1">
                        <input
                          type="checkbox"
                          className="accent-bronze"
                          checked={back.confirmed}
                          onChange={() => set(line.line, { confirmed: !back.confirmed })}
                        />
                        <span>
                          {notOwn && <span className="wrong">{wrongAt(refusals, pointer)}</span>}{' '}
                          {say('returns.confirm')}
                        </span>
                      </label>
                    </Below>
                  )}
                </Line>
              );
            }}
          />
        )}
      </div>
      <Suggested register="return-reasons" field="code" />
      <Footing
        entering={entering}
        allowed={mayReturn}
        action={say('returns.post')}
        waitingFor={say('returns.begin')}
        above={<PapersToCome rows={rows} />}
        note={
          isAsked(entering) ? (
            <AskApproval kind="return" draft={draft} entering={entering} />
          ) : (
            <p className="dim">{say('returns.own_cost')}</p>
          )
        }
      />
    </div>
  );
}
