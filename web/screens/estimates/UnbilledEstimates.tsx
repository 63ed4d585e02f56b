import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { toast } from 'sonner';
import type { DIFFERENCES } from '@obolus/contract/kinds/allocation';
import type { UnbilledEstimate } from '@obolus/contract/views/shipments';
import { opened } from '../../drafts/draftSlice.ts';
import { useAppDispatch } from '../../drafts/store.ts';
import { useKept } from '../../entries/useKept.ts';
import { figureText, figureWritten } from '../../locale/cellTexts.ts';
import { showDay, showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { AskReason } from '../../parts/AskReason.tsx';
import { Cut } from '../../parts/Cut.tsx';
import { sumOf } from '../../parts/exact.ts';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { Lookup } from '../../parts/Lookup.tsx';
import { Choice, Field } from '../../parts/Cells.tsx';
import { useVendor } from '../../server/known.ts';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { Signal } from '../../parts/Signal.tsx';
import { saidAgainst, server } from '../../server/api.ts';
import { useMayPost, useMe } from '../../server/me.ts';
import type { Column } from '../../table/column.ts';
import { Grid } from '../../table/Grid.tsx';
import { Line } from '../../table/Line.tsx';
import { LandingTabs } from '../landing/LandingTabs.tsx';
import { awaitedOf, billFor, goodsOf, idOf } from './awaited.ts';
import { Empty } from '../../parts/Empty.tsx';

/** An estimate with what somebody typed beside it. */
interface Row extends UnbilledEstimate {
  readonly billed: string;
}

/** What was estimated and no bill replaced: who is awaited, how long, and by how much a bill that came would differ. */
export function UnbilledEstimates() {
  const { company } = useMe();
  const unbilled = server.useUnbilledEstimatesQuery();
  const [typed, setTyped, forget] = useKept<Readonly<Record<string, string>>>('unbilled-estimates', NOTHING);
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const [closing, setClosing] = useState(false);
  const rows: Row[] = (unbilled.data?.rows ?? []).map((row) => ({ ...row, billed: typed[idOf(row)] ?? '' }));
  const chosen = rows.filter((row) => ticked.has(idOf(row)));
  const mayBill = useMayPost('bill');
  const mayClose = useMayPost('estimate-closing');
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const [given, setGiven] = useState('');
  const known = useVendor(given);
  const isNobodys = chosen.length > 0 && chosen.every((row) => row.vendor === null);
  const vendor = isNobodys ? known : awaitedOf(chosen);
  const draft = () => {
    if (!vendor) return;
    const id = crypto.randomUUID();
    dispatch(opened({ id, kind: 'bill', body: billFor(chosen, vendor, typed, company), version: 0 }));
    forget();
    void navigate(`/bench/${vendor.id}/${id}`);
  };
  const tick = (row: Row) => {
    const next = new Set(ticked);
    if (!next.delete(idOf(row))) next.add(idOf(row));
    setTicked(next);
  };
  const type = (row: UnbilledEstimate, billed: string) => setTyped({ ...typed, [idOf(row)]: billed });
  return (
    <div className="screen">
      <div>
        <Head title={say('landing.unbilled_estimates')} about={say('landing.unbilled_about')}>
          {mayBill && (
            <button type="button" className="btn" disabled={!vendor} onClick={draft}>
              {vendor ? say('landing.draft_bill_of', { vendor: vendor.name }) : say('landing.draft_bill')}
            </button>
          )}
          {mayClose && (
            <button type="button" className="btn quiet" disabled={chosen.length === 0} onClick={() => setClosing(true)}>
              {say('landing.close_estimates')}
            </button>
          )}
        </Head>
        <LandingTabs />
      </div>
      <div className="body">
        {unbilled.isError && <Problem error={unbilled.error} again={unbilled.refetch} />}
        <Cut list={unbilled.data} />
        {unbilled.data && rows.length === 0 ? (
          <Empty title={say('landing.all_billed')} more={say('landing.all_billed_more')} />
        ) : (
          <>
            {isNobodys && (
              <div className="fields">
                <Field name={say('landing.bill_of')} wide>
                  <Lookup label={say('landing.bill_of')} of="vendors" chosen={known} onChange={setGiven} />
                </Field>
              </div>
            )}
            <p className="dim pb-2" role="status">
              {chosen.length === 0
                ? say('landing.tick_estimates')
                : vendor
                  ? say('landing.ticked', {
                      count: chosen.length,
                      left: showFigure(
                        sumOf(
                          chosen.map(({ left }) => left),
                          company.currency,
                        ),
                      ),
                    })
                  : say(chosen.some((row) => row.vendor) ? 'landing.ticked_of_several' : 'landing.ticked_of_nobody')}
            </p>
            <Grid
              name="unbilled-estimates"
              label={say('landing.unbilled_estimates')}
              columns={columnsIn(company.currency)}
              lines={rows}
              onLastEnter={() => undefined}
              write={(changed) => {
                const all = { ...typed };
                for (const row of changed.values()) all[idOf(row)] = row.billed;
                setTyped(all);
              }}
              draw={(at, place) => {
                const row = rows[at] as Row;
                return (
                  <Line
                    key={idOf(row)}
                    place={place}
                    cells={{
                      take: (
                        <input
                          type="checkbox"
                          className="accent-bronze"
                          aria-label={say('landing.take_estimate', { kind: row.kind, goods: goodsOf(row) })}
                          checked={ticked.has(idOf(row))}
                          onChange={() => tick(row)}
                        />
                      ),
                      vendor: row.vendor?.name ?? <span className="dim">{say('landing.nobody_awaited')}</span>,
                      kind: <span className="sentence">{row.kind}</span>,
                      goods: row.shipment ? (
                        <Link className="act" to={`/shipments/${encodeURIComponent(row.shipment)}`}>
                          {row.shipment}
                        </Link>
                      ) : (
                        row.receipts.map(({ id, number }) => (
                          <Link key={id} className="act mr-3" to={`/documents/${id}`}>
                            {number}
                          </Link>
                        ))
                      ),
                      from: row.from,
                      oldest: showDay(row.oldest),
                      days: row.days,
                      left: showFigure(row.left),
                      gap: row.billed && <Signal from={row.left} to={row.billed} atLeast={2} />,
                      billed: (
                        <FigureCell
                          label={say('landing.billed_for', { kind: row.kind, goods: goodsOf(row) })}
                          value={row.billed}
                          onChange={(billed) => type(row, billed)}
                        />
                      ),
                    }}
                  />
                );
              }}
            />
          </>
        )}
      </div>
      {closing && <Close estimates={chosen} onClose={() => setClosing(false)} onDone={() => setTicked(new Set())} />}
    </div>
  );
}

const NOTHING: Readonly<Record<string, string>> = {};

const columnsIn = (currency: string): Column<Row>[] => [
  { id: 'take', title: say('landing.take'), silent: true },
  {
    id: 'vendor',
    title: say('landing.bill_of'),
    className: 'name',
    always: true,
    text: ({ vendor }) => vendor?.name ?? '',
  },
  { id: 'kind', title: say('word.charge'), text: ({ kind }) => kind },
  { id: 'goods', title: say('landing.with_goods'), text: goodsOf },
  { id: 'from', title: say('landing.goods_of'), className: 'words', text: ({ from }) => from },
  { id: 'oldest', title: say('landing.since'), text: ({ oldest }) => oldest },
  { id: 'days', title: say('word.days'), className: 'num', text: ({ days }) => String(days) },
  {
    id: 'left',
    title: say('landing.estimated_in', { currency }),
    className: 'num strong',
    text: ({ left }) => figureText(left),
  },
  { id: 'gap', title: say('word.difference'), silent: true, room: 'min-w-[96px]' },
  {
    id: 'billed',
    title: say('landing.billed_in', { currency }),
    className: 'num',
    room: 'min-w-[120px]',
    text: ({ billed }) => figureText(billed),
    write: (row, text) => ({ ...row, billed: figureWritten(text) }),
  },
];

/** Closes what is left of estimates for which no bill will come, with the reason. */
function Close({
  estimates,
  onClose,
  onDone,
}: {
  estimates: readonly UnbilledEstimate[];
  onClose: () => void;
  onDone: () => void;
}) {
  const { company } = useMe();
  const [post, posting] = server.usePostMutation();
  const [key] = useState(() => crypto.randomUUID());
  const [difference, setDifference] = useState<(typeof DIFFERENCES)[number] | ''>('');
  const close = async (reason: string) => {
    const goes = difference === '' ? {} : { difference };
    const lines = estimates.flatMap(({ kind, lines: received }) =>
      received.map((of) => ({ of, charge: kind, ...goes })),
    );
    const { data } = await post({ kind: 'estimate-closing', body: { date: company.today, reason, lines }, key });
    if (!data) return;
    toast.success(say('landing.estimates_closed', { number: data.number }));
    onDone();
    onClose();
  };
  return (
    <AskReason
      title={say('landing.close_estimates')}
      action={say('landing.close_estimates')}
      needed
      wrong={posting.error && (saidAgainst(posting.error) ?? say('orders.not_possible'))}
      busy={posting.isLoading}
      onClose={onClose}
      onDo={(reason) => void close(reason)}
    >
      <p className="pb-2">
        {say('landing.closing_says', {
          left: showFigure(
            sumOf(
              estimates.map(({ left }) => left),
              company.currency,
            ),
          ),
        })}
      </p>
      <Field name={say('landing.closing_goes')} wide>
        <Choice
          label={say('landing.closing_goes')}
          value={difference}
          options={[
            ['', say('landing.closing_by_kind')],
            ['goods', say('landing.closing_out_of_goods')],
            ['variance', say('landing.closing_to_variance')],
          ]}
          onChange={(goes) => setDifference(goes as typeof difference)}
        />
      </Field>
    </AskReason>
  );
}
