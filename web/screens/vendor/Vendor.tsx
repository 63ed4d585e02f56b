import { Link, useParams } from 'react-router';
import type { VendorRecord } from '@obolus/contract/views/orders';
import { server } from '../../server/api.ts';
import { ListBeside } from '../../lists/List.tsx';
import { showMonth } from '../../parts/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { SHOWN_OF_PURCHASES } from '../item/purchases.tsx';

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
        about={hold ? <span className="text-over">On hold: {hold}</span> : `Asks in ${currency}; ${terms}`}
      >
        <Link className="btn quiet" to={`/setup/vendors/${vendor}`}>
          Set up
        </Link>
      </Head>
      <div className="body flex flex-col gap-7">
        <ListBeside
          list="orders"
          fixed={[its, { column: 'open', is: 'filled', to: '' }]}
          first={{ sort: 'due' }}
          without={['vendor', 'vendor_id']}
          title="Outstanding"
          empty={<p>Nothing is on order.</p>}
        />
        <ListBeside
          list="receipts"
          fixed={[its, { column: 'unbilled', is: 'filled', to: '' }]}
          first={{ sort: 'date' }}
          without={['vendor', 'vendor_id']}
          title="Received and not billed"
          empty={<p>Everything that came is billed.</p>}
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
          title="Prices, and how they moved"
          empty={<p>Nothing was ordered yet.</p>}
        />
      </div>
    </div>
  );
}

const percent = (part: number, whole: number): string => (whole === 0 ? '' : `${Math.round((part / whole) * 100)} %`);

function OnTimeInFull({ months }: { months: VendorRecord['months'] }) {
  const sum = (of: 'lines' | 'onTime' | 'inFull' | 'both') => months.reduce((all, month) => all + month[of], 0);
  return (
    <section aria-label="On time and in full">
      <h2 className="title">On time and in full</h2>
      {months.length === 0 ? (
        <p className="dim">No line with a due day was due yet.</p>
      ) : (
        <table className="sheet max-w-[620px]" aria-label="On time and in full">
          <thead>
            <tr>
              <th>Due in</th>
              <th className="num">Lines</th>
              <th className="num">On time</th>
              <th className="num">In full</th>
              <th className="num">Both</th>
              <th className="num">On time and in full, of all</th>
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
              <td>Total</td>
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
