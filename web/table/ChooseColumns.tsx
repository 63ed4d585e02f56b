import { Popover } from 'radix-ui';
import { useState } from 'react';
import { say } from '../locale/say.ts';
import type { Column } from './column.ts';
import type { Columns } from './useColumns.ts';

interface Props<Line> {
  readonly label: string;
  readonly columns: readonly Column<Line>[];
  readonly model: Columns<Line>;
  /** Said in a word, in a row of such; else a sign at the table's corner. */
  readonly inWords?: true;
}

/** Which columns are shown, which stay in sight at the left, and how wide they are: each person's own. */
export function ChooseColumns<Line>({ label, columns, model, inWords }: Props<Line>) {
  const isShown = (id: string) => model.shown.some((column) => column.id === id);
  const named = columns.filter(({ silent }) => !silent);
  return (
    <Popover.Root>
      {inWords ? (
        <Popover.Trigger className="act">{say('lists.columns')}</Popover.Trigger>
      ) : (
        <Popover.Trigger
          className="choose-columns"
          aria-label={say('table.columns_of', { label })}
          title={say('lists.columns')}
        >
          <svg viewBox="0 0 12 12" width="12" height="12" aria-hidden="true">
            <path d="M1.5 1v10M6 1v10M10.5 1v10" stroke="currentColor" strokeWidth="1.5" fill="none" />
          </svg>
        </Popover.Trigger>
      )}
      <Popover.Portal>
        <Popover.Content
          className="menu px-4 py-3"
          align="end"
          sideOffset={4}
          aria-label={say('table.columns_of', { label })}
        >
          <table className="sheet tight">
            <thead>
              <tr>
                <th>{say('table.column')}</th>
                <th className="text-center">{say('table.shown')}</th>
                <th className="text-center">{say('table.fixed')}</th>
                <th className="num">{say('table.width')}</th>
              </tr>
            </thead>
            <tbody>
              {named.map(({ id, title, always }) => (
                <tr key={id}>
                  <td>{title}</td>
                  <td className="text-center">
                    <input
                      type="checkbox"
                      aria-label={say('table.shown_of', { title })}
                      checked={isShown(id)}
                      disabled={always}
                      onChange={(event) => model.hide(id, !event.target.checked)}
                    />
                  </td>
                  <td className="text-center">
                    <input
                      type="checkbox"
                      aria-label={say('table.fixed_of', { title })}
                      checked={model.kept.fixed.includes(id)}
                      onChange={(event) => model.fix(id, event.target.checked)}
                    />
                  </td>
                  <td className="num">
                    <Width title={title} width={model.widthOf(id)} size={(width) => model.size(id, width)} />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <button type="button" className="act pt-2" onClick={model.reset}>
            {say('table.as_it_comes')}
          </button>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** A width in pixels, taken once the field is left or with Enter; none for as wide as what stands in it. */
function Width({
  title,
  width,
  size,
}: {
  title: string;
  width: number | undefined;
  size: (width: number | undefined) => void;
}) {
  const [typed, setTyped] = useState<string>();
  const take = () => {
    if (typed === undefined) return;
    const read = Number.parseInt(typed, 10);
    size(Number.isNaN(read) ? undefined : read);
    setTyped(undefined);
  };
  return (
    <input
      className="cell num w-[92px]"
      inputMode="numeric"
      aria-label={say('table.width_of', { title })}
      placeholder={say('table.by_itself')}
      value={typed ?? width ?? ''}
      onChange={(event) => setTyped(event.target.value)}
      onKeyDown={(event) => event.key === 'Enter' && take()}
      onBlur={take}
    />
  );
}
