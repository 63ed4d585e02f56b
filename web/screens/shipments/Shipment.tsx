import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import type { ShipmentView } from '@obolus/contract/views/shipments';
import type { MessageId } from '@obolus/messages/message';
import { opened } from '../../drafts/draftSlice.ts';
import { useAppDispatch } from '../../drafts/store.ts';
import { showDay, showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { useChargeKinds, usualBasis } from '../../parts/chargeKinds.ts';
import { isZero, sumOf } from '../../parts/exact.ts';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { server } from '../../server/api.ts';
import { useMayPost, useMe } from '../../server/me.ts';
import type { Body } from '../landing/sheet.ts';
import { type Belonging, belongingTo } from './belonging.ts';
import { JoinGoods } from './JoinGoods.tsx';
import { JoinReceived } from './JoinReceived.tsx';
import { Received } from './Received.tsx';
import { ShareAnew } from './ShareAnew.tsx';

/** The control sheet of a shipment: which charges are expected, came and are missing, what came of the goods and what each unit costs here. */
export function Shipment() {
  const { shipment: number = '' } = useParams();
  const known = server.useShipmentQuery({ params: { number } });
  const received = server.useReceivedLinesQuery({ query: { shipment: number } });
  const open = server.useOpenChargesQuery();
  const kinds = useChargeKinds();
  const [chosen, setChosen] = useState<Readonly<Record<string, boolean>>>({});
  const { company } = useMe();
  const mayAllocate = useMayPost('allocation');
  const mayJoin = useMayPost('order-change');
  const maySayGoods = useMayPost('shipment-goods');
  const [joining, setJoining] = useState<'ordered' | 'received' | 'shared'>();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const error = known.error ?? received.error;
  if (error)
    return (
      <div className="body">
        <Problem error={error} again={() => Promise.all([known.refetch(), received.refetch()])} />
      </div>
    );
  if (!known.currentData || !received.currentData) return null;
  const shipment = known.currentData;
  const lines = received.currentData.rows;
  const firstCame = lines.map(({ receipt }) => receipt.date).sort()[0];
  const belonging = belongingTo(shipment, firstCame, open.data?.rows ?? []);
  // What is nearly surely its own is taken unless somebody says otherwise.
  const isTaken = ({ charge, isLikely }: Belonging) => chosen[charge.line] ?? isLikely;
  const land = () => {
    const id = crypto.randomUUID();
    const charges = belonging
      .filter(isTaken)
      .map(({ charge }) => ({ of: charge.line, basis: usualBasis(kinds, charge.kind), fixed: {} }));
    const body: Body = { date: company.today, entry: '', charges, to: lines.map(({ line }) => line) };
    dispatch(opened({ id, kind: 'allocation', body, version: 0 }));
    void navigate(`/landing/${id}`);
  };
  return (
    <div className="screen">
      <Head
        title={number}
        more={shipment.mode && say(`choice.${shipment.mode}` as MessageId)}
        about={<Way shipment={shipment} />}
      >
        <Link
          className="btn quiet"
          to={shipment.entry === null ? '/setup/shipments/new' : `/setup/shipments/${shipment.entry}`}
        >
          {shipment.entry === null ? say('shipments.new') : say('shipments.edit')}
        </Link>
        {mayAllocate && lines.length > 0 && (
          <button type="button" className="btn" onClick={land}>
            {say('shipments.land')}
          </button>
        )}
      </Head>
      <div className="body flex flex-col gap-6">
        <Charges shipment={shipment} currency={company.currency} />
        {belonging.length > 0 && (
          <section aria-label={say('shipments.may_belong')}>
            <h2 className="title">{say('shipments.may_belong')}</h2>
            {belonging.map((one) => (
              <label key={one.charge.line} className="flex gap-3 py-1 border-b border-rule">
                {mayAllocate && (
                  <input
                    type="checkbox"
                    className="accent-bronze"
                    aria-label={say('shipments.take', { kind: one.charge.kind, number: one.charge.bill.number })}
                    checked={isTaken(one)}
                    onChange={(event) => setChosen({ ...chosen, [one.charge.line]: event.target.checked })}
                  />
                )}
                <span className="grow">
                  {one.charge.vendor} {one.charge.bill.number}{' '}
                  <span className="dim">
                    {one.charge.kind}, {showDay(one.charge.bill.date)} ·{' '}
                    {[
                      one.isDeclared
                        ? say('shipments.by_entry')
                        : one.isCarriers
                          ? say('shipments.by_carrier')
                          : say('shipments.by_kind'),
                      one.days !== undefined &&
                        (one.days < 0
                          ? say('shipments.billed_before', { days: -one.days })
                          : say('shipments.billed_after', { days: one.days })),
                    ]
                      .filter(Boolean)
                      .join(', ')}
                  </span>
                </span>
                <span>{showFigure(one.charge.left)}</span>
              </label>
            ))}
          </section>
        )}
        <Received lines={lines} currency={company.currency} />
        <Coming lines={shipment.coming} currency={company.currency} />
        <div className="flex gap-5">
          {mayJoin && (
            <button type="button" className="act" onClick={() => setJoining('ordered')}>
              {say('shipments.join_goods')}
            </button>
          )}
          {mayJoin && shipment.anew.length > 0 && (
            <button type="button" className="act" onClick={() => setJoining('shared')}>
              {say('shipments.share_open')}
            </button>
          )}
          {maySayGoods && (
            <button type="button" className="act" onClick={() => setJoining('received')}>
              {say('shipments.join_received')}
            </button>
          )}
        </div>
        {joining === 'ordered' && <JoinGoods shipment={number} onDone={() => setJoining(undefined)} />}
        {joining === 'shared' && (
          <ShareAnew shipment={number} anew={shipment.anew} onDone={() => setJoining(undefined)} />
        )}
        {joining === 'received' && <JoinReceived shipment={number} onDone={() => setJoining(undefined)} />}
      </div>
    </div>
  );
}

/** Who carries it, from where to where, when. */
function Way({ shipment }: { shipment: ShipmentView }) {
  const { carrier, vessel, from, to, incoterm, departed, departs, arrived, arrives, seal, weight, volume, note } =
    shipment;
  const left = departed ?? departs;
  const parts = [
    carrier?.name,
    vessel,
    [from, to].filter(Boolean).join(' → '),
    incoterm,
    left && showDay(left),
    arrived
      ? say('shipments.arrived_on', { day: { day: arrived } })
      : arrives && say('shipments.arrives_on', { day: { day: arrives } }),
    seal,
    weight && volume && say('shipments.stated', { weight: { figure: weight }, volume: { figure: volume } }),
    note,
  ];
  return <>{parts.filter(Boolean).join(' · ')}</>;
}

function Charges({ shipment: { charges, incoterm }, currency }: { shipment: ShipmentView; currency: string }) {
  return (
    <section aria-label={say('shipments.charges')}>
      <h2 className="title">{say('shipments.charges')}</h2>
      {charges.length === 0 ? (
        <p className="dim">{say('shipments.no_charges')}</p>
      ) : (
        <table className="sheet" aria-label={say('shipments.charges')}>
          <thead>
            <tr>
              <th>{say('shipments.charge')}</th>
              <th>{say('shipments.why')}</th>
              <th className="num">{say('shipments.estimated')}</th>
              <th className="num">{say('shipments.estimate_left')}</th>
              <th className="num">{say('shipments.allocated')}</th>
              <th className="w-full">{say('shipments.bills')}</th>
            </tr>
          </thead>
          <tbody>
            {charges.map(({ kind, expected, allocated, bills }) => (
              <tr key={kind}>
                <td className="strong">
                  <span className="sentence">{kind}</span>
                </td>
                <td className="dim">
                  {[
                    expected.incoterm && say('shipments.by_incoterm', { incoterm }),
                    !isZero(expected.estimated) && say('shipments.by_estimate'),
                  ]
                    .filter(Boolean)
                    .join(', ') || say('shipments.not_expected')}
                </td>
                <td className="num">{isZero(expected.estimated) ? '–' : showFigure(expected.estimated)}</td>
                <td className="num">{isZero(expected.estimateLeft) ? '–' : showFigure(expected.estimateLeft)}</td>
                <td className="num strong">{bills.length === 0 ? '' : showFigure(allocated)}</td>
                <td>
                  {bills.length === 0 && <span className="signal short">▼ {say('shipments.is_missing')}</span>}
                  {bills.map((bill) => (
                    <span key={bill.id} className="mr-5">
                      <Link className="act" to={`/documents/${bill.id}`}>
                        {bill.vendor} {bill.number}
                      </Link>{' '}
                      <span className="dim">{showFigure(bill.amount)}</span>
                    </span>
                  ))}
                </td>
              </tr>
            ))}
          </tbody>
          <tfoot>
            <tr>
              <td colSpan={4}>{say('status.total')}</td>
              <td className="num">
                {showFigure(
                  sumOf(
                    charges.map(({ allocated }) => allocated),
                    currency,
                  ),
                )}
              </td>
              <td />
            </tr>
          </tfoot>
        </table>
      )}
    </section>
  );
}

function Coming({ lines, currency }: { lines: ShipmentView['coming']; currency: string }) {
  return (
    <section aria-label={say('shipments.coming')}>
      <h2 className="title">{say('shipments.coming')}</h2>
      {lines.length === 0 ? (
        <p className="dim">{say('shipments.nothing_comes')}</p>
      ) : (
        <table className="sheet" aria-label={say('shipments.coming')}>
          <thead>
            <tr>
              <th>{say('word.item')}</th>
              <th>{say('word.order')}</th>
              <th>{say('word.vendor')}</th>
              <th>{say('word.due')}</th>
              <th className="num">{say('word.outstanding')}</th>
              <th className="num">{say('shipments.worth', { currency })}</th>
            </tr>
          </thead>
          <tbody>
            {lines.map((line) => (
              <tr key={line.line}>
                <td className="name">{line.item}</td>
                <td>
                  <Link className="act" to={`/documents/${line.order.id}`}>
                    {line.order.number}
                  </Link>
                </td>
                <td>{line.vendor}</td>
                <td>{showDay(line.due)}</td>
                <td className="num">
                  {showFigure(line.quantity)} <span className="dim">{line.unit}</span>
                </td>
                <td className="num strong">{showFigure(line.worth)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
