import { useState } from 'react';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { AdviceView } from '@obolus/contract/views/receiving';
import type { OpenOrderLine } from '@obolus/contract/views/orders';
import { readScan } from '@obolus/core/scanning/gs1';
import { server } from '../../server/api.ts';
import { useVendor } from '../../server/known.ts';
import { useDraft, wrongAt } from '../../drafts/useDraft.ts';
import { Footing } from '../../frame/Footing.tsx';
import { useMayPost, useMe } from '../../server/me.ts';
import { Cell, Field } from '../../parts/Cells.tsx';
import { showFigure } from '../../locale/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { AnotherBill, DateField, WarehouseField } from '../../drafts/HeaderFields.tsx';
import { Suggested } from '../../parts/Suggested.tsx';
import { HeldRows } from './HeldRows.tsx';
import { type HeldRow, count, type Counted, fromAdvice, NOTHING_COUNTED, toSend } from './counting.ts';
import { ReceivingGrid } from './ReceivingGrid.tsx';
import { ScanField } from './ScanField.tsx';
import { ScannerStandIn } from './ScannerStandIn.tsx';
import { BillCharges, type BilledCharge } from './BillCharges.tsx';
import { say, sayAll, sayWith } from '../../locale/say.ts';

interface Body extends Omit<BodyOf<'receipt'>, 'lines' | 'held' | 'bill'>, Counted {
  /** The vendor's number of the bill, where that came with the goods. */
  readonly billNumber: string;
  readonly billAnother: string;
  readonly billCharges?: readonly BilledCharge[];
}

/** One delivery of a vendor, counted by typing or scanning: over several orders, parts of them, more or less than was due. */
export function Delivery({ vendor, draft, lines }: { vendor: string; draft: string; lines: readonly OpenOrderLine[] }) {
  const me = useMe();
  const warehouses = server.useWarehousesQuery();
  const name = useVendor(vendor)?.name ?? '';
  const [here, setHere] = useState('');
  const entering = useDraft<'receipt', Body>({
    kind: 'receipt',
    id: draft,
    blank: () => ({
      vendor,
      date: me.company.today,
      warehouse: '',
      packingSlip: '',
      shipment: '',
      billNumber: '',
      billAnother: '',
      ...NOTHING_COUNTED,
    }),
    toCommand: ({
      quantities,
      units,
      lots,
      last,
      held,
      further,
      billNumber,
      billAnother,
      billCharges = [],
      ...body
    }) => {
      const sent = toSend(lines, { quantities, units, lots, last, held, further });
      if (sent.lines.length + (sent.held?.length ?? 0) === 0) return undefined;
      const warehouse = body.warehouse || (usualWarehouse(lines, quantities) ?? warehouses.data?.rows[0]?.id ?? '0');
      return {
        ...body,
        warehouse,
        ...sent,
        ...(billNumber.trim() === ''
          ? {}
          : {
              bill: {
                reference: billNumber,
                another: billAnother,
                charges: billCharges.filter(({ amount }) => amount !== ''),
              },
            }),
      };
    },
    title: () => name,
  });
  const { body, change, refusals } = entering;
  const mayReceive = useMayPost('receipt');
  const mayBill = useMayPost('bill');
  const advices = server.useAdvicesQuery();
  const announced = (advices.data?.rows ?? []).filter((advice) => advice.vendor.id === vendor);
  if (!body) return null;
  const fillIn = (advice: AdviceView) =>
    change({ ...fromAdvice(lines, advice), packingSlip: advice.number, shipment: advice.shipment || body.shipment });
  const setHeld = (row: Partial<HeldRow>) =>
    change({
      held: [...body.held, { of: '', item: '', what: '', quantity: '', reason: '', place: '', photo: '', ...row }],
    });
  const scan = (text: string): string => {
    const scanned = readScan(text);
    const found = scanned && count(lines, body, scanned);
    if (!found) return say('receiving.nothing_waits', { text: text.trim(), name });
    change(found.counted);
    setHere(found.line ?? '');
    return found.says;
  };
  const allOfIt = () =>
    change({
      quantities: Object.fromEntries(lines.filter((line) => line.barred === '').map((line) => [line.line, line.open])),
      units: {},
    });
  return (
    <div className="screen dock">
      <Head
        title={name}
        more={say('receiving.goods_receipt')}
        about={say('receiving.outstanding_of', {
          lines: lines.length,
          orders: new Set(lines.map((line) => line.order.id)).size,
        })}
      >
        {me.company.standIns && <ScannerStandIn lines={lines} />}
        {!me.company.blind && (
          <button type="button" className="btn quiet" onClick={allOfIt}>
            {say('receiving.all_came')}
          </button>
        )}
      </Head>
      <div className="body">
        <div className="fields">
          <Field name={say('receiving.scan')} wide>
            <ScanField label={say('receiving.scan')} placeholder={say('receiving.scan_hint')} onScan={scan} />
          </Field>
          <DateField name={say('receiving.received_on')} body={body} change={change} refusals={refusals} />
          <Field name={say('word.packing_slip')}>
            <Cell
              label={say('word.packing_slip')}
              value={body.packingSlip}
              onChange={(packingSlip) => change({ packingSlip })}
            />
          </Field>
          <Field name={say('word.shipment')}>
            <Cell
              label={say('word.shipment')}
              list="shipments"
              value={body.shipment}
              placeholder={say('orders.shipment_examples')}
              onChange={(shipment) => change({ shipment })}
            />
            <Suggested register="shipments" field="number" />
          </Field>
          <WarehouseField name={say('orders.into_warehouse')} body={body} change={change} refusals={refusals} />
          {mayBill && (
            <Field name={say('receiving.its_bill')}>
              <Cell
                label={say('receiving.bill_number')}
                placeholder={say('receiving.vendors_number')}
                value={body.billNumber}
                wrong={wrongAt(refusals, '/bill/reference')}
                onChange={(billNumber) => change({ billNumber })}
              />
            </Field>
          )}
          <AnotherBill
            at="/bill/reference"
            value={body.billAnother}
            refusals={refusals}
            onChange={(billAnother) => change({ billAnother })}
          />
        </div>
        {mayBill && body.billNumber.trim() !== '' && (
          <BillCharges
            charges={body.billCharges ?? []}
            change={(billCharges) => change({ billCharges })}
            refusals={refusals}
          />
        )}
        {announced.map((advice) => (
          <Announced
            key={advice.id}
            advice={advice}
            filled={body.packingSlip === advice.number}
            onFill={() => fillIn(advice)}
          />
        ))}
        <ReceivingGrid
          lines={lines}
          counted={body}
          change={change}
          reject={(line) => setHeld({ of: line.line })}
          refusals={refusals}
          today={me.company.today}
          here={here}
        />
        {body.held.length > 0 && (
          <HeldRows
            rows={body.held}
            lines={lines}
            warehouse={body.warehouse}
            refusals={refusals}
            change={(held) => change({ held })}
          />
        )}
        <p className="pt-3">
          <button type="button" className="act" onClick={() => setHeld({})}>
            {say('receiving.without_order')}
          </button>
        </p>
      </div>
      <Footing
        entering={entering}
        allowed={mayReceive}
        action={say('receiving.post_receipt')}
        waitingFor={say('receiving.begin')}
        note={<p className="dim">{say('receiving.at_order_price')}</p>}
      />
    </div>
  );
}

