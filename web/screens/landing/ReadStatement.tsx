import { useState } from 'react';
import { toast } from 'sonner';
import { Cell } from '../../parts/Cells.tsx';
import { GiveFile } from '../../parts/GiveFile.tsx';
import { Sheet } from '../../parts/Sheet.tsx';
import { Suggested } from '../../parts/Suggested.tsx';
import { say, sayAll } from '../../locale/say.ts';
import { server } from '../../server/api.ts';
import { type Body, type EntryLine, isBlank, NO_LINE } from './entryLines.ts';

/** Reads a broker's statement into the entry: its lines follow those that are typed; what is not understood of it is said. */
export function ReadStatement({ lines, change }: { lines: readonly EntryLine[]; change: (to: Partial<Body>) => void }) {
  const [isOpen, setOpen] = useState(false);
  const [shipment, setShipment] = useState('');
  const [read, reading] = server.useReadStatementMutation();
  const give = async (content: string) => {
    const { data } = await read({ body: { shipment: shipment.trim(), content } });
    if (!data) return;
    change({
      lines: [...lines.filter((line) => !isBlank(line)), ...data.lines.map((line) => ({ ...NO_LINE, ...line }))],
      rates: Object.fromEntries(data.rates.map(({ currency, rate }) => [currency, rate])),
      ...(data.reference ? { reference: data.reference } : {}),
      ...(data.date ? { entered: data.date } : {}),
      ...(data.vendor ? { vendor: data.vendor } : {}),
    });
    toast.success(say('landing.statement_read', { lines: data.lines.length }));
    if (data.says.length === 0) setOpen(false);
  };
  const says = reading.data?.says ?? [];
  return (
    <>
      <button type="button" className="btn quiet" onClick={() => setOpen(true)}>
        {say('landing.read_statement')}
      </button>
      {isOpen && (
        <Sheet title={say('landing.statement_file')} onOpenChange={setOpen}>
          <p className="dim pb-2">{say('landing.statement_about')}</p>
          <label className="block">
            <span className="cap block">{say('landing.statement_of')}</span>
            <Cell
              label={say('landing.statement_of')}
              list="shipments"
              value={shipment}
              placeholder={say('orders.shipment_examples')}
              onChange={setShipment}
            />
            <Suggested register="shipments" field="number" />
          </label>
          <GiveFile
            says={say('landing.choose_file')}
            label={say('landing.statement_file')}
            accept=".csv,.xlsx,text/csv"
            taking={reading}
            onGive={give}
          />
          {says.map((message, at) => (
            <p key={at} className="wrong">
              {sayAll([message])}
            </p>
          ))}
        </Sheet>
      )}
    </>
  );
}
