import { Link, useNavigate, useParams } from 'react-router';
import type { BodyOf } from '@obolus/contract/commands';
import type { ReceivedLine, TaxCodeView } from '@obolus/contract/views';
import { server } from '../../app/api.ts';
import { Drafts } from '../../drafts/Drafts.tsx';
import { useDraft, wrongAt, type Entering } from '../../drafts/useDraft.ts';
import { Footing } from '../../frame/Footing.tsx';
import { useMayPost, useMe } from '../../frame/me.ts';
import { byVendor } from '../../parts/byVendor.ts';
import { Cell, Choice, Field, FigureCell } from '../../parts/Cells.tsx';
import { amountOfLine, difference, isZero, sumOf } from '../../parts/exact.ts';
import { count, showDay, showFigure, showPrice } from '../../parts/figures.ts';
import { gridKeys } from '../../parts/gridKeys.ts';
import { Head } from '../../parts/Head.tsx';
import { AnotherBill, CurrencyField, DateField, TermsField } from '../../parts/HeaderFields.tsx';
import { Lookup } from '../../parts/Lookup.tsx';
import { PerPack } from '../../parts/PerPack.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { Signal } from '../../parts/Signal.tsx';
import { taxesOfLines } from '../../parts/taxes.ts';
import { furtherToSend, isTax, type FurtherLine } from './further.ts';
import { FurtherLines } from './FurtherLines.tsx';
import { GiveBill } from './GiveBill.tsx';
import { PaperSays } from './PaperSays.tsx';

type Decision = BodyOf<'bill'>['lines'][number]['difference'];
interface BilledLine {
  readonly quantity: string;
  readonly price: string;
  readonly difference: Decision;
}
interface Body extends Omit<BodyOf<'bill'>, 'lines' | 'charges' | 'expenses' | 'tax'> {
  readonly billed: Readonly<Record<string, BilledLine>>;
  readonly further: readonly FurtherLine[];
  /** The paper that it was read from, where it came as a file. */
  readonly paper?: string;
}

const openOf = (line: ReceivedLine): string => difference(line.received, line.billed) ?? '0';
const asReceived = (line: ReceivedLine): BilledLine => ({ quantity: openOf(line), price: line.price, difference: 'cost' });

/** Vendors whose goods wait for a bill at the left; one bill at the right, against what was ordered and received. */
export function Bench() {
  const { vendor = '', draft = '' } = useParams();
  const all = server.useUnbilledLinesQuery();
  const vendors = server.useVendorsQuery();
  const navigate = useNavigate();
  const mayBill = useMayPost('bill');
  const waiting = byVendor(all.data?.rows ?? []);
  return (
    <div className="aside">
      <nav aria-label="Vendors with goods not billed">
        <header>
          <b>{count(waiting.size, 'vendor')}</b> with goods not billed
        </header>
        {[...waiting.values()].map((group) => {
          const currencies = [...new Set(group.lines.map((line) => line.currency))];
          const currency = currencies[0] ?? '';
          const owed = sumOf(
            group.lines.filter((line) => line.currency === currency).map((line) => amountOfLine(openOf(line), line.price, line.discount, currency, line.per)),
            currency,
          );
          return (
            <Link key={group.id} className="pick" to={`/bench/${group.id}`} aria-current={group.id === vendor}>
              <span>
                <b className="strong">{group.name}</b>
              </span>
              <span>
                <small>
                  {[...new Set(group.lines.map((line) => line.receipt.number))].join(', ')} · since {showDay(group.lines[0]?.receipt.date)}
                </small>
              </span>
              <span>
                <small>{currency}</small>
                {showFigure(owed)}
              </span>
            </Link>
          );
        })}
        {mayBill && <GiveBill />}
        <div className="p-3">
          <div className="cap">A bill of another vendor</div>
          <Lookup
            label="A bill of another vendor"
            placeholder="Carrier, broker, insurer …"
            options={vendors.data?.rows ?? []}
            value=""
            onChange={(id) => id && void navigate(`/bench/${id}`)}
          />
        </div>
      </nav>
      {all.isError ? (
        <div className="body">
          <Problem error={all.error} again={all.refetch} />
        </div>
      ) : vendor === '' || draft === '' ? (
        <div className="body">
          <Drafts of="bill" />
          <div className="empty">
            <h2>{waiting.size > 0 ? 'Whose bill is it?' : 'No goods wait for a bill'}</h2>
            <p>
              {waiting.size > 0
                ? 'Choose the vendor at the left: what was ordered and received lies ready beside the bill. Carriers and brokers bill charges; find them below the list.'
                : 'What is received and not billed waits here. A bill of charges alone, from a carrier or a broker, can be entered at the left.'}
            </p>
          </div>
        </div>
      ) : (
        all.data && <Bill key={draft} vendor={vendor} draft={draft} lines={waiting.get(vendor)?.lines ?? []} />
      )}
    </div>
  );
}

