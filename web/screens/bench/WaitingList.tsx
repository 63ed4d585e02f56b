import { type ReactNode, useEffect } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import type { ReceivedLine } from '@obolus/contract/views/receiving';
import type { WaitingBill } from '@obolus/contract/views/bench';
import { server } from '../../server/api.ts';
import { useMe } from '../../server/me.ts';
import { amountOfLine, difference, sumOf } from '../../parts/exact.ts';
import { count, showDay, showFigure } from '../../parts/figures.ts';
import { Lookup } from '../../parts/Lookup.tsx';
import { GiveBill } from './GiveBill.tsx';

type Vendors = ReadonlyMap<
  string,
  { readonly id: string; readonly name: string; readonly lines: readonly ReceivedLine[] }
>;

const openOf = (line: ReceivedLine): string => difference(line.received, line.billed) ?? '0';
const placeOf = ({ vendor, id }: WaitingBill): string | undefined =>
  vendor === null ? undefined : `/bench/${vendor.id}/${id}`;

/** Bills that wait, those to be looked at later last; then vendors whose goods have no bill. */
export function WaitingList({
  vendors,
  bills,
  mayBill,
  children,
}: {
  vendors: Vendors;
  bills: readonly WaitingBill[];
  mayBill: boolean;
  /** What is to be known of these lists. */
  children: ReactNode;
}) {
  const { company } = useMe();
  const { vendor, draft } = useParams();
  const navigate = useNavigate();
  const all = server.useVendorsQuery();
  const isLater = ({ lookAgain, postOn }: WaitingBill) =>
    (lookAgain ?? '') > company.today || (postOn ?? '') > company.today;
  const sorted = [...bills.filter((bill) => !isLater(bill)), ...bills.filter(isLater)];
  const billed = new Set(bills.map((bill) => bill.vendor?.id));
  useNextBill(sorted, draft);
  return (
    <nav aria-label="Bills that wait">
      {mayBill && (
        <>
          <header>
            <b>{count(bills.length, 'bill')}</b> waiting
          </header>
          {sorted.map((bill) => (
            <Waiting key={bill.id} bill={bill} here={bill.id === draft} later={isLater(bill)} />
          ))}
          <GiveBill />
        </>
      )}
      <section aria-label="Goods without a bill">
        <header>
          <b>{count(vendors.size, 'vendor')}</b> with goods not billed
        </header>
        {[...vendors.values()].map((group) => {
          const currency = group.lines[0]?.currency ?? '';
          const owed = sumOf(
            group.lines
              .filter((line) => line.currency === currency)
              .map((line) => amountOfLine(openOf(line), line.price, line.discount, currency, line.per)),
            currency,
          );
          return (
            <Link
              key={group.id}
              className="pick"
              to={`/bench/${group.id}`}
              aria-current={group.id === vendor && !bills.some(({ id }) => id === draft)}
            >
              <span>
                <b className="strong">{group.name}</b>
              </span>
              <span>
                <small>
                  {[...new Set(group.lines.map((line) => line.receipt.number))].join(', ')} · since{' '}
                  {showDay(group.lines[0]?.receipt.date)}
                  {billed.has(group.id) && ' · a bill waits'}
                </small>
              </span>
              <span>
                <small>{currency}</small>
                {showFigure(owed)}
              </span>
            </Link>
          );
        })}
      </section>
      {children}
      <div className="p-3">
        <div className="cap">A bill of another vendor</div>
        <Lookup
          label="A bill of another vendor"
          placeholder="Carrier, broker, insurer …"
          options={all.data?.rows ?? []}
          value=""
          onChange={(id) => id && void navigate(`/bench/${id}`)}
        />
      </div>
    </nav>
  );
}

