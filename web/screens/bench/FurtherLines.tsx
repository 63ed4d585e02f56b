import type { PreviewReply, RefusalView } from '@obolus/contract/commands';
import { server } from '../../server/api.ts';
import { wrongAt } from '../../drafts/useDraft.ts';
import { Cell, Choice, TakeOut } from '../../parts/Cells.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { useChargeKinds, type ChargeKind } from '../../parts/chargeKinds.ts';
import { gridKeys } from '../../parts/gridKeys.ts';
import { Suggested } from '../../parts/Suggested.tsx';
import { useLines } from '../../parts/useLines.ts';
import { useMe } from '../../server/me.ts';
import { Allowed } from '../../parts/Allowed.tsx';
import { nextLine, pointerOf, type FurtherLine } from './further.ts';

const BESIDE_CHARGES: readonly (readonly [string, string])[] = [
  ['expense', 'expense'],
  ['tax-reclaimed', 'tax, reclaimed'],
  ['tax-kept', 'tax, not reclaimed'],
];

/** What the bill lists besides goods: charges, which are put on goods later; expenses; tax. */
export function FurtherLines({
  lines,
  change,
  refusals,
  differences,
  currency,
  goods,
  vendor,
}: {
  lines: readonly FurtherLine[];
  change: (lines: FurtherLine[]) => void;
  refusals: readonly RefusalView[];
  differences: PreviewReply['differences'];
  currency: string;
  goods: boolean;
  vendor: string;
}) {
  const { company } = useMe();
  const vendors = server.useVendorsQuery();
  const chargeKinds = useChargeKinds();
  const kinds = chargeKinds.map(({ code }) => code);
  const usual = vendors.data?.rows.find(({ id }) => id === vendor)?.usualExpense ?? '';
  const first: FurtherLine = usual === '' ? nextLine([], kinds) : { what: 'expense', about: usual, amount: '' };
  // What a first line is usually for is known once both are here; whoever types sooner would type into another line.
  const isKnown = vendors.data !== undefined && kinds.length > 0;
  const rows = lines.length > 0 || goods ? lines : isKnown ? [first] : [];
  const { table, set, add } = useLines(rows, nextLine(rows, kinds), () => false, change);
  const take = (at: number) => change(rows.filter((_, position) => position !== at));
  return (
    <section className="py-4 max-w-[860px]" aria-label="Charges on this bill">
      {rows.length > 0 && (
        <table className="sheet" aria-label="Charges" ref={table}>
          <thead>
            <tr>
              <th className="min-w-[150px]">Charge, expense or tax</th>
              <th>What for</th>
              <th className="num min-w-[140px]">Amount, {currency}</th>
              <th className="min-w-[30px]">
                <span className="sr-only">Take out</span>
              </th>
            </tr>
          </thead>
          <tbody onKeyDown={gridKeys({ onLastEnter: () => add(), onRemove: take })}>
            {rows.map((line, at) => {
              const difference = differences.find((one) => one.at === pointerOf(rows, at));
              const wrong = (field: string) => wrongAt(refusals, `${pointerOf(rows, at)}${field}`);
              return (
                <tr key={at}>
                  <td>
                    <Choice
                      label={`Kind of charge ${at + 1}`}
                      value={line.what}
                      options={[...kinds.map((kind) => [kind, kind] as const), ...BESIDE_CHARGES]}
                      wrong={wrong('/kind') ?? wrong('')}
                      onChange={(what) =>
                        set(at, {
                          what: what as FurtherLine['what'],
                          about: what === 'expense' ? line.about || usual : '',
                        })
                      }
                    />
                  </td>
                  <td className="w-full">
                    {line.what === 'expense' ? (
                      <Cell
                        label={`What expense ${at + 1} is for`}
                        value={line.about}
                        placeholder="Packing paper, cleaning …"
                        list="expense-accounts"
                        wrong={wrong('/expense')}
                        onChange={(about) => set(at, { about })}
                      />
                    ) : difference?.outside || line.reason ? (
                      <span className="flex flex-wrap items-baseline gap-x-3 whitespace-normal" data-difference>
                        {difference && (
                          <span className="whitespace-nowrap">
                            <Allowed difference={difference} currency={company.currency} />
                          </span>
                        )}
                        <span className="grow min-w-[180px]">
                          <Cell
                            label={`Why charge ${at + 1} is so`}
                            placeholder="Why it is taken"
                            list="usual-reasons"
                            value={line.reason ?? ''}
                            wrong={wrong('/reason')}
                            onChange={(reason) => set(at, { reason })}
                          />
                        </span>
                      </span>
                    ) : (
                      <span className="dim">
                        {[line.about, saysOf(line.what, chargeKinds)].filter(Boolean).join(', ')}
                        {difference && ' · '}
                        {difference && <Allowed difference={difference} currency={company.currency} />}
                      </span>
                    )}
                  </td>
                  <td>
                    <FigureCell
                      label={`Amount of charge ${at + 1}`}
                      value={line.amount}
                      wrong={wrong('/amount')}
                      onChange={(amount) => set(at, { amount })}
                    />
                  </td>
                  <td className="num">
                    <TakeOut label={`Take out charge ${at + 1}`} onClick={() => take(at)} />
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      <Suggested register="expense-accounts" field="code" />
      <button type="button" className="act pt-2" onClick={() => add()}>
        {goods && rows.length === 0 ? 'Add a charge, an expense or tax that stands on this bill' : 'Another line'}
      </button>
    </section>
  );
}

/** What becomes of a charge or a tax. */
function saysOf(what: string, kinds: readonly ChargeKind[]): string {
  if (what === 'tax-reclaimed') return 'never part of cost';
  if (what === 'tax-kept') return 'part of the cost of what it was charged on';
  return kinds.some(({ code, isCost }) => code === what && !isCost)
    ? 'no part of cost'
    : 'a charge, put on goods later';
}
