import { useState } from 'react';
import { useParams } from 'react-router';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { OpenCharge } from '@obolus/contract/views/bench';
import type { ReceivedLine } from '@obolus/contract/views/receiving';
import { server } from '../../app/api.ts';
import { type Entering, useDraft } from '../../drafts/useDraft.ts';
import { Footing } from '../../frame/Footing.tsx';
import { useMayPost, useMe } from '../../frame/me.ts';
import { sumOf } from '../../parts/exact.ts';
import { count, showDay, showFigure } from '../../parts/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { DateField } from '../../parts/HeaderFields.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { tabStop, walkChoices } from '../../parts/walkChoices.ts';
import { LandingGrid } from './LandingGrid.tsx';
import type { Body } from './sheet.ts';

/** The grid of received lines and charges: choose both, see every share and unit cost, post. */
export function Landing() {
  const { draft = '' } = useParams();
  const me = useMe();
  const charges = server.useOpenChargesQuery();
  const lines = server.useReceivedLinesQuery({ query: {} });
  const entering = useDraft<'allocation', Body>({
    kind: 'allocation',
    id: draft,
    blank: () => ({ date: me.company.today, charges: [], to: [] }),
    toCommand: (body): BodyOf<'allocation'> | undefined => {
      if (body.charges.length === 0 || body.to.length === 0) return undefined;
      return {
        date: body.date,
        to: [...body.to],
        charges: body.charges.map(({ of, basis, fixed }) => ({
          of,
          basis,
          amount: '',
          fixed: body.to.flatMap((line) => (fixed[line] ? [{ line, amount: fixed[line] ?? '' }] : [])),
        })),
      };
    },
    title: (body) => `${body.charges.length} charges on ${body.to.length} lines`,
  });
  const { body, change, refusals } = entering;
  const mayAllocate = useMayPost('allocation');
  if (!body) return null;
  const failed = charges.error ?? lines.error;
  const chosen = body.charges.flatMap((charge) => charges.data?.rows.find((open) => open.line === charge.of) ?? []);
  const received = body.to.flatMap((id) => lines.data?.rows.find((line) => line.line === id) ?? []);
  const transports = [...new Set(received.map((line) => line.receipt.transport).filter(Boolean))];
  return (
    <div className="screen">
      <Head
        title={transports.length === 1 ? `Transport ${transports[0]}` : 'Landing sheet'}
        about={
          received.length > 0
            ? `${count(received.length, 'received line')}, ${showFigure(
                sumOf(
                  received.map((line) => line.goods),
                  me.company.currency,
                ),
              )} of goods · ${count(chosen.length, 'charge')}`
            : 'Put charges on the goods they belong to, and see every unit cost before posting'
        }
      >
        <DateField name="Posting date" body={body} change={change} refusals={refusals} />
      </Head>
      <div className="body">
        {failed ? (
          <Problem error={failed} again={() => Promise.all([charges.refetch(), lines.refetch()])} />
        ) : (
          charges.data &&
          lines.data && (
            <>
              <Choosing entering={entering} body={body} charges={charges.data.rows} lines={lines.data.rows} />
              {(chosen.length > 0 || received.length > 0) && (
                <LandingGrid body={body} change={change} refusals={refusals} charges={chosen} lines={received} />
              )}
            </>
          )
        )}
      </div>
      <Footing
        entering={entering}
        allowed={mayAllocate}
        action="Post shares"
        waitingFor="Choose at least one charge and the received lines it belongs to."
        note={
          <p className="dim">
            What has been sold already takes its part of a charge to cost of goods; the rest stays in inventory.
          </p>
        }
      />
    </div>
  );
}

