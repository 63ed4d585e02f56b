import { useCombobox } from 'downshift';
import { useEffect, useState } from 'react';
import { say } from '../locale/say.ts';
import { useMarked, Wrong } from './marked.tsx';

export interface Option {
  readonly id: string;
  readonly name: string;
  readonly number: string;
  /** What else it is found by: a code on the goods, the vendor's number. */
  readonly also?: string;
}

interface Props {
  readonly label: string;
  readonly options: readonly Option[];
  readonly value: string;
  readonly onChange: (id: string) => void;
  readonly wrong?: string | undefined;
  readonly placeholder?: string;
  readonly autoFocus?: boolean;
  /** Sets up what is not there yet, by what was typed; offered below the choices. */
  readonly onNew?: ((typed: string) => void) | undefined;
}

const MOST = 40;
const NEW = '|new';
const shown = (option: Option | undefined): string => (option ? option.name : '');

/** Chooses by number or name as one types; arrows and Enter choose, Tab takes what is lit. */
export function Lookup({ label, options, value, onChange, wrong, placeholder, autoFocus, onNew }: Props) {
  const marked = useMarked(wrong);
  const chosen = options.find((option) => option.id === value);
  const [text, setText] = useState(shown(chosen));
  useEffect(() => setText(shown(chosen)), [chosen]);
  const wanted = text.trim().toLowerCase();
  const known = (
    wanted === shown(chosen).toLowerCase()
      ? options
      : options.filter((option) =>
          `${option.number} ${option.name} ${option.also ?? ''}`.toLowerCase().includes(wanted),
        )
  ).slice(0, MOST);
  const fitting =
    onNew && wanted !== '' && wanted !== shown(chosen).toLowerCase()
      ? [...known, { id: NEW, name: text.trim(), number: '' }]
      : known;
  const box = useCombobox<Option>({
    items: fitting,
    itemToString: (option) => shown(option ?? undefined),
    inputValue: text,
    selectedItem: chosen ?? null,
    defaultHighlightedIndex: 0,
    onSelectedItemChange: ({ selectedItem, type }) => {
      if (selectedItem?.id === NEW) {
        setText(shown(chosen));
        // Who only goes on to the next field sets nothing up.
        return type === useCombobox.stateChangeTypes.InputBlur ? undefined : onNew?.(selectedItem.name);
      }
      if (selectedItem && selectedItem.id !== value) onChange(selectedItem.id);
      if (selectedItem) setText(shown(selectedItem));
    },
    onStateChange: ({ type }) => {
      if (type === useCombobox.stateChangeTypes.InputBlur)
        setText((typed) => (typed === '' && value !== '' ? (onChange(''), '') : shown(chosen)));
    },
  });
  const open = box.isOpen && fitting.length > 0;
  return (
    <div className="relative">
      <input
        {...box.getInputProps({
          onFocus: (event) => event.currentTarget.select(),
          // Set at once, not after the combobox has settled: fast typing must not lose a letter.
          onChange: (event) => setText(event.currentTarget.value),
          onBlur: marked.leave,
          'aria-labelledby': undefined,
        })}
        aria-invalid={marked.field['aria-invalid']}
        aria-describedby={marked.field['aria-describedby']}
        data-open={open || undefined}
        className="cell"
        aria-label={label}
        placeholder={placeholder}
        autoFocus={autoFocus}
        title={chosen ? `${chosen.number} ${chosen.name}` : undefined}
      />
      <Wrong of={marked} />
      <ul
        {...box.getMenuProps({ 'aria-label': say('parts.choices_for', { label }), 'aria-labelledby': undefined })}
        className={open ? 'options' : 'hidden'}
      >
        {open &&
          fitting.map((option, index) => (
            <li key={option.id} {...box.getItemProps({ item: option, index })}>
              <span>{option.id === NEW ? say('parts.set_up_named', { name: option.name }) : option.name}</span>
              <span className="dim">{option.number}</span>
            </li>
          ))}
      </ul>
    </div>
  );
}
