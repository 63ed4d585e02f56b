import { CostOf } from '../../cost/CostOf.tsx';
import { Link } from 'react-router';
import type { LandedGoods } from '@obolus/contract/views/receiving';
import { base, quantity, QUANTITY_PLACES, unitCost } from '@obolus/core/exact/amounts';
import { decimalsOf } from '@obolus/core/exact/currencies';
import { decimalOrThrow } from '@obolus/core/exact/decimal';
import { figureText } from '../../locale/cellTexts.ts';
import { showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { difference, sumOf } from '../../parts/exact.ts';
import type { Column } from '../../table/column.ts';
import { useMayPost } from '../../server/me.ts';
import { Line } from '../../table/Line.tsx';
import { ReadTable } from '../../table/ReadTable.tsx';
import { TakeOff } from './TakeOff.tsx';

/** What one unit costs by now: everything on the line, over what was received. */
const costOf = ({ value, received }: LandedGoods, currency: string): string =>
  unitCost(
    base(decimalOrThrow(value, decimalsOf(currency))),
    quantity(decimalOrThrow(received, QUANTITY_PLACES)),
    currency,
  ) ?? '';

const columnsIn = (currency: string, mayTakeOff: boolean): Column<LandedGoods>[] => [
  { id: 'item', title: say('word.item'), className: 'name', always: true, text: ({ item }) => item.number },
  { id: 'receipt', title: say('word.receipt'), text: ({ receipt }) => receipt.number },
  { id: 'vendor', title: say('word.vendor'), text: ({ vendor }) => vendor?.name ?? '' },
  { id: 'received', title: say('word.received'), className: 'num', text: ({ received }) => figureText(received) },
  { id: 'goods', title: say('word.goods'), className: 'num', text: ({ goods }) => figureText(goods) },
  { id: 'charges', title: say('shipments.charges_allocated', { currency }), className: 'num' },
  { id: 'landed', title: say('landing.landed'), className: 'num strong', text: ({ value }) => figureText(value) },
  {
    id: 'cost',
    title: say('shipments.unit_cost'),
    className: 'num strong',
    text: (line) => figureText(costOf(line, currency)),
  },
  ...(mayTakeOff ? [{ id: 'off', title: say('word.shipment') }] : []),
];

/** What came on a shipment, with what its charges made of each unit. */
export function Received({ lines, currency }: { lines: readonly LandedGoods[]; currency: string }) {
  const columns = columnsIn(currency, useMayPost('shipment-goods'));
  const total = (of: (line: LandedGoods) => string) => showFigure(sumOf(lines.map(of), currency));
  const chargesOn = ({ value, goods }: LandedGoods) => difference(value, goods) ?? '0';
  return (
    <section aria-label={say('shipments.goods')}>
      <h2 className="title">{say('shipments.goods')}</h2>
      {lines.length === 0 ? (
        <p className="dim">{say('shipments.nothing_came')}</p>
      ) : (
        <ReadTable
          name="shipment-goods"
          label={say('shipments.goods')}
          columns={columns}
          lines={lines}
          sums={[
            {
              cells: {
                item: say('status.total'),
                goods: total(({ goods }) => goods),
                charges: total(chargesOn),
                landed: total(({ value }) => value),
              },
            },
          ]}
          draw={(line, _at, place) => {
            return (
              <Line
                key={line.line}
                place={place}
                title={{ item: `${line.item.number} ${line.item.name}` }}
                cells={{
                  item: line.item.name,
                  receipt: (
                    <Link className="act" to={`/documents/${line.receipt.id}`}>
                      {line.receipt.number}
                    </Link>
                  ),
                  vendor: line.vendor?.name,
                  received: (
                    <>
                      {showFigure(line.received)} <span className="dim">{line.item.unit}</span>
                    </>
                  ),
                  goods: showFigure(line.goods),
                  charges: showFigure(chargesOn(line), 2),
                  landed: showFigure(line.value),
                  off: <TakeOff line={line} />,
                  cost: (
                    <CostOf line={line.line} item={line.item.name} number={line.receipt.number}>
                      {showFigure(costOf(line, currency))}
                    </CostOf>
                  ),
                }}
              />
            );
          }}
        />
      )}
    </section>
  );
}
