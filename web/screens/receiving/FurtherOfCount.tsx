import type { OpenOrderLine } from '@obolus/contract/views/orders';
import { useMayPost } from '../../server/me.ts';
import { Cell, Said } from '../../parts/Cells.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import type { FurtherOfLine } from './counting.ts';

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
      {line.warehouse && <span className="dim">Ordered into {line.warehouse.name}</span>}
      <Said name="Origin seen on the goods" width="w-[60px]">
        <Cell
          label={`Origin, ${label}`}
          placeholder="as usual"
          value={said.origin ?? ''}
          wrong={wrong('origin')}
          onChange={(origin) => onChange({ ...said, origin: origin.toUpperCase().slice(0, 2) })}
        />
      </Said>
      <label className="flex items-center gap-2">
        <input
          type="checkbox"
          className="accent-bronze"
          aria-label={`Proof of origin, ${label}`}
          checked={said.preference ?? false}
          onChange={(event) => onChange({ ...said, preference: event.target.checked })}
        />
        <span className="dim">proof of origin is here: a preference is claimed</span>
      </label>
      {mayPrice && (
        <>
          <Said name={`Another price than ${line.price}`} width="w-[90px]">
            <FigureCell
              label={`Price, ${label}`}
              value={said.price ?? ''}
              wrong={wrong('price')}
              onChange={(price) => onChange({ ...said, price })}
            />
          </Said>
          {said.price && (
            <Said name="because" width="w-[220px]">
              <Cell
                label={`Why another price, ${label}`}
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