function Bill({ vendor, draft, lines }: { vendor: string; draft: string; lines: readonly ReceivedLine[] }) {
  const me = useMe();
  const vendors = server.useVendorsQuery();
  const party = vendors.data?.rows.find((entry) => entry.id === vendor);
  const entering = useDraft<'bill', Body>({
    kind: 'bill',
    id: draft,
    blank: () => ({
      vendor,
      terms: only(lines.map((line) => line.order.terms)),
      number: '',
      date: me.company.today,
      currency: lines[0]?.currency ?? party?.currency ?? me.company.currency,
      billed: {},
      further: [],
    }),
    toCommand: ({ billed, further, paper: _, ...body }) => {
      const cited = lines
        .filter((line) => billed[line.line]?.quantity)
        .map((line) => ({ of: line.line, discount: line.discount, ...(billed[line.line] as BilledLine) }));
      const given = furtherToSend(
        further,
        cited.map((line) => line.of),
      );
      const nothing = [cited, ...Object.values(given)].every((list) => list.length === 0);
      return nothing ? undefined : { ...body, lines: cited, ...given };
    },
    title: (body) => `Bill ${body.number} of ${party?.name ?? ''}`,
    // A receipt left it: all that came with it is billed as it came.
    restore: ({ receipt, ...kept }) =>
      ({
        ...kept,
        ...(receipt ? { billed: Object.fromEntries(lines.filter((line) => line.receipt.id === receipt).map((line) => [line.line, asReceived(line)])) } : {}),
      }) as Body,
  });
  const { body, change, refusals } = entering;
  const mayBill = useMayPost('bill');
  const codes = server.useTaxCodesQuery();
  if (!body || !party) return null;
  const inCurrency = lines.filter((line) => line.currency === body.currency);
  const expected = expectedTaxes(inCurrency, body, codes.data?.rows ?? []);
  const asOrdered = isSaid(expected, body.further) ? [] : expected;
  const total = sumOf([...inCurrency.map((line) => lineTotal(body, line)), ...body.further.map((line) => line.amount)], body.currency);
  return (
    <div className="screen">
      <Head title={party.name} more={body.number || 'vendor bill'} about={`In ${body.currency}${party.hold ? `; on hold: ${party.hold}` : ''}`}>
        {lines.length > 0 && (
          <button
            type="button"
            className="btn quiet"
            onClick={() => change({ billed: Object.fromEntries(inCurrency.map((line) => [line.line, asReceived(line)])) })}
          >
            Bills all of it
          </button>
        )}
      </Head>
      <div className="body">
        <div className="fields">
          <Field name="Vendor’s number" wide>
            <Cell label="Vendor’s number" autoFocus value={body.number} wrong={wrongAt(refusals, '/number')} onChange={(number) => change({ number })} />
          </Field>
          <AnotherBill at="/number" value={body.another ?? ''} refusals={refusals} onChange={(another) => change({ another })} />
          <DateField name="Date" body={body} change={change} refusals={refusals} />
          <CurrencyField name="Currency" body={body} change={change} refusals={refusals} />
          <TermsField body={body} change={change} refusals={refusals} />
        </div>
        {body.paper !== undefined && <PaperSays paper={body.paper} lines={lines} total={total} onPropose={(proposed) => change({ billed: proposed })} />}
        {inCurrency.length > 0 && <BillGrid entering={entering} body={body} lines={inCurrency} />}
        {asOrdered.length > 0 && (
          <p className="pt-2">
            <button type="button" className="act" onClick={() => change({ further: [...body.further.filter((line) => !isTax(line.what)), ...asOrdered] })}>
              Taxes as the order expects them: {asOrdered.map(({ about, amount }) => `${about} ${showFigure(amount)}`).join(', ')}
            </button>
          </p>
        )}
        <FurtherLines
          lines={body.further}
          change={(further) => change({ further })}
          refusals={refusals}
          currency={body.currency}
          goods={inCurrency.length > 0}
        />
        <p className="flex justify-end items-baseline gap-4 pt-1">
          <span className="dim">Total of the bill, {body.currency}</span>
          <span
            className="font-book text-[18px] font-semibold"
            style={{ borderTop: '1px solid var(--ink)', borderBottom: '3px double var(--ink)', minWidth: 110, textAlign: 'right' }}
          >
            {showFigure(total)}
          </span>
        </p>
      </div>
      <Footing
        entering={entering}
        allowed={mayBill}
        action="Post bill"
        waitingFor="Enter the vendor’s number and what the bill covers: quantities against receipts, charges, expenses, tax."
        note={
          <p className="dim">A price that differs goes into the goods, to purchase price variance, or is asked back as a credit, as decided on its line.</p>
        }
      />
    </div>
  );
}

