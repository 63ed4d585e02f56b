import { useState } from 'react';
import type { ItemView } from '@obolus/contract/views/setUp';
import { server } from '../server/api.ts';
import { compareFigures, difference } from '../parts/exact.ts';
import { showFigure } from '../locale/figures.ts';
import { Cell } from '../parts/Cells.tsx';
import { DateCell } from '../parts/DateCell.tsx';
import { FigureCell } from '../parts/FigureCell.tsx';
import {
  heldByLot,
  type LotPart,
  LOTS,
  lotsToSend,
  namedIn,
  oldestFirst,
  serialRun,
  serialsOf,
  withoutRanges,
} from './lots.ts';
import { say } from '../locale/say.ts';
import { Below } from '../table/Line.tsx';

interface Props {
  readonly item: ItemView;
  /** The line in words, for those who hear the screen. */
  readonly line: string;
  /** How much the line says. */
  readonly quantity: string;
  readonly parts: readonly LotPart[] | undefined;
  readonly onChange: (parts: readonly LotPart[]) => void;
  /** What is wrong, by the pointer below `lots`: '' for all of them, '/0' for the first that is sent. */
  readonly wrong: (at: string) => string | undefined;
}

/** The row below a line of goods kept by lot or serial number that come in: which they are. */
export function LotsIn({ item, line, quantity, parts = [], onChange, wrong }: Props) {
  const rows = parts.length > 0 ? parts : [NO_LOT];
  const set = (at: number, to: Partial<LotPart>) =>
    onChange(rows.map((part, position) => (position === at ? { ...part, ...to } : part)));
  const sent = lotsToSend(item.tracking, parts, quantity).lots ?? [];
  const missing = Number(difference(quantity || '0', namedIn(item.tracking, parts, quantity)) ?? '0');
  const pointerOf = (lot: string) => `/${sent.findIndex((part) => part.lot === lot.trim())}`;
  const wrongSerial =
    item.tracking === 'serial' ? sent.map((_, at) => wrong(`/${at}`) ?? wrong(`/${at}/lot`)).find(Boolean) : undefined;
  return (
    <LotRow item={item} quantity={quantity} parts={parts} wrong={wrong('') ?? wrongSerial}>
      {item.tracking === 'serial' ? (
        <div className="flex items-start gap-5">
          <textarea
            className="cell"
            aria-label={say('parts.serials_of', { line })}
            aria-invalid={wrong('') || wrongSerial ? true : undefined}
            rows={Math.min(6, Math.max(2, parts.length))}
            placeholder={say('parts.serials_hint')}
            value={parts.map(({ lot }) => lot).join('\n')}
            onChange={(event) => onChange(event.target.value === '' ? [] : serialsOf(event.target.value))}
            onBlur={() => onChange(withoutRanges(parts))}
          />
          <SerialRun line={line} missing={missing} onRun={(run) => onChange([...sent, ...run])} />
        </div>
      ) : (
        <div className="flex flex-wrap items-start gap-x-5 gap-y-1">
          {rows.map((part, at) => (
            <div key={at} className="flex gap-1">
              <div className="w-[130px]">
                <Cell
                  label={say('parts.lot_at', { at: at + 1, line })}
                  value={part.lot}
                  placeholder={say('parts.lot')}
                  wrong={wrong(pointerOf(part.lot)) ?? wrong(`${pointerOf(part.lot)}/lot`)}
                  onChange={(lot) => set(at, { lot })}
                />
              </div>
              <div className="w-[84px]">
                <FigureCell
                  label={say('parts.lot_quantity_at', { at: at + 1, line })}
                  value={part.quantity}
                  placeholder={rows.length === 1 ? quantity : ''}
                  wrong={wrong(`${pointerOf(part.lot)}/quantity`)}
                  onChange={(of) => set(at, { quantity: of })}
                />
              </div>
              <div className="w-[128px]">
                <DateCell
                  label={say('parts.lot_expires_at', { at: at + 1, line })}
                  value={part.expires ?? ''}
                  wrong={wrong(`${pointerOf(part.lot)}/expires`)}
                  onChange={(expires) => set(at, { expires })}
                />
              </div>
            </div>
          ))}
          <button type="button" className="act leading-[26px]" onClick={() => onChange([...rows, NO_LOT])}>
            {say('parts.another_lot')}
          </button>
        </div>
      )}
    </LotRow>
  );
}

