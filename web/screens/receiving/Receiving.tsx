import { Fragment } from 'react';
import { Link, useParams } from 'react-router';
import type { BodyOf } from '@obolus/contract/commands';
import type { OpenOrderLine } from '@obolus/contract/views';
import { server } from '../../app/api.ts';
import { useDraft, wrongAt, type Entering } from '../../drafts/useDraft.ts';
import { Footing } from '../../frame/Footing.tsx';
import { useMayPost, useMe } from '../../frame/me.ts';
import { byVendor } from '../../parts/byVendor.ts';
import { Cell, Field, FigureCell } from '../../parts/Cells.tsx';
import { count, showDay, showFigure } from '../../parts/figures.ts';
import { gridKeys } from '../../parts/gridKeys.ts';
import { Head } from '../../parts/Head.tsx';
import { DateField, WarehouseField } from '../../parts/HeaderFields.tsx';
import { LotsIn } from '../../parts/LotCells.tsx';
import { lotsToSend, type LotPart } from '../../parts/lots.ts';
import { Problem } from '../../parts/Problem.tsx';

/** Quantities and lots by order line; a line without a quantity is not received. */
interface Body extends Omit<BodyOf<'receipt'>, 'lines'> {
  readonly quantities: Readonly<Record<string, string>>;
  readonly lots: Readonly<Record<string, readonly LotPart[]>>;
}

/** What is still due from each vendor at the left, one delivery at the right: it may cover several orders, and parts of them. */
export function Receiving() {
  const { vendor = '', draft = '' } = useParams();
  const all = server.useOpenOrderLinesQuery();
  const waiting = byVendor(all.data?.rows ?? []);
  return (
    <div className="aside">
      <nav aria-label="Vendors with goods to come">
        <header>
          <b>{count(waiting.size, 'vendor')}</b> with goods to come
        </header>
        {[...waiting.values()].map((group) => (
          <Link key={group.id} className="pick" to={`/receiving/${group.id}`} aria-current={group.id === vendor}>
            <span>
              <b className="strong">{group.name}</b>
              {group.lines.length}
            </span>
            <small>
              {[...new Set(group.lines.map((line) => line.order.number))].join(', ')}
              {group.lines[0]?.due ? ` · due ${showDay(group.lines[0].due)}` : ''}
            </small>
          </Link>
        ))}
      </nav>
      {all.isError ? (
        <div className="body">
          <Problem error={all.error} again={all.refetch} />
        </div>
      ) : vendor === '' || draft === '' ? (
        <div className="body">
          <div className="empty">
            <h2>{waiting.size > 0 ? 'Who delivers?' : 'Nothing is due'}</h2>
            <p>
              {waiting.size > 0
                ? 'Choose the vendor at the left. One receipt may cover several of its orders, or a part of one.'
                : 'Goods are received against orders. When an order is placed, its lines wait here.'}
            </p>
          </div>
        </div>
      ) : (
        all.data && <Delivery key={draft} vendor={vendor} draft={draft} lines={waiting.get(vendor)?.lines ?? []} />
      )}
    </div>
  );
}

