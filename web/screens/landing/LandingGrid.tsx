import type { PreviewReply, RefusalView } from '@obolus/contract/commands';
import type { OpenCharge } from '@obolus/contract/views/bench';
import type { ReceivedLine } from '@obolus/contract/views/receiving';
import { wrongAt } from '../../drafts/useDraft.ts';
import { useMe } from '../../server/me.ts';
import { Choice } from '../../parts/Cells.tsx';
import { difference, isZero, portion, sumOf } from '../../parts/exact.ts';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { showFigure } from '../../locale/figures.ts';
import { useGridKeys } from '../../keys/useGridKeys.ts';
import { type Basis, BASIS_NAMES, type Body } from './sheet.ts';
import { type ColumnShares, lineUnitCost, sharesOf, workedShares } from './shares.ts';
import { Explain } from '../../guide/Explain.tsx';
import { say, sayAll } from '../../locale/say.ts';
import { BASES } from '@obolus/contract/kinds/allocation';

interface Props {
  readonly body: Body;
  readonly change: (to: Partial<Body>) => void;
  readonly refusals: readonly RefusalView[];
  readonly charges: readonly OpenCharge[];
  readonly lines: readonly ReceivedLine[];
  /** Shares as the server works them out: what is shared by duty needs the tariff schedule. */
  readonly worked: PreviewReply['shares'];
}

/** Rows are received lines, columns are goods, each charge, what it comes to, and the unit cost before and after. */
export function LandingGrid({ body, change, refusals, charges, lines, worked }: Props) {
  const { currency } = useMe().company;
  const columns = charges.map((charge) => {
    const at = body.charges.findIndex((entry) => entry.of === charge.line);
    const chosen = body.charges[at] as Body['charges'][number];
    const shares =
      chosen.basis === 'duty' ? workedShares(worked, charge.line, lines) : sharesOf(charge, chosen, lines, currency);
    return { charge, chosen, at, shares };
  });
  const set = (at: number, to: Partial<Body['charges'][number]>) =>
    change({ charges: body.charges.map((charge, position) => (position === at ? { ...charge, ...to } : charge)) });
  const keys = useGridKeys({});
  return (
    <div className="pt-3">
      <table className="sheet" aria-label={say('frame.landing')}>
        <thead>
          <tr>
            <th>{say('landing.received_line')}</th>
            <th className="num">{say('word.goods')}</th>
            {columns.map(({ charge, chosen, at }) => (
              <th key={charge.line} className="num min-w-[112px]">
                <div className="capitalize text-ink">{charge.kind}</div>
                <div className="font-normal">{showFigure(charge.left)}</div>
                <div className="font-normal dim">{charge.bill.number}</div>
                <Choice
                  label={say('landing.basis_of', { kind: charge.kind, number: charge.bill.number })}
                  className="num text-bronze font-semibold"
                  value={chosen.basis}
                  options={BASES.map((basis) => [basis, say(BASIS_NAMES[basis])])}
                  onChange={(basis) => set(at, { basis: basis as Basis })}
                />
                {refusals
                  .filter((refusal) => refusal.at.startsWith(`/charges/${at}`) && !refusal.at.includes('/fixed/'))
                  .map((refusal) => (
                    <div key={refusal.reason} className="wrong whitespace-normal max-w-[160px]">
                      {sayAll(refusal.says)}
                    </div>
                  ))}
              </th>
            ))}
            <th className="num">
              {say('landing.landed')}
              <Explain what={say('landing.landed')} chapter="landing-sheet" of="landed" />
            </th>
            <th className="num">{say('landing.unit_cost_before')}</th>
            <th className="num">{say('landing.after')}</th>
            <th className="num">%</th>
          </tr>
        </thead>
        <tbody ref={keys}>
          {lines.map((line, row) => (
            <Row
              key={line.line}
              line={line}
              row={row}
              columns={columns}
              set={set}
              wrong={wrongAt(refusals, `/to/${row}`)}
              wrongShare={(at) => wrongShare(body, refusals, at, line.line)}
            />
          ))}
        </tbody>
        <tfoot>
          <tr>
            <td>{say('kind.amounts_shared_out')}</td>
            <td className="num">
              {showFigure(
                sumOf(
                  lines.map((line) => line.goods),
                  currency,
                ),
              )}
            </td>
            {columns.map(({ charge, shares }) => (
              <td key={charge.line} className="num">
                {shares.ok ? showFigure(sumOf(shares.shares, currency)) : '–'}
              </td>
            ))}
            <td className="num">
              {showFigure(
                sumOf(
                  [
                    ...lines.map((line) => line.value),
                    ...columns.flatMap(({ shares }) => (shares.ok ? shares.shares : [])),
                  ],
                  currency,
                ),
              )}
            </td>
            <td colSpan={3} />
          </tr>
          <tr className="plain">
            <td>{say('landing.left_of_charge')}</td>
            <td />
            {columns.map(({ charge, shares }) => (
              <td key={charge.line} className="num">
                {showFigure(shares.ok ? difference(charge.left, sumOf(shares.shares, currency)) : charge.left, 2)}
              </td>
            ))}
            <td colSpan={4} />
          </tr>
        </tfoot>
      </table>
    </div>
  );
}

