import type { OpenOrderLine } from '@obolus/contract/views/orders';
import { useMayPost } from '../../server/me.ts';
import { Cell, Said } from '../../parts/Cells.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import type { FurtherOfLine } from './counting.ts';
import { say } from '../../locale/say.ts';
import { showFigure } from '../../locale/figures.ts';

interface Props {
  readonly line: OpenOrderLine;
  readonly label: string;
  readonly said: FurtherOfLine;
  readonly wrong: (field: string) => string | undefined;
  readonly onChange: (said: FurtherOfLine) => void;
}

/** What is seldom said of a line that came: the origin seen on the goods, and another price than the order's, with the reason. */
export function FurtherOfCount({ line, label, said, wrong, onChange }: Props) {
  const mayPrice = useMayPost('bill');
  return (
    <div className="flex flex-wrap items-start gap-x-8 gap-y-2">
      {line.warehouse && <span className="dim">{say('receiving.ordered_into', { name: line.warehouse.name })}</span>}
      <Said name={say('receiving.origin_seen')} width="w-[60px]">
        <Cell
          label={say('receiving.origin_of', { label })}
          placeholder={say('drafts.usual')}
          value={said.origin ?? ''}
          wrong={wrong('origin')}
          onChange={(origin) => onChange({ ...said, origin: origin.toUpperCase().slice(0, 2) })}
        />
      </Said>
      <label className="flex items-center gap-2">
        <input
          type="checkbox"
          className="accent-bronze"
          aria-label={say('receiving.proof_of', { label })}
          checked={said.preference ?? false}
          onChange={(event) => onChange({ ...said, preference: event.target.checked })}
        />
        <span className="dim">{say('receiving.proof_here')}</span>
      </label>
      {mayPrice && (
        <>
          <Said name={say('receiving.other_price', { price: showFigure(line.price) })} width="w-[90px]">
            <FigureCell
              label={say('receiving.price_of', { label })}
              value={said.price ?? ''}
              wrong={wrong('price')}
              onChange={(price) => onChange({ ...said, price })}
            />
          </Said>
          {said.price && (
            <Said name={say('receiving.because')} width="w-[220px]">
              <Cell
                label={say('receiving.why_price_of', { label })}
                value={said.reason ?? ''}
                wrong={wrong('reason')}
                onChange={(reason) => onChange({ ...said, reason })}
              />
            </Said>
          )}
        </>
      )}
    </div>
  );
}
