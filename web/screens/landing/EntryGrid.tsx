import type { RefusalView } from '@obolus/contract/commands';
import type { ReceivedLine } from '@obolus/contract/views/receiving';
import { wrongAt } from '../../drafts/useDraft.ts';
import { useMe } from '../../server/me.ts';
import { Cell, Choice, TakeOut } from '../../parts/Cells.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { sumOf } from '../../parts/exact.ts';
import { showFigure } from '../../locale/figures.ts';
import { useGridKeys } from '../../keys/useGridKeys.ts';
import { useLines } from '../../parts/useLines.ts';
import { type Body, type EntryLine, isBlank, NO_LINE, parted } from './entryLines.ts';
import { say } from '../../locale/say.ts';

interface Props {
  readonly body: Body;
  readonly change: (to: Partial<Body>) => void;
  readonly refusals: readonly RefusalView[];
  readonly received: readonly ReceivedLine[];
}

const PREFERENCES = [
  ['', 'landing.as_received'],
  ['yes', 'landing.claimed'],
  ['no', 'landing.not_claimed'],
] as const;
const AMOUNTS = [
  ['value', 'word.customs_value'],
  ['duty', 'choice.duty'],
  ['importTax', 'landing.import_tax'],
] as const;

/** The lines of a customs entry: goods of one code and origin, what they are worth in the books, and what the entry states of them. */
export function EntryGrid({ body, change, refusals, received }: Props) {
  const { currency } = useMe().company;
  const { table, set, add, remove, sentAt } = useLines(body.lines, NO_LINE, isBlank, (lines) => change({ lines }));
  const goodsIn = ({ goods }: EntryLine) => received.filter(({ line }) => goods.includes(line));
  const worth = (line: EntryLine) =>
    sumOf(
      goodsIn(line).map(({ goods }) => goods),
      currency,
    );
  const keys = useGridKeys({ onLastEnter: () => add(), onRemove: remove });
  return (
    <div className="pt-4">
      <table className="sheet ruled" ref={table} aria-label={say('landing.lines_of_entry')}>
        <thead>
          <tr>
            <th>{say('word.goods')}</th>
            <th className="min-w-[110px]">{say('word.tariff_code')}</th>
            <th className="min-w-[64px]">{say('word.origin')}</th>
            <th className="min-w-[110px]">{say('word.preference')}</th>
            <th className="num">{say('landing.goods_in_books')}</th>
            {AMOUNTS.map(([field, name]) => (
              <th key={field} className="num min-w-[110px]">
                {say(name)}
              </th>
            ))}
            <th className="min-w-[30px]">
              <span className="sr-only">{say('entries.take_out')}</span>
            </th>
          </tr>
        </thead>
        <tbody ref={keys}>
          {body.lines.map((line, at) => {
            const wrong = (field: string) => wrongAt(refusals, `/lines/${sentAt(at)}/${field}`);
            const goods = goodsIn(line);
            return (
              <tr key={at}>
                <td className="name">
                  {goods.map(({ line: id, item, receipt }) => (
                    <div key={id} className="flex gap-2" title={`${item.number} ${item.name}, ${receipt.number}`}>
                      <span className="truncate">
                        {item.name} <span className="dim">{receipt.number}</span>
                      </span>
                      {goods.length > 1 && (
                        <button
                          type="button"
                          className="act shrink-0"
                          aria-label={say('landing.own_line_of', { name: item.name, number: receipt.number })}
                          onClick={() => change({ lines: parted(body.lines, id) })}
                        >
                          {say('landing.own_line')}
                        </button>
                      )}
                    </div>
                  ))}
                  {goods.length === 0 && <span className="dim">{say('landing.not_received')}</span>}
                  {wrong('goods') && <div className="wrong">{wrong('goods')}</div>}
                </td>
                <td>
                  <Cell
                    label={say('orders.at_line', { what: { word: 'word.tariff_code' }, at: at + 1 })}
                    value={line.code}
                    wrong={wrong('code')}
                    onChange={(code) => set(at, { code })}
                  />
                </td>
                <td>
                  <Cell
                    label={say('orders.at_line', { what: { word: 'word.origin' }, at: at + 1 })}
                    value={line.origin}
                    wrong={wrong('origin')}
                    onChange={(origin) => set(at, { origin: origin.toUpperCase().slice(0, 2) })}
                  />
                </td>
                <td>
                  <Choice
                    label={say('orders.at_line', { what: { word: 'word.preference' }, at: at + 1 })}
                    value={line.preference}
                    options={PREFERENCES.map(([code, word]) => [code, say(word)])}
                    onChange={(preference) => set(at, { preference: preference as EntryLine['preference'] })}
                  />
                </td>
                <td className="num dim">{goods.length > 0 && showFigure(worth(line))}</td>
                {AMOUNTS.map(([field, name]) => (
                  <td key={field}>
                    <FigureCell
                      label={say('orders.at_line', { what: { word: name }, at: at + 1 })}
                      value={line[field]}
                      wrong={wrong(field)}
                      onChange={(amount) => set(at, { [field]: amount })}
                    />
                  </td>
                ))}
                <td className="num">
                  <TakeOut label={say('orders.take_out_line', { at: at + 1 })} onClick={() => remove(at)} />
                </td>
              </tr>
            );
          })}
        </tbody>
        <tfoot>
          <tr>
            <td colSpan={4}>{say('status.total')}</td>
            <td className="num dim">{showFigure(sumOf(body.lines.map(worth), currency))}</td>
            {AMOUNTS.map(([field]) => (
              <td key={field} className="num">
                {showFigure(
                  sumOf(
                    body.lines.map((line) => line[field]),
                    currency,
                  ),
                )}
              </td>
            ))}
            <td />
          </tr>
        </tfoot>
      </table>
      <button type="button" className="act pt-2" onClick={() => add()}>
        {say('orders.another_line')}
      </button>
    </div>
  );
}
