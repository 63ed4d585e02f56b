import { useMemo, useState } from 'react';
import type { Condition } from '@obolus/contract/listState';
import { UNMATCHED_KINDS } from '@obolus/contract/workLists';
import type { Unmatched as Lines } from '@obolus/contract/views/bench';
import { server } from '../../server/api.ts';
import { useMe } from '../../server/me.ts';
import { List } from '../../lists/List.tsx';
import { Choice, Field } from '../../parts/Cells.tsx';
import { difference, isZero, sumOf } from '../../parts/exact.ts';
import { showFigure } from '../../parts/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { BenchTabs } from './BenchTabs.tsx';

type Row = Lines['rows'][number];
const AGES: readonly (readonly [name: string, from: number, until: number])[] = [
  ['to 30 days', 0, 30],
  ['31 to 60', 31, 60],
  ['61 to 90', 61, 90],
  ['older', 91, Infinity],
];

/** What goods received not invoiced is made of, by vendor and age, down to the lines; proved against the account. */
export function Unmatched() {
  const { company } = useMe();
  const asked = server.useUnmatchedQuery();
  const [kind, setKind] = useState<'' | Row['kind']>('');
  const [vendor, setVendor] = useState('');
  const data = asked.data;
  const rows = useMemo(() => (data?.rows ?? []).filter((row) => kind === '' || row.kind === kind), [data, kind]);
  const fixed = useMemo(
    (): Condition[] => [
      ...(kind === '' ? [] : [{ column: 'kind', is: 'is' as const, to: UNMATCHED_KINDS[kind] }]),
      ...(vendor === '' ? [] : [{ column: 'vendor_id', is: 'is' as const, to: vendor }]),
    ],
    [kind, vendor],
  );
  return (
    <div className="screen">
      <div>
        <Head
          title="Goods received not invoiced"
          about="What came and is not billed, what is billed and did not come, what went back and is not credited"
        />
        <BenchTabs />
      </div>
      <div className="body">
        {asked.isError && <Problem error={asked.error} again={asked.refetch} />}
        {data && (
          <>
            <div className="fields">
              <Field name="Show">
                <Choice
                  label="Show"
                  value={kind}
                  options={[['', 'all of it'], ...Object.entries(UNMATCHED_KINDS)]}
                  onChange={(to) => setKind(to as '' | Row['kind'])}
                />
              </Field>
            </div>
            <ByVendor
              rows={rows}
              currency={company.currency}
              chosen={vendor}
              onChoose={(id) => setVendor(id === vendor ? '' : id)}
            />
            <Proved data={data} currency={company.currency} />
            <List
              list="unmatched"
              fixed={fixed}
              empty={
                <>
                  <h2>Nothing of this kind</h2>
                  <p>
                    What is received and not billed, or billed and not received, stands here until the other half comes.
                  </p>
                </>
              }
            />
          </>
        )}
      </div>
    </div>
  );
}

function ByVendor({
  rows,
  currency,
  chosen,
  onChoose,
}: {
  rows: readonly Row[];
  currency: string;
  chosen: string;
  onChoose: (vendor: string) => void;
}) {
  const vendors = [...new Map(rows.map(({ vendor }) => [vendor.id, vendor])).values()].sort((a, b) =>
    a.name < b.name ? -1 : 1,
  );
  const sum = (of: readonly Row[]) =>
    sumOf(
      of.map(({ amount }) => amount),
      currency,
    );
  const aged = (of: readonly Row[], from: number, until: number) =>
    of.filter(({ days }) => days >= from && days <= until);
  return (
    <table className="sheet max-w-[860px]" aria-label="By vendor and age">
      <thead>
        <tr>
          <th>Vendor</th>
          {AGES.map(([name]) => (
            <th key={name} className="num">
              {name}
            </th>
          ))}
          <th className="num">Total, {currency}</th>
        </tr>
      </thead>
      <tbody>
        {vendors.map(({ id, name }) => {
          const own = rows.filter((row) => row.vendor.id === id);
          return (
            <tr key={id} className={id === chosen ? 'here' : undefined}>
              <td>
                <button type="button" className="act" aria-pressed={id === chosen} onClick={() => onChoose(id)}>
                  {name}
                </button>
              </td>
              {AGES.map(([age, from, until]) => {
                const figure = sum(aged(own, from, until));
                return (
                  <td key={age} className="num">
                    {isZero(figure) ? '' : showFigure(figure)}
                  </td>
                );
              })}
              <td className="num strong">{showFigure(sum(own))}</td>
            </tr>
          );
        })}
      </tbody>
      <tfoot>
        <tr>
          <td>Total</td>
          {AGES.map(([age, from, until]) => (
            <td key={age} className="num">
              {showFigure(sum(aged(rows, from, until)))}
            </td>
          ))}
          <td className="num">{showFigure(sum(rows))}</td>
        </tr>
      </tfoot>
    </table>
  );
}

/** The lines and what a period's end measured anew, beside the account: they agree, or it says by how much not. */
function Proved({ data, currency }: { data: Lines; currency: string }) {
  const gap = difference(data.sum, data.account);
  return (
    <p className="py-3" role="status">
      {isZero(data.measured) ? '' : `With ${showFigure(data.measured)} that the end of a period measured anew, the`}
      {isZero(data.measured) ? 'The' : ''} lines come to {showFigure(data.sum)} {currency}; the account goods received
      not invoiced stands at {showFigure(data.account)}.{' '}
      {isZero(gap) ? 'They agree.' : <b className="text-over">They differ by {showFigure(gap)}.</b>}
    </p>
  );
}
