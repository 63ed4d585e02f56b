import { memo, type ReactNode, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import type { ReceivedLine } from '@obolus/contract/views/receiving';
import type { WaitingBill } from '@obolus/contract/views/bench';
import { useKey } from '../../keys/useKey.ts';
import { server } from '../../server/api.ts';
import { useMe } from '../../server/me.ts';
import { amountOfLine, difference, sumOf } from '../../parts/exact.ts';
import { showDay, showFigure } from '../../locale/figures.ts';
import { fits } from '../../parts/fits.ts';
import { Lookup } from '../../parts/Lookup.tsx';
import { GiveBill } from './GiveBill.tsx';
import { say, sayAll, sayWith } from '../../locale/say.ts';
import type { MessageId } from '@obolus/messages/message';

interface VendorOfGoods {
  readonly id: string;
  readonly name: string;
  readonly lines: readonly ReceivedLine[];
}
type Vendors = ReadonlyMap<string, VendorOfGoods>;

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
  const isLater = ({ lookAgain, postOn }: WaitingBill) =>
    (lookAgain ?? '') > company.today || (postOn ?? '') > company.today;
  const [find, setFind] = useState('');
  const found = bills.filter((bill) => fits(find, bill.vendor?.name ?? '', bill.number, bill.name, bill.sender));
  const sorted = [...found.filter((bill) => !isLater(bill)), ...found.filter(isLater)];
  const unbilled = [...vendors.values()].filter(({ name, lines }) =>
    fits(find, name, ...lines.flatMap(({ receipt }) => [receipt.number, receipt.packingSlip])),
  );
  const billed = new Set(bills.map((bill) => bill.vendor?.id));
  useNextBill(sorted, draft);
  return (
    <nav aria-label={say('bench.bills_wait')}>
      <div className="px-3 pt-2">
        <input
          className="cell boxed"
          aria-label={say('bench.find_waiting')}
          placeholder={say('bench.find_hint')}
          value={find}
          onChange={(event) => setFind(event.target.value)}
          onKeyDown={(event) => {
            if (event.key !== 'Enter') return;
            const [bill, group] = [sorted[0] && placeOf(sorted[0]), unbilled[0]];
            if (bill !== undefined || group) void navigate(bill ?? `/bench/${group?.id ?? ''}`);
          }}
        />
      </div>
      {mayBill && (
        <>
          <header>{sayWith('bench.bills_waiting', { count: bills.length, b: (text) => <b>{text}</b> })}</header>
          {sorted.map((bill) => (
            <Waiting key={bill.id} bill={bill} here={bill.id === draft} later={isLater(bill)} />
          ))}
          <GiveBill />
        </>
      )}
      <section aria-label={say('bench.goods_without')}>
        <header>{sayWith('bench.vendors_unbilled', { count: vendors.size, b: (text) => <b>{text}</b> })}</header>
        {unbilled.map((group) => (
          <Unbilled
            key={group.id}
            vendor={group}
            here={group.id === vendor && !bills.some(({ id }) => id === draft)}
            billWaits={billed.has(group.id)}
          />
        ))}
      </section>
      {children}
      <div className="p-3">
        <div className="cap">{say('bench.other_vendor')}</div>
        <Lookup
          label={say('bench.other_vendor')}
          placeholder={say('bench.other_examples')}
          of="vendors"
          chosen={undefined}
          onChange={(id) => id && void navigate(`/bench/${id}`)}
        />
      </div>
    </nav>
  );
}

/** A vendor whose goods have no bill, with what they come to. Summed once: a bill that is being opened draws the bench several times. */
const Unbilled = memo(function Unbilled({
  vendor: { id, name, lines },
  here,
  billWaits,
}: {
  vendor: VendorOfGoods;
  here: boolean;
  billWaits: boolean;
}) {
  const currency = lines[0]?.currency ?? '';
  const owed = sumOf(
    lines
      .filter((line) => line.currency === currency)
      .map((line) => amountOfLine(openOf(line), line.price, line.discount, currency, line.per)),
    currency,
  );
  return (
    <Link className="pick" to={`/bench/${id}`} aria-current={here}>
      <span>
        <b className="strong">{name}</b>
      </span>
      <span>
        <small>
          {say('bench.since', {
            receipts: [...new Set(lines.map((line) => line.receipt.number))].join(', '),
            day: showDay(lines[0]?.receipt.date),
          })}{' '}
          {billWaits && say('bench.bill_waits')}
        </small>
      </span>
      <span>
        <small>{currency}</small>
        {showFigure(owed)}
      </span>
    </Link>
  );
});

