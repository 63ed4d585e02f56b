import type { Commitments as View } from '@obolus/contract/views/orders';
import { server } from '../../server/api.ts';
import { useMe } from '../../server/me.ts';
import { portion } from '../../parts/exact.ts';
import { showFigure, showMonth } from '../../parts/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { OrderTabs } from './OrderTabs.tsx';

/** What is ordered and has not come: by vendor, by department, by the month it is due. */
export function Commitments() {
  const { company } = useMe();
  const known = server.useCommitmentsQuery();
  const data = known.data;
  return (
    <div className="screen">
      <div>
        <Head
          title="Commitments"
          about={`What is ordered and has not come, in ${company.currency} at the rate of each order`}
        />
        <OrderTabs />
      </div>
      <div className="body">
        {known.isError && <Problem error={known.error} again={known.refetch} />}
        {data &&
          (data.vendors.length === 0 ? (
            <div className="empty">
              <h2>Nothing is on order</h2>
              <p>When an order is placed, what is still to come of it is counted here until it comes or is closed.</p>
            </div>
          ) : (
            <div className="flex flex-wrap items-start gap-x-8 gap-y-6">
              <Sums title="Vendor" rows={data.vendors} total={data.total} nothing="" />
              <Sums title="Department" rows={data.departments} total={data.total} nothing="No department" />
              <Sums
                title="Due in"
                rows={data.months.map((row) => ({ ...row, name: row.name && showMonth(row.name) }))}
                total={data.total}
                nothing="No day agreed"
              />
            </div>
          ))}
      </div>
    </div>
  );
}

function Sums({
  title,
  rows,
  total,
  nothing,
}: {
  title: string;
  rows: View['vendors'];
  total: string;
  nothing: string;
}) {
  return (
    <table className="sheet w-[330px]" aria-label={`Commitments by ${title.toLowerCase()}`}>
      <thead>
        <tr>
          <th>{title}</th>
          <th className="num">Outstanding</th>
          <th className="min-w-[90px]">
            <span className="sr-only">Of all</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row.name}>
            <td className={row.name === '' ? 'dim' : ''}>{row.name || nothing}</td>
            <td className="num">{showFigure(row.amount)}</td>
            <td>
              <span
                className="block h-[6px] bg-bronze"
                style={{ width: `${Math.round(portion(row.amount, total) * 90)}px` }}
              />
            </td>
          </tr>
        ))}
      </tbody>
      <tfoot>
        <tr>
          <td>All of it</td>
          <td className="num strong">{showFigure(total)}</td>
          <td />
        </tr>
      </tfoot>
    </table>
  );
}