/** What is wrong with the share typed on a line: shares by hand are sent in the order of the lines, blank ones left out. */
function wrongShare(body: Body, refusals: readonly RefusalView[], at: number, line: string): string | undefined {
  const sent = body.to.filter((each) => body.charges[at]?.fixed[each]);
  return wrongAt(refusals, `/charges/${at}/fixed/${sent.indexOf(line)}/amount`);
}

interface Column {
  readonly charge: OpenCharge;
  readonly chosen: Body['charges'][number];
  readonly at: number;
  readonly shares: ColumnShares;
}

function Row({
  line,
  row,
  columns,
  set,
  wrong,
  wrongShare,
}: {
  line: ReceivedLine;
  row: number;
  columns: readonly Column[];
  set: (at: number, to: Partial<Body['charges'][number]>) => void;
  wrong: string | undefined;
  wrongShare: (at: number) => string | undefined;
}) {
  const { currency } = useMe().company;
  const added = columns.map(({ shares }) => (shares.ok ? (shares.shares[row] ?? '0') : '0'));
  const landed = sumOf([line.value, ...added], currency);
  const before = lineUnitCost(line.value, line.received, currency);
  const after = lineUnitCost(landed, line.received, currency);
  const sold = difference(line.received, line.onHand) ?? '0';
  return (
    <tr>
      <td
        className="name"
        title={say(isZero(sold) ? 'landing.line_here' : 'landing.line_on_hand', {
          item: `${line.item.number} ${line.item.name}`,
          receipt: line.receipt.number,
          onHand: showFigure(line.onHand),
          received: showFigure(line.received),
        })}
      >
        {line.item.name} <span className="dim">{line.receipt.number}</span>
        {!isZero(sold) && (
          <span
            className="bar"
            role="img"
            aria-label={say('landing.on_hand_of', {
              onHand: showFigure(line.onHand),
              received: showFigure(line.received),
            })}
          >
            <i style={{ width: `${portion(line.onHand, line.received) * 100}%` }} />
          </span>
        )}
        {wrong && <span className="wrong"> {wrong}</span>}
      </td>
      <td className="num">{showFigure(line.goods)}</td>
      {columns.map(({ charge, chosen, at, shares }) => {
        const typed = chosen.fixed[line.line] ?? '';
        const says = wrongShare(at);
        return (
          <td key={charge.line}>
            <FigureCell
              className={typed ? 'byhand' : ''}
              label={say(typed ? 'landing.share_by_hand' : 'landing.share_of', {
                kind: charge.kind,
                item: line.item.name,
                receipt: line.receipt.number,
              })}
              value={typed}
              wrong={says}
              placeholder={shares.ok ? showFigure(shares.shares[row]) : '–'}
              onChange={(figure) => set(at, { fixed: { ...chosen.fixed, [line.line]: figure } })}
            />
          </td>
        );
      })}
      <td className="num strong">{showFigure(landed)}</td>
      <td className="num dim">{showFigure(before)}</td>
      <td className="num strong">{showFigure(after)}</td>
      <td className="num">
        {before !== undefined && after !== undefined && !isZero(before) ? percent(before, after) : ''}
      </td>
    </tr>
  );
}

/** The change in percent, for reading only: one decimal. */
function percent(before: string, after: string): string {
  const change = (Number(after) / Number(before) - 1) * 100;
  return change.toFixed(1);
}
