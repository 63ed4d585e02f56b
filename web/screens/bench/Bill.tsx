import { DndContext, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { toast } from 'sonner';
import type { BillableView } from '@obolus/contract/views/bench';
import type { TaxCodeView } from '@obolus/contract/views/setUp';
import { server } from '../../server/api.ts';
import { useVendor } from '../../server/known.ts';
import { useDraft } from '../../drafts/useDraft.ts';
import { Footing } from '../../frame/Footing.tsx';
import { useMayPost, useMe } from '../../server/me.ts';
import { useChargeKinds } from '../../parts/chargeKinds.ts';
import { sumOf } from '../../parts/exact.ts';
import { showFigure } from '../../locale/figures.ts';
import { taxesOfLines } from '../../parts/taxes.ts';
import { AskApproval, isAsked } from '../approvals/AskApproval.tsx';
import { asReceived, type BillBody, lineTotal, moveTo, toCommand } from './billBody.ts';
import { CrossRates, NO_PAPER, useInCurrency, useRatesOfDay } from './CrossRates.tsx';
import { otherCurrencies } from './crossRates.ts';
import { BillFields } from './BillFields.tsx';
import { BillGrid } from './BillGrid.tsx';
import { DisputedLines } from './DisputedLines.tsx';
import { type FurtherLine, isSelfAssessed, isTax, taxOf } from './further.ts';
import { FurtherLines } from './FurtherLines.tsx';
import { OntoGoods } from './OntoGoods.tsx';
import { PaidElsewhere } from './PaidElsewhere.tsx';
import { PaperBeside, useBeside } from './PaperBeside.tsx';
import { PaperDoubts } from './PaperDoubts.tsx';
import { PaperSays } from './PaperSays.tsx';
import { TotalOfBill } from './TotalOfBill.tsx';
import { type Shown, BillHead } from './BillHead.tsx';
import { usePointer, lineUnder, useFirstDifference, only } from './billPointers.ts';
import { say } from '../../locale/say.ts';

/** One bill against what was ordered and received. */
export function Bill({ vendor, draft, lines, areLinesHere, waiting, heldBy }: Shown) {
  const me = useMe();
  const mayBill = useMayPost('bill');
  const navigate = useNavigate();
  const codes = server.useTaxCodesQuery();
  const kinds = useChargeKinds();
  const party = useVendor(vendor);
  const entering = useDraft<'bill', BillBody>({
    kind: 'bill',
    id: draft,
    blank: () => ({
      vendor,
      terms: only(lines.filter(({ state }) => state === 'received').map((line) => line.order.terms)),
      reference: '',
      date: me.company.today,
      currency: lines[0]?.currency ?? party?.currency ?? me.company.currency,
      billed: {},
      further: [],
      disputed: [],
    }),
    toCommand: (body) => (areLinesHere ? toCommand(body, lines, kinds) : undefined),
    title: (body) => [party?.name, body.reference].filter(Boolean).join(', '),
    // A receipt left it: all that came with it is billed as it came.
    restore: ({ receipt, ...kept }) =>
      ({
        ...kept,
        ...(receipt
          ? {
              billed: Object.fromEntries(
                lines.filter((line) => line.receipt?.id === receipt).map((line) => [line.line, asReceived(line)]),
              ),
            }
          : {}),
      }) as BillBody,
    // One of many that wait: on to the next.
    ...(waiting && waiting.came !== 'typed' ? { after: () => void navigate('/bench') } : {}),
  });
  const { body, change, refusals, preview } = entering;
  const [beside, setBeside] = useBeside();
  const [over, setOver] = useState('');
  const pointer = usePointer();
  const ofDay = useRatesOfDay(body ?? NO_PAPER, lines);
  const inCurrency = useInCurrency(lines, body, ofDay);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const paper = usePaper(body?.paper);
  useFirstDifference();
  if (!body || !party || !areLinesHere) return null;
  const expected = expectedTaxes(inCurrency, body, codes.data?.rows ?? []);
  const asOrdered = isSaid(expected, body.further) ? [] : expected;
  const total = sumOf(
    [
      ...inCurrency.map((line) => lineTotal(body, line)),
      ...[...body.further.filter(({ what }) => !isSelfAssessed(what)), ...body.disputed].map((line) => line.amount),
    ],
    body.currency,
  );
  const covers = body.covers ?? paper?.covers ?? [];
  const move = (at: number, to: BillableView | undefined) => {
    const line = paper?.lines[at];
    const moved = line && moveTo(body, covers, at, line, to);
    if (moved) change(moved);
    else toast.error(say('bench.no_unit', { unit: line?.unit ?? '', name: to?.item.name ?? say('bench.these_goods') }));
  };
  const readOnly = heldBy !== '';
  return (
    <DndContext
      sensors={sensors}
      onDragMove={() => setOver(lineUnder(pointer.current))}
      onDragCancel={() => setOver('')}
      onDragEnd={({ active }) => {
        const to = inCurrency.find((line) => line.line === lineUnder(pointer.current));
        setOver('');
        if (to) move(active.data.current?.at as number, to);
      }}
    >
      <div className="screen">
        <BillHead
          {...{
            name: party.name,
            hold: party.hold,
            draft,
            waiting,
            heldBy,
            body,
            change,
            lines: inCurrency,
            beside,
            setBeside,
          }}
          kept={entering.saved === 'yes'}
        />
        <div
          className={`body ${beside && body.paper !== undefined ? `split ${inCurrency.length === 0 ? 'roomy' : ''}` : ''}`}
        >
          <fieldset disabled={readOnly} className="min-w-0">
            <BillFields {...{ body, change, refusals, paper, total }} />
            <CrossRates
              paper={body}
              cited={otherCurrencies(body.currency, lines, body.billed)}
              onChange={(agreedRates) => change({ agreedRates })}
              {...{ ofDay, refusals }}
            />
            <PaperDoubts {...{ draft, vendor, paper, waiting }} mayJoin={!readOnly} />
            {body.paper !== undefined && paper && paper.lines.length > 0 && (
              <PaperSays
                paper={paper}
                covers={covers}
                lines={inCurrency}
                tax={sumOf(
                  expected.filter(({ what }) => !isSelfAssessed(what)).map(({ amount }) => amount),
                  body.currency,
                )}
                onMove={move}
                onPropose={() => paper && change({ billed: paper.billed, covers: paper.covers })}
              />
            )}
            {inCurrency.length > 0 && <BillGrid entering={entering} body={body} lines={inCurrency} over={over} />}
            <TaxesExpected
              taxes={asOrdered}
              onTake={() => change({ further: [...body.further.filter((line) => !isTax(line.what)), ...asOrdered] })}
            />
            <FurtherLines
              lines={body.further}
              change={(further) => change({ further })}
              refusals={refusals}
              differences={preview?.differences ?? []}
              currency={body.currency}
              goods={inCurrency.length > 0}
              onto={body.onto !== undefined}
              vendor={vendor}
            />
            <OntoGoods
              {...{ body, change, kinds, refusals }}
              hasGoods={inCurrency.some(({ line, state }) => state === 'received' && body.billed[line]?.quantity)}
            />
            <DisputedLines
              lines={body.disputed}
              change={(disputed) => change({ disputed })}
              refusals={refusals}
              currency={body.currency}
            />
            <TotalOfBill {...{ body, change, total, refusals }} differences={preview?.differences ?? []} />
            <PaidElsewhere {...{ body, change, refusals }} asked={preview?.asksPayee ?? null} />
          </fieldset>
          {beside && body.paper !== undefined && (
            <PaperBeside paper={body.paper} name={paper?.name ?? ''} mayTakeOut={!readOnly && mayBill} />
          )}
        </div>
        <Footing
          entering={entering}
          allowed={mayBill}
          heldBy={heldBy}
          action={say('bench.post_bill')}
          waitingFor={say('bench.begin')}
          note={
            isAsked(entering) ? (
              <AskApproval kind="bill" draft={draft} entering={entering} before={waiting?.approval ?? ''} />
            ) : (
              <p className="dim">
                {say('bench.price_differs')}{' '}
                <Link className="act" to="/bench/decisions">
                  {say('list.decisions')}
                </Link>
              </p>
            )
          }
        />
      </div>
    </DndContext>
  );
}

/** Offers the taxes that the orders' codes make. */
function TaxesExpected({ taxes, onTake }: { taxes: readonly FurtherLine[]; onTake: () => void }) {
  if (taxes.length === 0) return null;
  return (
    <p className="pt-2">
      <button type="button" className="act" onClick={onTake}>
        {say('bench.taxes_expected', {
          taxes: taxes.map(({ about, amount }) => `${about} ${showFigure(amount)}`).join(', '),
        })}
      </button>
    </p>
  );
}

/** What the paper of a bill says, where it has one that can be read. */
const usePaper = (paper = '') =>
  server.useIncomingBillQuery({ params: { id: paper } }, { skip: paper === '' }).currentData;

/** The taxes that the bill should show for what it covers, by the codes on its orders. */
function expectedTaxes(lines: readonly BillableView[], body: BillBody, codes: readonly TaxCodeView[]): FurtherLine[] {
  const covered = lines.filter((line) => body.billed[line.line]?.quantity);
  const taxes = taxesOfLines(
    covered.map((line) => ({ amount: lineTotal(body, line), code: line.taxCode })),
    codes,
    body.currency,
  );
  return taxes.map(({ name, amount, lines: on, ...tax }) => ({
    what: taxOf(tax),
    about: name,
    amount,
    ...(tax.withDiscount ? { withDiscount: true } : {}),
    on: on.map((at) => covered[at - 1]?.line ?? ''),
  }));
}

const isSaid = (expected: readonly FurtherLine[], further: readonly FurtherLine[]): boolean =>
  expected.every((tax) =>
    further.some((line) => line.what === tax.what && line.about === tax.about && line.amount === tax.amount),
  );