/** Charges that are on no goods yet, and received lines by transport, receipt, order or vendor. */
function Choosing({
  entering: { change },
  body,
  charges,
  lines,
}: {
  entering: Entering<Body>;
  body: Body;
  charges: readonly OpenCharge[];
  lines: readonly ReceivedLine[];
}) {
  const [find, setFind] = useState('');
  const wanted = find.trim().toLowerCase();
  const fitting = lines.filter((line) =>
    [
      line.receipt.transport,
      line.receipt.number,
      line.receipt.packingSlip,
      line.order.number,
      line.vendor.name,
      line.item.name,
    ].some((text) => text.toLowerCase().includes(wanted)),
  );
  const transports = [...new Set(lines.map((line) => line.receipt.transport).filter(Boolean))].slice(0, 6);
  const toggleCharge = (of: string) =>
    change({
      charges: body.charges.some((charge) => charge.of === of)
        ? body.charges.filter((charge) => charge.of !== of)
        : [...body.charges, { of, basis: 'value', fixed: {} }],
    });
  const toggleLines = (ids: readonly string[]) =>
    change({
      to: ids.every((id) => body.to.includes(id))
        ? body.to.filter((id) => !ids.includes(id))
        : [...new Set([...body.to, ...ids])],
    });
  if (charges.length === 0 && body.charges.length === 0) {
    return (
      <div className="empty">
        <h2>Every charge is on its goods</h2>
        <p>
          Freight, duty, insurance and the like wait here when a bill that carries them is posted on the match bench.
        </p>
      </div>
    );
  }
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.25fr)] gap-x-10">
      <section aria-label="Charges not on goods">
        <h2 className="cap">Charges on no goods yet</h2>
        <div
          className="max-h-[118px] overflow-auto"
          role="group"
          onKeyDown={walkChoices}
          aria-label="Charges to choose from"
        >
          {charges.map((charge, position) => (
            <label key={charge.line} className="flex gap-2 py-1 border-b border-rule cursor-pointer">
              <input
                type="checkbox"
                tabIndex={tabStop(position)}
                className="accent-bronze"
                checked={body.charges.some((entry) => entry.of === charge.line)}
                onChange={() => toggleCharge(charge.line)}
              />
              <span className="grow min-w-0 truncate">
                {charge.vendor} {charge.bill.number}{' '}
                <span className="dim">
                  {charge.kind}, {showDay(charge.bill.date)}
                </span>
              </span>
              <span className="shrink-0">{showFigure(charge.left)}</span>
            </label>
          ))}
        </div>
      </section>
      <section aria-label="Received lines">
        <h2 className="cap">Received lines</h2>
        <div className="flex flex-wrap gap-x-3 pb-1">
          <input
            className="cell max-w-[230px]"
            aria-label="Find received lines"
            placeholder="Transport, receipt, order, vendor, item"
            value={find}
            onChange={(event) => setFind(event.target.value)}
          />
          {transports.map((transport) => (
            <button
              key={transport}
              type="button"
              className="act"
              onClick={() =>
                toggleLines(lines.filter((line) => line.receipt.transport === transport).map((line) => line.line))
              }
            >
              {transport}
            </button>
          ))}
        </div>
        <div
          className="max-h-[88px] overflow-auto"
          role="group"
          onKeyDown={walkChoices}
          aria-label="Received lines to choose from"
        >
          {fitting.slice(0, 80).map((line, position) => (
            <label key={line.line} className="flex gap-2 py-1 border-b border-rule cursor-pointer">
              <input
                type="checkbox"
                tabIndex={tabStop(position)}
                className="accent-bronze"
                checked={body.to.includes(line.line)}
                onChange={() => toggleLines([line.line])}
              />
              <span className="grow min-w-0 truncate">
                {line.item.name}{' '}
                <span className="dim">
                  {line.receipt.number} {line.receipt.transport && `· ${line.receipt.transport}`} · {line.vendor.name},{' '}
                  {showDay(line.receipt.date)}
                </span>
              </span>
              <span className="shrink-0">
                {showFigure(line.received)} <span className="dim">{line.item.unit}</span>
              </span>
            </label>
          ))}
        </div>
      </section>
    </div>
  );
}