/** Alt ↓ and Alt ↑ go to the next bill and back, from wherever one is. */
function useNextBill(bills: readonly WaitingBill[], draft: string | undefined): void {
  const navigate = useNavigate();
  useEffect(() => {
    const places = bills.flatMap((bill) => placeOf(bill) ?? []);
    const onKey = (event: KeyboardEvent) => {
      if (!event.altKey || (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') || places.length === 0) return;
      event.preventDefault();
      const at = places.findIndex((place) => draft !== undefined && place.endsWith(`/${draft}`));
      const next = event.key === 'ArrowDown' ? at + 1 : (at < 0 ? places.length : at) - 1;
      void navigate(places[(next + places.length) % places.length] ?? '/bench');
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, [bills, draft, navigate]);
}

const CAME: Readonly<Record<WaitingBill['came'], string>> = {
  typed: 'begun here',
  file: 'as a file',
  mail: 'by mail',
  receipt: 'left by a receipt',
};

function Waiting({ bill, here, later }: { bill: WaitingBill; here: boolean; later: boolean }) {
  const to = placeOf(bill);
  const words = (
    <>
      <span>
        <b className="strong">{bill.vendor?.name ?? bill.name}</b>
        {bill.total !== null && showFigure(bill.total)}
      </span>
      <span>
        <small title={bill.came === 'mail' ? `by mail from ${bill.sender}` : bill.name}>
          {[bill.kind === 'credit' ? 'credit memo' : '', bill.number, CAME[bill.came]].filter(Boolean).join(' · ')}
        </small>
        {bill.total !== null && <small>{bill.currency}</small>}
      </span>
      <Marks bill={bill} later={later} />
    </>
  );
  if (to !== undefined)
    return (
      <Link className="pick" to={to} aria-current={here} data-bill={bill.number}>
        {words}
      </Link>
    );
  return (
    <div className="pick">
      {words}
      <WithoutVendor bill={bill} />
    </div>
  );
}

/** What is to be known of a waiting bill before it is opened. */
function Marks({
  bill: { state, says, note, lookAgain, postOn, heldBy, approval },
  later,
}: {
  bill: WaitingBill;
  later: boolean;
}) {
  const marks = [
    heldBy && `${heldBy} is at it`,
    postOn && `posts on ${showDay(postOn)}`,
    lookAgain && `${later ? 'again on' : 'to be looked at since'} ${showDay(lookAgain)}`,
    note && `“${note}”`,
    approval && { asked: 'waits for approval', approved: 'approved', rejected: 'rejected' }[approval],
    state === 'typed' && 'to be typed',
    state === 'refused' && 'refused',
  ].filter(Boolean);
  if (marks.length === 0 && says === '') return null;
  return (
    <span>
      <small className={`line-clamp-2 ${state === 'refused' || says !== '' ? 'text-bronze' : ''}`} title={says}>
        {[...marks, state === 'refused' || state === 'unassigned' ? says : ''].filter(Boolean).join(' · ')}
      </small>
    </span>
  );
}

/** A paper that nobody knows the vendor of is given one; it, or one that was refused, is taken off the list. */
function WithoutVendor({ bill }: { bill: WaitingBill }) {
  const navigate = useNavigate();
  const vendors = server.useVendorsQuery();
  const [say] = server.useAssignPaperMutation();
  const [drop] = server.useDropIncomingMutation();
  const choose = async (vendor: string) => {
    if (vendor === '') return;
    const { data } = await say({ params: { id: bill.id }, body: { vendor } });
    if (data) void navigate(`/bench/${vendor}/${bill.id}`);
  };
  return (
    <>
      {bill.state === 'unassigned' && (
        <Lookup
          label={`Whose is ${bill.name}`}
          placeholder="Whose is it?"
          options={vendors.data?.rows ?? []}
          value=""
          onChange={(id) => void choose(id)}
        />
      )}
      <button
        type="button"
        className="act text-[12.5px]"
        onClick={() => void drop({ params: { id: bill.id } })}
        aria-label={`Take ${bill.name} off the list`}
      >
        Dismiss
      </button>
    </>
  );
}
