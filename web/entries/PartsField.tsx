import { partsOf, type RegisterField } from '@obolus/contract/registers/register';
import { Cell, Choice, TakeOut } from '../parts/Cells.tsx';
import { FigureCell } from '../parts/FigureCell.tsx';
import { useGridKeys } from '../table/useGridKeys.ts';
import { say } from '../locale/say.ts';

interface Props {
  readonly field: RegisterField;
  readonly value: string;
  readonly wrong: string | undefined;
  readonly onChange: (text: string) => void;
}

/** Parts as they are being typed: also what is still empty, which is left out when they are kept. */
const writeTyped = (rows: readonly (readonly string[])[]): string => rows.map((words) => words.join(' = ')).join(' | ');
const readTyped = (text: string): string[][] =>
  text === '' ? [] : text.split('|').map((part) => part.split('=').map((word) => word.trim()));

/** A field that is several parts: packs, codes, bins, levels of a tax; a small grid with a line for each. */
export function PartsField({ field, value, wrong, onChange }: Props) {
  const { parts = [] } = field;
  const label = say(field.label);
  const rows = readTyped(value);
  const set = (at: number, column: number, text: string) =>
    onChange(
      writeTyped(
        rows.map((words, row) =>
          parts.map((_, place) => (row === at && place === column ? text.replace(/[|=]/g, ' ') : (words[place] ?? ''))),
        ),
      ),
    );
  const add = () => onChange(writeTyped([...rows, parts.map(({ choices = {} }) => Object.keys(choices)[0] ?? '')]));
  const takeOut = (at: number) => onChange(writeTyped(rows.filter((_, row) => row !== at)));
  const keys = useGridKeys({ onLastEnter: add, onRemove: takeOut });
  return (
    <>
      {rows.length > 0 && (
        <table className="sheet ruled tight" aria-label={label}>
          <thead>
            <tr>
              {parts.map((part) => (
                <th
                  key={part.name}
                  className={part.as === 'figure' ? 'num' : part.as === 'choice' ? 'min-w-[104px]' : 'min-w-[96px]'}
                >
                  {say(part.label)}
                </th>
              ))}
              <th>
                <span className="sr-only">{say('entries.take_out')}</span>
              </th>
            </tr>
          </thead>
          <tbody ref={keys}>
            {rows.map((words, at) => (
              <tr key={at}>
                {parts.map((part, column) => {
                  const said = {
                    label: say('entries.part_of', { part: { word: part.label }, field: label, at: at + 1 }),
                    value: words[column] ?? '',
                    onChange: (text: string) => set(at, column, text),
                  };
                  return (
                    <td key={part.name}>
                      {part.as === 'choice' ? (
                        <Choice
                          {...said}
                          options={[
                            ...(part.required ? [] : [['', ''] as const]),
                            ...Object.entries(part.choices ?? {}).map(([choice, word]) => [choice, say(word)] as const),
                          ]}
                        />
                      ) : part.as === 'figure' ? (
                        <FigureCell {...said} />
                      ) : (
                        <Cell {...said} />
                      )}
                    </td>
                  );
                })}
                <td className="num">
                  <TakeOut
                    label={say('entries.take_out_at', { field: label, at: at + 1 })}
                    onClick={() => takeOut(at)}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <button type="button" className="act py-1" onClick={add}>
        {partsOf(value).length === 0 ? say('entries.add_to', { field: label }) : say('entries.another')}
      </button>
      {wrong && <div className="wrong">{wrong}</div>}
    </>
  );
}
