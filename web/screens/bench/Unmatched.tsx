import { useMemo, useState } from 'react';
import type { Condition } from '@obolus/contract/listState';
import type { Unmatched as Lines } from '@obolus/contract/views/bench';
import { server } from '../../server/api.ts';
import { useMe } from '../../server/me.ts';
import { List } from '../../lists/List.tsx';
import { Choice, Field } from '../../parts/Cells.tsx';
import { difference, isZero, sumOf } from '../../parts/exact.ts';
import { showFigure } from '../../locale/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { BenchTabs } from './BenchTabs.tsx';
import { Explain } from '../../guide/Explain.tsx';
import { say } from '../../locale/say.ts';
import type { MessageId } from '@obolus/messages/message';
import { Empty } from '../../parts/Empty.tsx';

type Row = Lines['rows'][number];
const KINDS = [
  ['received', 'status.received'],
  ['billed', 'status.billed-ahead'],
  ['returned', 'status.returned'],
] as const;

const AGES: readonly (readonly [name: MessageId, from: number, until: number])[] = [
  ['bench.age_30', 0, 30],
  ['bench.age_60', 31, 60],
  ['bench.age_90', 61, 90],
  ['bench.age_older', 91, Infinity],
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
      ...(kind === '' ? [] : [{ column: 'kind', is: 'is' as const, to: kind === 'billed' ? 'billed-ahead' : kind }]),
      ...(vendor === '' ? [] : [{ column: 'vendor_id', is: 'is' as const, to: vendor }]),
    ],
    [kind, vendor],
  );
  return (
    <div className="screen">
      <div>
        <Head
          title={say('list.unmatched')}
          about={
            <>
              {say('bench.unmatched_about')}
              <Explain what={say('list.unmatched')} chapter="match-bench" of="grni" />
            </>
          }
        />
        <BenchTabs />
      </div>
      <div className="body">
        {asked.isError && <Problem error={asked.error} again={asked.refetch} />}
        {data && (
          <>
            <div className="fields">
              <Field name={say('bench.show')}>
                <Choice
                  label={say('bench.show')}
                  value={kind}
                  options={[['', say('bench.all_of_it')], ...KINDS.map(([of, word]) => [of, say(word)] as const)]}
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
              empty={<Empty title={say('bench.none_of_kind')} more={say('bench.none_of_kind_more')} />}
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
    <table className="sheet max-w-[860px]" aria-label={say('bench.by_vendor_age')}>
      <thead>
        <tr>
          <th>{say('word.vendor')}</th>
          {AGES.map(([name]) => (
            <th key={name} className="num">
              {say(name)}
            </th>
          ))}
          <th className="num">{say('bench.total_in', { currency })}</th>
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
          <td>{say('status.total')}</td>
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
      {say(isZero(data.measured) ? 'bench.lines_sum' : 'bench.lines_sum_measured', {
        measured: showFigure(data.measured),
        sum: showFigure(data.sum),
        currency,
        account: showFigure(data.account),
      })}{' '}
      {isZero(gap) ? (
        say('bench.agree')
      ) : (
        <b className="text-over">{say('bench.differ_by', { gap: showFigure(gap) })}</b>
      )}
    </p>
  );
}