/** What they all say, if they say the same. */
const only = (said: readonly string[]): string => (new Set(said).size === 1 ? (said[0] ?? '') : '');

/** The taxes that the bill should show for what it covers, by the codes on its orders. */
function expectedTaxes(lines: readonly ReceivedLine[], body: Body, codes: readonly TaxCodeView[]): FurtherLine[] {
  const covered = lines.filter((line) => body.billed[line.line]?.quantity);
  const taxes = taxesOfLines(
    covered.map((line) => ({ amount: lineTotal(body, line), code: line.taxCode })),
    codes,
    body.currency,
  );
  return taxes.map(({ name, amount, recoverable, lines: on }) => ({
    ...{ what: recoverable ? ('tax-reclaimed' as const) : ('tax-kept' as const), about: name, amount },
    on: on.map((at) => covered[at - 1]?.line ?? ''),
  }));
}

const isSaid = (expected: readonly FurtherLine[], further: readonly FurtherLine[]): boolean =>
  expected.every((tax) => further.some((line) => line.what === tax.what && line.about === tax.about && line.amount === tax.amount));

function lineTotal(body: Body, line: ReceivedLine): string | undefined {
  const billed = body.billed[line.line];
  return billed?.quantity ? amountOfLine(billed.quantity, billed.price, line.discount, body.currency, line.per) : undefined;
}

function BillGrid({ entering: { change, refusals }, body, lines }: { entering: Entering<Body>; body: Body; lines: readonly ReceivedLine[] }) {
  const sent = lines.filter((line) => body.billed[line.line]?.quantity).map((line) => line.line);
  const set = (line: ReceivedLine, to: Partial<BilledLine>) => {
    const before = body.billed[line.line] ?? { quantity: '', price: line.price, difference: 'cost' as const };
    change({ billed: { ...body.billed, [line.line]: { ...before, ...to } } });
  };
  return (
    <table className="sheet ruled tight" aria-label="Lines of the bill">
      <thead>
        <tr>
          <th>Item</th>
          <th>Receipt</th>
          <th className="num min-w-[56px]">Ordered</th>
          <th className="num min-w-[60px]">Received</th>
          <th className="min-w-[54px]">
            <span className="sr-only">Difference of quantity</span>
          </th>
          <th className="num min-w-[62px]">Billed</th>
          <th className="num min-w-[76px]">Order price</th>
          <th className="min-w-[62px]">
            <span className="sr-only">Difference of price</span>
          </th>
          <th className="num min-w-[70px]">Billed at</th>
          <th className="num min-w-[86px]">Amount</th>
          <th className="min-w-[122px]">Difference</th>
        </tr>
      </thead>
      <tbody onKeyDown={gridKeys({})}>
        {lines.map((line) => {
          const billed = body.billed[line.line];
          const at = `/lines/${sent.indexOf(line.line)}`;
          const name = `${line.item.name}, ${line.receipt.number}`;
          const differs = billed?.quantity && !isZero(difference(billed.price, line.price));
          return (
            <tr key={line.line}>
              <td className="name" title={`${line.item.number} ${line.item.name}, ${line.receipt.number}, packing slip ${line.receipt.packingSlip}`}>
                {line.item.name}
              </td>
              <td>
                <Link className="act" tabIndex={-1} to={`/documents/${line.receipt.id}`}>
                  {line.receipt.number}
                </Link>
              </td>
              <td className="num dim">{showFigure(line.ordered)}</td>
              <td className="num">{showFigure(openOf(line))}</td>
              <td>{billed?.quantity ? <Signal from={openOf(line)} to={billed.quantity} /> : null}</td>
              <td>
                <FigureCell
                  label={`Billed quantity, ${name}`}
                  value={billed?.quantity ?? ''}
                  wrong={wrongAt(refusals, `${at}/quantity`) ?? wrongAt(refusals, at)}
                  onChange={(quantity) => set(line, { quantity })}
                />
              </td>
              <td className="num">
                {showPrice(line.price)} <PerPack line={line} />
              </td>
              <td>{differs ? <Signal from={line.price} to={billed.price} atLeast={2} /> : null}</td>
              <td>
                <FigureCell
                  label={`Billed price, ${name}`}
                  value={billed?.price ?? line.price}
                  wrong={wrongAt(refusals, `${at}/price`)}
                  onChange={(price) => set(line, { price })}
                />
              </td>
              <td className="num strong">{showFigure(lineTotal(body, line))}</td>
              <td>
                {differs ? (
                  <Choice
                    label={`Where the difference goes, ${name}`}
                    className="text-bronze font-semibold"
                    value={billed.difference}
                    options={[
                      ['cost', 'into cost'],
                      ['variance', 'to variance'],
                      ['credit', 'ask for credit'],
                    ]}
                    onChange={(to) => set(line, { difference: to as Decision })}
                  />
                ) : null}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