function Delivery({ vendor, draft, lines }: { vendor: string; draft: string; lines: readonly OpenOrderLine[] }) {
  const me = useMe();
  const vendors = server.useVendorsQuery();
  const warehouses = server.useWarehousesQuery();
  const name = vendors.data?.rows.find((entry) => entry.id === vendor)?.name ?? '';
  const entering = useDraft<'receipt', Body>({
    kind: 'receipt',
    id: draft,
    blank: () => ({ vendor, date: me.company.today, warehouse: '', packingSlip: '', transport: '', quantities: {}, lots: {} }),
    toCommand: ({ quantities, lots, ...body }) => {
      const received = lines.flatMap((line) => {
        const quantity = quantities[line.line] ?? '';
        return quantity === '' ? [] : [{ of: line.line, quantity, ...lotsToSend(line.item.tracking, lots[line.line], quantity) }];
      });
      return received.length === 0 ? undefined : { ...body, warehouse: body.warehouse || (warehouses.data?.rows[0]?.id ?? '0'), lines: received };
    },
    title: () => `Receipt from ${name}`,
  });
  const { body, change, refusals } = entering;
  const mayReceive = useMayPost('receipt');
  if (!body) return null;
  return (
    <div className="screen">
      <Head
        title={name}
        more="goods receipt"
        about={`${count(lines.length, 'line')} of ${count(new Set(lines.map((line) => line.order.id)).size, 'order')} still to come`}
      >
        <button
          type="button"
          className="btn quiet"
          onClick={() => change({ quantities: Object.fromEntries(lines.filter((line) => line.barred === '').map((line) => [line.line, line.open])) })}
        >
          All of it came
        </button>
      </Head>
      <div className="body">
        <div className="fields">
          <DateField name="Received on" body={body} change={change} refusals={refusals} />
          <Field name="Packing slip">
            <Cell label="Packing slip" value={body.packingSlip} autoFocus onChange={(packingSlip) => change({ packingSlip })} />
          </Field>
          <Field name="Transport">
            <Cell label="Transport" value={body.transport} placeholder="Container, waybill …" onChange={(transport) => change({ transport })} />
          </Field>
          <WarehouseField name="Into warehouse" body={body} change={change} refusals={refusals} />
        </div>
        <ReceivingGrid entering={entering} body={body} lines={lines} today={me.company.today} />
      </div>
      <Footing
        entering={entering}
        allowed={mayReceive}
        action="Post receipt"
        waitingFor="Enter what came of each line."
        note={<p className="dim">Goods come in at the order’s price, against goods received not invoiced, until the bill is here.</p>}
      />
    </div>
  );
}

function ReceivingGrid({
  entering: { change, refusals },
  body,
  lines,
  today,
}: {
  entering: Entering<Body>;
  body: Body;
  lines: readonly OpenOrderLine[];
  today: string;
}) {
  const sent = lines.filter((line) => body.quantities[line.line]).map((line) => line.line);
  return (
    <table className="sheet ruled" aria-label="Lines still to come">
      <thead>
        <tr>
          <th>Item</th>
          <th>Order</th>
          <th>Due</th>
          <th className="num">Ordered</th>
          <th className="num">Came before</th>
          <th className="num">Still due</th>
          <th className="num min-w-[120px]">Came now</th>
          <th className="min-w-[56px]">Unit</th>
          <th className="num">Order price</th>
        </tr>
      </thead>
      <tbody onKeyDown={gridKeys({})}>
        {lines.map((line) => {
          const at = `/lines/${sent.indexOf(line.line)}`;
          const quantity = body.quantities[line.line] ?? '';
          return (
            <Fragment key={line.line}>
              <tr>
                <td className="name" title={`${line.item.number} ${line.item.name}`}>
                  {line.item.name} <span className="dim">{line.item.number}</span>
                </td>
                <td>{line.order.number}</td>
                <td>
                  {showDay(line.due)} {line.due !== null && line.due < today && <span className="text-over">▲ late</span>}
                </td>
                <td className="num">{showFigure(line.ordered)}</td>
                <td className="num dim">{showFigure(line.received)}</td>
                <td className="num">{showFigure(line.open)}</td>
                <td className="num">
                  {line.barred !== '' && quantity === '' ? (
                    <Link className="text-over" to={`/documents/${line.order.id}`} title="None of it may come in yet">
                      {line.barred}
                    </Link>
                  ) : (
                    <FigureCell
                      label={`Came now, ${line.item.name}, ${line.order.number}`}
                      value={quantity}
                      wrong={wrongAt(refusals, `${at}/quantity`) ?? wrongAt(refusals, at)}
                      onChange={(came) => change({ quantities: { ...body.quantities, [line.line]: came } })}
                    />
                  )}
                </td>
                <td className="dim">{line.item.unit || 'expense'}</td>
                <td className="num">
                  {showFigure(line.price)} <span className="dim">{line.order.currency}</span>
                </td>
              </tr>
              {line.item.tracking !== 'none' && quantity !== '' && (
                <LotsIn
                  item={line.item}
                  line={`${line.item.name}, ${line.order.number}`}
                  quantity={quantity}
                  parts={body.lots[line.line]}
                  columns={9}
                  wrong={(below) => wrongAt(refusals, `${at}/lots${below}`)}
                  onChange={(parts) => change({ lots: { ...body.lots, [line.line]: parts } })}
                />
              )}
            </Fragment>
          );
        })}
      </tbody>
    </table>
  );
}
