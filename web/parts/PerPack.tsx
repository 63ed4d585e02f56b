import { showFigure } from '../locale/figures.ts';
import { say } from '../locale/say.ts';

/** What a price is for, where that is not one stock unit. */
export function PerPack({ line }: { line: { unit: string; per: string; item: { unit: string } | null } }) {
  if (line.per === '1') return null;
  return (
    <span
      className="dim"
      title={say('parts.pack_holds', { unit: line.unit, per: showFigure(line.per), stockUnit: line.item?.unit ?? '' })}
    >
      {say('parts.per', { unit: line.unit })}
    </span>
  );
}
