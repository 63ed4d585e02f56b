import { useState } from 'react';
import type { BodyOf } from '@obolus/contract/commands';
import type { OpenOrderLine } from '@obolus/contract/views';
import { readScan } from '@obolus/core/scanning/gs1';
import { server } from '../../app/api.ts';
import { useDraft } from '../../drafts/useDraft.ts';
import { Footing } from '../../frame/Footing.tsx';
import { useMayPost, useMe } from '../../frame/me.ts';
import { Cell, Field } from '../../parts/Cells.tsx';
import { count as counting } from '../../parts/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { DateField, WarehouseField } from '../../parts/HeaderFields.tsx';
import { AsideRows } from './AsideRows.tsx';
import { count, NOTHING_COUNTED, toSend, type AsideRow, type Counted } from './counting.ts';
import { ReceivingGrid } from './ReceivingGrid.tsx';
import { ScanField } from './ScanField.tsx';

interface Body extends Omit<BodyOf<'receipt'>, 'lines' | 'aside'>, Counted {}

/** One delivery of a vendor, counted by typing or scanning: over several orders, parts of them, more or less than was due. */
export function Delivery({ vendor, draft, lines }: { vendor: string; draft: string; lines: readonly OpenOrderLine[] }) {
  const me = useMe();
  const vendors = server.useVendorsQuery();
  const warehouses = server.useWarehousesQuery();
  const name = vendors.data?.rows.find((entry) => entry.id === vendor)?.name ?? '';
  const [here, setHere] = useState('');
  const entering = useDraft<'receipt', Body>({
    kind: 'receipt',
    id: draft,
    blank: () => ({ vendor, date: me.company.today, warehouse: '', packingSlip: '', transport: '', ...NOTHING_COUNTED }),
    toCommand: ({ quantities, units, lots, last, aside, ...body }) => {
      const sent = toSend(lines, { quantities, units, lots, last, aside });
      if (sent.lines.length + (sent.aside?.length ?? 0) === 0) return undefined;
      return { ...body, warehouse: body.warehouse || (warehouses.data?.rows[0]?.id ?? '0'), ...sent };
    },
    title: () => `Receipt from ${name}`,
  });
  const { body, change, refusals } = entering;
  const mayReceive = useMayPost('receipt');
  if (!body) return null;
  const setAside = (row: Partial<AsideRow>) => change({ aside: [...body.aside, { of: '', item: '', what: '', quantity: '', reason: '', place: '', ...row }] });
  const scan = (text: string): string => {
    const scanned = readScan(text);
    const found = scanned && count(lines, body, scanned);
    if (!found) return `${text.trim()}: nothing from ${name} waits for this. Set it aside, or look for its order.`;
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
        more="goods receipt"
        about={`${counting(lines.length, 'line')} of ${counting(new Set(lines.map((line) => line.order.id)).size, 'order')} still to come`}
      >
        <button type="button" className="btn quiet" onClick={allOfIt}>
          All of it came
        </button>
      </Head>
      <div className="body">
        <div className="fields">
          <Field name="Scan" wide>
            <ScanField label="Scan" placeholder="A code on the goods, or an item’s number" onScan={scan} />
          </Field>
          <DateField name="Received on" body={body} change={change} refusals={refusals} />
          <Field name="Packing slip">
            <Cell label="Packing slip" value={body.packingSlip} onChange={(packingSlip) => change({ packingSlip })} />
          </Field>
          <Field name="Transport">
            <Cell label="Transport" value={body.transport} placeholder="Container, waybill …" onChange={(transport) => change({ transport })} />
          </Field>
          <WarehouseField name="Into warehouse" body={body} change={change} refusals={refusals} />
        </div>
        <ReceivingGrid
          lines={lines}
          counted={body}
          change={change}
          reject={(line) => setAside({ of: line.line })}
          refusals={refusals}
          today={me.company.today}
          here={here}
        />
        {body.aside.length > 0 && <AsideRows rows={body.aside} lines={lines} refusals={refusals} change={(aside) => change({ aside })} />}
        <p className="pt-3">
          <button type="button" className="act" onClick={() => setAside({})}>
            Goods without an order
          </button>
        </p>
      </div>
      <Footing
        entering={entering}
        allowed={mayReceive}
        action="Post receipt"
        waitingFor="Scan the goods, or enter what came of each line."
        note={<p className="dim">Goods come in at the order’s price, against goods received not invoiced, until the bill is here.</p>}
      />
    </div>
  );
}
