import type { PreviewReply } from '@obolus/contract/commands';
import { DIMENSIONS } from '@obolus/contract/views/setUp';
import { server } from '../../server/api.ts';
import { Cell, Choice, Said } from '../../parts/Cells.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { Dimension } from '../../parts/Dimension.tsx';
import { ExpectedCharges } from './ExpectedCharges.tsx';
import type { OrderLine } from './orderLine.ts';
import { say } from '../../locale/say.ts';

/** What is seldom said of a line, in a row of its own below it. */
export function FurtherOfLine({
  line,
  at,
  set,
  wrong,
  goods,
  unit,
  known,
  expected,
  ruled,
}: {
  line: OrderLine;
  at: number;
  set: (to: Partial<OrderLine>) => void;
  wrong: (field: string) => string | undefined;
  goods: boolean;
  /** The item's stock unit. */
  unit: string;
  /** What one stock unit should cost once it is here, in words. */
  expected: string;
  ruled: PreviewReply['ruled'];
  /** The vendor's number for it, as far as it is known. */
  known: string;
}) {
  const warehouses = server.useWarehousesQuery();
  const codes = server.useTaxCodesQuery().data?.rows ?? [];
  return (
    <div className="flex flex-wrap items-start gap-x-8 gap-y-2">
      {goods && (
        <Said name={say('orders.vendors_number')} width="w-[130px]">
          <Cell
            label={say('orders.at_line', { what: { word: 'orders.vendor_number' }, at: at + 1 })}
            placeholder={known}
            value={line.vendorNumber ?? ''}
            wrong={wrong('vendorNumber')}
            onChange={(vendorNumber) => set({ vendorNumber })}
          />
        </Said>
      )}
      {line.packSize !== undefined && (
        <>
          <Said name={say('orders.bought_in')} width="w-[90px]">
            <Cell
              label={say('orders.at_line', { what: { word: 'orders.new_unit' }, at: at + 1 })}
              placeholder={say('orders.unit_examples')}
              value={line.unit ?? ''}
              wrong={wrong('unit')}
              onChange={(name) => set({ unit: name })}
            />
          </Said>
          <Said name={say('orders.holding', { unit })} width="w-[90px]">
            <FigureCell
              label={say('orders.at_line', { what: { word: 'orders.new_unit_holds' }, at: at + 1 })}
              value={line.packSize}
              wrong={wrong('packSize')}
              onChange={(packSize) => set({ packSize })}
            />
          </Said>
        </>
      )}
      {goods && (
        <Said name={say('orders.into')} width="w-[130px]">
          <Choice
            label={say('orders.at_line', { what: { word: 'word.warehouse' }, at: at + 1 })}
            value={line.warehouse ?? ''}
            options={[
              ['', say('orders.as_order_says')],
              ...(warehouses.data?.rows ?? []).map(({ id, name }) => [id, name] as const),
            ]}
            wrong={wrong('warehouse')}
            onChange={(warehouse) => set({ warehouse })}
          />
        </Said>
      )}
      {codes.length > 0 && (
        <Said name={say('orders.taxes')} width="w-[150px]">
          <Choice
            label={say('orders.at_line', { what: { word: 'word.tax_code' }, at: at + 1 })}
            value={line.taxCode ?? ''}
            options={[['', say('frame.none')], ...codes.map(({ code, name }) => [code, `${code}, ${name}`] as const)]}
            wrong={wrong('taxCode')}
            onChange={(taxCode) => set({ taxCode })}
          />
        </Said>
      )}
      {goods && (
        <Said name={say('orders.shipment')} width="w-[130px]">
          <Cell
            label={say('orders.at_line', { what: { word: 'word.shipment' }, at: at + 1 })}
            placeholder={say('orders.shipment_examples')}
            value={line.shipment ?? ''}
            wrong={wrong('shipment')}
            onChange={(shipment) => set({ shipment })}
          />
        </Said>
      )}
      {DIMENSIONS.map((name) => (
        <Said key={name} name={say(`word.${name}`)} width="w-[150px]">
          <Dimension
            kind={name}
            label={say('orders.at_line', { what: { word: `word.${name}` }, at: at + 1 })}
            value={line[name] ?? ''}
            wrong={wrong(name)}
            onChange={(text) => set({ [name]: text })}
          />
        </Said>
      ))}
      {goods && <ExpectedCharges line={line} at={at} set={set} wrong={wrong} expected={expected} ruled={ruled} />}
    </div>
  );
}