/** Numbers the goods that have none yet, from the first number on. */
function SerialRun({ line, missing, onRun }: { line: string; missing: number; onRun: (run: LotPart[]) => void }) {
  const [first, setFirst] = useState('');
  if (!(missing > 0)) return null;
  const run = serialRun(first, missing);
  return (
    <div className="flex items-baseline gap-3">
      <span className="w-[150px]">
        <Cell
          label={say('parts.first_of_run_of', { line })}
          placeholder={say('parts.first_of_run')}
          value={first}
          onChange={setFirst}
        />
      </span>
      <button
        type="button"
        className="act whitespace-nowrap"
        disabled={run.length === 0}
        onClick={() => {
          onRun(run);
          setFirst('');
        }}
      >
        {run.length === 0
          ? say('parts.number_missing', { missing })
          : say('parts.run_to', { first: run[0]?.lot ?? '', last: run.at(-1)?.lot ?? '' })}
      </button>
    </div>
  );
}

const NO_LOT: LotPart = { lot: '', quantity: '' };

/** The row below a line of goods kept by lot or serial number that go out: which of those that are here. */
export function LotsOut({ warehouse, ...props }: Props & { readonly warehouse: string }) {
  const { item, line, quantity, parts = [], onChange, wrong } = props;
  const held = server.useHeldStockQuery({ params: { item: item.id, warehouse } });
  const lots = heldByLot(held.currentData?.layers ?? []);
  const takenOf = (lot: string) => parts.find((part) => part.lot === lot)?.quantity ?? '';
  const set = (lot: string, taken: string) =>
    onChange([...parts.filter((part) => part.lot !== lot), ...(taken === '' ? [] : [{ lot, quantity: taken }])]);
  const sent = lotsToSend(item.tracking, parts, quantity).lots ?? [];
  const wrongPart = (lot: string) => {
    const at = `/${sent.findIndex((part) => part.lot === lot)}`;
    return wrong(at) ?? wrong(`${at}/quantity`);
  };
  const gone = parts.filter(({ lot }) => held.currentData && !lots.some((known) => known.lot === lot));
  return (
    <LotRow
      item={item}
      quantity={quantity}
      parts={parts}
      oldest={quantity !== '' && lots.length > 0 ? () => onChange(oldestFirst(lots, quantity)) : undefined}
      wrong={
        wrong('') ??
        (gone.length > 0 ? say('parts.not_in_warehouse', { lots: gone.map(({ lot }) => lot).join(', ') }) : undefined)
      }
    >
      {lots.length === 0 ? (
        <p className="dim py-1">{held.isFetching ? say('parts.looking_stock') : say('parts.none_here')}</p>
      ) : (
        <div className="flex flex-wrap items-center gap-x-5 gap-y-1 max-h-[170px] overflow-auto">
          {lots.map(({ lot, quantity: here }) =>
            item.tracking === 'serial' ? (
              <label key={lot} className="flex items-center gap-1.5 h-[26px]">
                <input
                  type="checkbox"
                  aria-label={`${lot}, ${line}`}
                  checked={takenOf(lot) !== ''}
                  onChange={(event) => set(lot, event.target.checked ? '1' : '')}
                />
                {lot}
              </label>
            ) : (
              <div key={lot} className="flex items-start gap-2">
                <span className="leading-[26px]">
                  {lot} <span className="dim">{showFigure(here)}</span>
                </span>
                <div className="w-[84px]">
                  <FigureCell
                    label={say('parts.out_of_lot', { lot, line })}
                    value={takenOf(lot)}
                    wrong={wrongPart(lot)}
                    onChange={(taken) => set(lot, taken)}
                  />
                </div>
              </div>
            ),
          )}
        </div>
      )}
    </LotRow>
  );
}

/** What the parts come to beside what the line says; in agreement nothing is marked. */
function LotRow({
  item,
  quantity,
  parts,
  wrong,
  oldest,
  children,
}: Pick<Props, 'item' | 'quantity' | 'parts'> & {
  wrong: string | undefined;
  oldest?: (() => void) | undefined;
  children: React.ReactNode;
}) {
  const named = namedIn(item.tracking, parts, quantity);
  const gap = compareFigures(named, quantity || '0');
  return (
    <Below>
      <div className="flex items-start gap-4 pl-4 py-1">
        <span className="w-[150px] shrink-0 leading-[26px]">
          {item.tracking === 'none' ? '' : say(LOTS[item.tracking])}{' '}
          <span className={gap === 0 ? 'dim' : gap > 0 ? 'text-over' : 'text-short'}>
            {gap === 0 ? '' : gap > 0 ? '▲ ' : '▼ '}
            {say('parts.lots_of', { named: showFigure(named), quantity: showFigure(quantity || '0') })}
          </span>
          {oldest && (
            <button type="button" className="act block" onClick={oldest}>
              {say('parts.oldest_first')}
            </button>
          )}
        </span>
        <div className="grow min-w-0">
          {children}
          {wrong && <div className="wrong">{wrong}</div>}
        </div>
      </div>
    </Below>
  );
}
