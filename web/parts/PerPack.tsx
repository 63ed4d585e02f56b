import { showFigure } from './figures.ts';

/** What a price is for, where that is not one stock unit. */
export function PerPack({ line }: { line: { unit: string; per: string; item: { unit: string } | null } }) {
  if (line.per === '1') return null;
  return (
    <span className="dim" title={`One ${line.unit} holds ${showFigure(line.per)} ${line.item?.unit ?? ''}`}>
      a {line.unit}
    </span>
  );
}