/** Goes to the next bill and back, from wherever one is. */
function useNextBill(bills: readonly WaitingBill[], draft: string | undefined): void {
  const navigate = useNavigate();
  const places = bills.flatMap((bill) => placeOf(bill) ?? []);
  const at = places.findIndex((place) => draft !== undefined && place.endsWith(`/${draft}`));
  const go = (next: number) => void navigate(places[(next + places.length) % places.length] ?? '/bench');
  useKey('nextBill', () => go(at + 1));
  useKey('lastBill', () => go((at < 0 ? places.length : at) - 1));
}

const CAME: Readonly<Record<WaitingBill['came'], MessageId>> = {
  typed: 'bench.came_typed',
  file: 'bench.came_file',
  mail: 'bench.came_mail',
  receipt: 'bench.came_receipt',
};

function Waiting({ bill, here, later }: { bill: WaitingBill; here: boolean; later: boolean }) {
  const to = placeOf(bill);
  const words = (
    <>
      <span>
        <b className="strong">{bill.vendor?.name ?? (bill.name || say('paper.mail'))}</b>
        {bill.total !== null && showFigure(bill.total)}
      </span>
      <span>
        <small title={bill.came === 'mail' ? say('bench.mail_from', { sender: bill.sender }) : bill.name}>
          {[bill.kind === 'credit' ? say('bench.credit_memo') : '', bill.number, say(CAME[bill.came])]
            .filter(Boolean)
            .join(' · ')}
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
  const saying = sayAll(says);
  const marks = [
    heldBy && say('bench.at_it', { heldBy }),
    postOn && say('bench.posts_on', { postOn: showDay(postOn) }),
    lookAgain && say(later ? 'bench.again_on' : 'bench.to_look_since', { day: { day: lookAgain } }),
    note && say('bench.quoted', { note }),
    approval && say(approval === 'asked' ? 'status.awaits-approval' : `status.${approval}`),
    state === 'typed' && say('bench.to_be_typed'),
    state === 'refused' && say('bench.refused'),
  ].filter(Boolean);
  if (marks.length === 0 && saying === '') return null;
  return (
    <span>
      <small className={`line-clamp-2 ${state === 'refused' || saying !== '' ? 'text-bronze' : ''}`} title={saying}>
        {[...marks, state === 'refused' || state === 'unassigned' ? saying : ''].filter(Boolean).join(' · ')}
      </small>
    </span>
  );
}

/** A paper that nobody knows the vendor of is given one; it, or one that was refused, is taken off the list. */
function WithoutVendor({ bill }: { bill: WaitingBill }) {
  const navigate = useNavigate();
  const [assign] = server.useAssignPaperMutation();
  const [drop] = server.useDropIncomingMutation();
  const choose = async (vendor: string) => {
    if (vendor === '') return;
    const { data } = await assign({ params: { id: bill.id }, body: { vendor } });
    if (data) void navigate(`/bench/${vendor}/${bill.id}`);
  };
  return (
    <>
      {bill.state === 'unassigned' && (
        <Lookup
          label={say('bench.whose_is', { name: bill.name })}
          placeholder={say('bench.whose')}
          of="vendors"
          chosen={undefined}
          onChange={(id) => void choose(id)}
        />
      )}
      <button
        type="button"
        className="act text-[12.5px]"
        onClick={() => void drop({ params: { id: bill.id } })}
        aria-label={say('bench.dismiss_named', { name: bill.name })}
      >
        {say('bench.dismiss')}
      </button>
    </>
  );
}