/** The warehouse that the lines that came were ordered into, if that is one. */
function usualWarehouse(lines: readonly OpenOrderLine[], quantities: Counted['quantities']): string | undefined {
  const wanted = new Set(lines.filter((line) => quantities[line.line]).flatMap((line) => line.warehouse?.id ?? []));
  return wanted.size === 1 ? [...wanted][0] : undefined;
}

/** What the vendor announced of this delivery: fills in what it says; what nobody knows stays to be seen. */
function Announced({ advice, filled, onFill }: { advice: AdviceView; filled: boolean; onFill: () => void }) {
  const unknown = advice.lines.filter(({ problem }) => problem.length > 0);
  return (
    <div className="mb-3 border-l-4 border-bronze bg-sheet px-3 py-2">
      {sayWith('receiving.announces', {
        number: advice.number,
        lines: advice.lines.length,
        b: (text) => <b>{text}</b>,
      })}
      {advice.arrives && say('receiving.to_arrive', { day: { day: advice.arrives } })}
      {advice.shipment && say('receiving.in_shipment', { shipment: advice.shipment })}
      {filled ? (
        <span className="dim">{say('receiving.filled_in')}</span>
      ) : (
        <button type="button" className="act ml-4" onClick={onFill}>
          {say('receiving.fill_in')}
        </button>
      )}
      {unknown.map((line, at) => (
        <div key={at} className="text-over">
          {say('receiving.unknown_line', {
            quantity: showFigure(line.quantity),
            said: line.said,
            why: sayAll(line.problem),
          })}
        </div>
      ))}
    </div>
  );
}
