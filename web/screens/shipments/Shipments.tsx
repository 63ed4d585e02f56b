import { Link, useNavigate } from 'react-router';
import type { ShipmentRow } from '@obolus/contract/views/shipments';
import type { MessageId } from '@obolus/messages/message';
import { figureText } from '../../locale/cellTexts.ts';
import { showDay, showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { walkRows } from '../../lists/Rows.tsx';
import { Cut } from '../../parts/Cut.tsx';
import { isZero, portion } from '../../parts/exact.ts';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { server } from '../../server/api.ts';
import { useMe } from '../../server/me.ts';
import type { Column } from '../../table/column.ts';
import { Line } from '../../table/Line.tsx';
import { ReadTable } from '../../table/ReadTable.tsx';
import { Empty } from '../../parts/Empty.tsx';

/** Shipments with what came of each and what its charges come to beside the goods; what is missing stands out. */
export function Shipments() {
  const shipments = server.useShipmentsQuery();
  const { company } = useMe();
  const rows = shipments.data?.rows ?? [];
  return (
    <div className="screen">
      <Head title={say('shipments.title')} about={say('shipments.about')}>
        <Link className="btn quiet" to="/setup/shipments/new">
          {say('shipments.new')}
        </Link>
      </Head>
      <div className="body">
        {shipments.isError && <Problem error={shipments.error} again={shipments.refetch} />}
        <Cut list={shipments.data} />
        {shipments.data && rows.length === 0 ? (
          <Empty title={say('shipments.none')} more={say('shipments.none_more')} />
        ) : (
          <ShipmentTable rows={rows} currency={company.currency} />
        )}
      </div>
    </div>
  );
}

const columnsIn = (currency: string): Column<ShipmentRow>[] => [
  { id: 'number', title: say('word.shipment'), always: true, text: ({ number }) => number },
  { id: 'carrier', title: say('word.carrier'), className: 'words', text: ({ carrier }) => carrier ?? '' },
  { id: 'mode', title: say('word.mode') },
  { id: 'arrives', title: say('shipments.arrives') },
  { id: 'vendors', title: say('word.vendor'), className: 'name' },
  { id: 'outstanding', title: say('shipments.outstanding_lines'), className: 'num' },
  {
    id: 'goods',
    title: say('shipments.goods_received', { currency }),
    className: 'num',
    text: ({ goods }) => figureText(goods),
  },
  { id: 'charges', title: say('shipments.charges_allocated', { currency }), className: 'num' },
  { id: 'percent', title: say('shipments.of_goods'), className: 'num dim' },
  { id: 'missing', title: say('shipments.missing'), className: 'words' },
];

function ShipmentTable({ rows, currency }: { rows: readonly ShipmentRow[]; currency: string }) {
  const navigate = useNavigate();
  const columns = columnsIn(currency);
  return (
    <div onKeyDown={walkRows}>
      <ReadTable
        name="shipments"
        label={say('shipments.title')}
        columns={columns}
        lines={rows}
        draw={(row, _at, place) => {
          const to = `/shipments/${encodeURIComponent(row.number)}`;
          return (
            <Line
              key={row.number}
              place={place}
              className="cursor-pointer"
              row={{
                tabIndex: 0,
                onClick: () => void navigate(to),
                onKeyDown: (event) => {
                  if (event.key === 'Enter' && event.target === event.currentTarget) void navigate(to);
                },
              }}
              title={{ vendors: row.vendors, missing: row.missing }}
              cells={{
                number: (
                  <Link
                    to={to}
                    tabIndex={-1}
                    className="strong hover:text-bronze"
                    onClick={(event) => event.stopPropagation()}
                  >
                    {row.number}
                  </Link>
                ),
                carrier: row.carrier,
                mode: row.mode && say(`choice.${row.mode}` as MessageId),
                arrives: row.arrived
                  ? say('shipments.arrived_on', { day: { day: row.arrived } })
                  : showDay(row.arrives),
                vendors: row.vendors,
                outstanding: row.outstanding === 0 ? '–' : row.outstanding,
                goods: isZero(row.goods) ? '–' : showFigure(row.goods),
                charges: isZero(row.charges) ? '–' : showFigure(row.charges),
                percent: isZero(row.goods) ? '' : showFigure((portion(row.charges, row.goods) * 100).toFixed(1)),
                missing:
                  row.missing && !isZero(row.goods) ? <span className="text-short">▼ {row.missing}</span> : row.missing,
              }}
            />
          );
        }}
      />
    </div>
  );
}
