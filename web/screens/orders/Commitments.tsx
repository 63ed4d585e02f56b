import type { Commitments as View } from '@obolus/contract/views/orders';
import { server } from '../../server/api.ts';
import { useMe } from '../../server/me.ts';
import { portion } from '../../parts/exact.ts';
import { showFigure, showMonth } from '../../locale/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { OrderTabs } from './OrderTabs.tsx';
import { Explain } from '../../guide/Explain.tsx';
import { say } from '../../locale/say.ts';
import { Empty } from '../../parts/Empty.tsx';

/** What is ordered and has not come: by vendor, by department, by the month it is due. */
export function Commitments() {
  const { company } = useMe();
  const known = server.useCommitmentsQuery();
  const data = known.data;
  return (
    <div className="screen">
      <div>
        <Head
          title={say('orders.commitments')}
          about={
            <>
              {say('orders.commitments_about', { currency: company.currency })}
              <Explain what={say('orders.commitments')} chapter="orders" of="commitments" />
            </>
          }
        />
        <OrderTabs />
      </div>
      <div className="body">
        {known.isError && <Problem error={known.error} again={known.refetch} />}
        {data &&
          (data.vendors.length === 0 ? (
            <Empty title={say('orders.nothing_on_order')} more={say('orders.nothing_on_order_more')} />
          ) : (
            <div className="flex flex-wrap items-start gap-x-8 gap-y-6">
              <Sums title={say('word.vendor')} rows={data.vendors} total={data.total} nothing="" />
              <Sums
                title={say('word.department')}
                rows={data.departments}
                total={data.total}
                nothing={say('orders.no_department')}
              />
              <Sums
                title={say('orders.due_in')}
                rows={data.months.map((row) => ({ ...row, name: row.name && showMonth(row.name) }))}
                total={data.total}
                nothing={say('orders.no_day')}
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
    <table className="sheet w-[330px]" aria-label={say('orders.commitments_by', { title })}>
      <thead>
        <tr>
          <th>{title}</th>
          <th className="num">{say('word.outstanding')}</th>
          <th className="min-w-[90px]">
            <span className="sr-only">{say('orders.part_of_all')}</span>
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
          <td>{say('status.total')}</td>
          <td className="num strong">{showFigure(total)}</td>
          <td />
        </tr>
      </tfoot>
    </table>
  );
}
