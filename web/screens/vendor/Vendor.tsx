import { Link, useParams } from 'react-router';
import type { VendorRecord } from '@obolus/contract/views/orders';
import { server } from '../../server/api.ts';
import { ListBeside } from '../../lists/List.tsx';
import { showMonth } from '../../locale/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { SHOWN_OF_PURCHASES } from '../item/purchases.tsx';
import { say } from '../../locale/say.ts';

/** A vendor at a glance: what is on order, what came and is not billed, how it delivers, how its prices moved. */
export function Vendor() {
  const { vendor = '' } = useParams();
  const known = server.useVendorRecordQuery({ params: { id: vendor } });
  if (known.isError)
    return (
      <div className="body">
        <Problem error={known.error} again={known.refetch} />
      </div>
    );
  if (!known.currentData) return null;
  const { name, number, currency, terms, hold, months } = known.currentData;
  const its = { column: 'vendor_id', is: 'is', to: vendor } as const;
  return (
    <div className="screen">
      <Head
        title={name}
        more={number}
        about={
          hold ? (
            <span className="text-over">{say('orders.on_hold', { hold })}</span>
          ) : (
            say('vendor.invoices_in', { currency, terms })
          )
        }
      >
        <Link className="btn quiet" to={`/payables/vendors/${vendor}`}>
          {say('payables.vendor_account')}
        </Link>
        <Link className="btn quiet" to={`/setup/vendors/${vendor}`}>
          {say('vendor.set_up')}
        </Link>
      </Head>
      <div className="body flex flex-col gap-7">
        <ListBeside
          list="orders"
          fixed={[its, { column: 'open', is: 'filled', to: '' }]}
          first={{ sort: 'due' }}
          without={['vendor', 'vendor_id']}
          title={say('word.outstanding')}
          empty={<p>{say('item.nothing_on_order')}</p>}
        />
        <ListBeside
          list="receipts"
          fixed={[its, { column: 'unbilled', is: 'filled', to: '' }]}
          first={{ sort: 'date' }}
          without={['vendor', 'vendor_id', 'stands']}
          title={say('vendor.received_not_billed')}
          empty={<p>{say('vendor.all_billed')}</p>}
        />
        <OnTimeInFull months={months} />
        <ListBeside
          list="purchases"
          fixed={[its]}
          first={{
            where: [{ column: 'change', is: 'filled', to: '' }],
            columns: ['date', 'kind', 'document', 'item', 'price', 'currency', 'before', 'unit_price', 'change'],
          }}
          without={['vendor', 'vendor_id']}
          show={SHOWN_OF_PURCHASES}
          title={say('vendor.prices_moved')}
          empty={<p>{say('vendor.nothing_ordered')}</p>}
        />
      </div>
    </div>
  );
}

const percent = (part: number, whole: number): string => (whole === 0 ? '' : `${Math.round((part / whole) * 100)} %`);

function OnTimeInFull({ months }: { months: VendorRecord['months'] }) {
  const sum = (of: 'lines' | 'onTime' | 'inFull' | 'both') => months.reduce((all, month) => all + month[of], 0);
  return (
    <section aria-label={say('vendor.on_time_in_full')}>
      <h2 className="title">{say('vendor.on_time_in_full')}</h2>
      {months.length === 0 ? (
        <p className="dim">{say('vendor.none_due')}</p>
      ) : (
        <table className="sheet max-w-[620px]" aria-label={say('vendor.on_time_in_full')}>
          <thead>
            <tr>
              <th>{say('orders.due_in')}</th>
              <th className="num">{say('word.lines')}</th>
              <th className="num">{say('vendor.on_time')}</th>
              <th className="num">{say('vendor.in_full')}</th>
              <th className="num">{say('vendor.both')}</th>
              <th className="num">{say('vendor.both_of_all')}</th>
            </tr>
          </thead>
          <tbody>
            {months.map((month) => (
              <tr key={month.month}>
                <td>{showMonth(month.month)}</td>
                <td className="num">{month.lines}</td>
                <td className="num">{month.onTime}</td>
                <td className="num">{month.inFull}</td>
                <td className="num">{month.both}</td>
                <td className="num">{percent(month.both, month.lines)}</td>
              </tr>
            ))}
          </tbody>
          <tfoot>
            <tr>
              <td>{say('status.total')}</td>
              <td className="num">{sum('lines')}</td>
              <td className="num">{sum('onTime')}</td>
              <td className="num">{sum('inFull')}</td>
              <td className="num">{sum('both')}</td>
              <td className="num">{percent(sum('both'), sum('lines'))}</td>
            </tr>
          </tfoot>
        </table>
      )}
    </section>
  );
}
