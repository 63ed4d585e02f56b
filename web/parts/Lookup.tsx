import { useCombobox } from 'downshift';
import { type RefObject, useEffect, useRef, useState } from 'react';
import { say } from '../locale/say.ts';
import { useMarked, Wrong } from './marked.tsx';
import { type LookedUp, type Option, useFound } from './useFound.ts';
import { useLasting } from './useLasting.ts';
import { useSettled } from './useSettled.ts';

interface Props {
  readonly label: string;
  /** The register whose entries are chosen from. */
  readonly of: LookedUp;
  /** What is chosen, as it is known; undefined where nothing is, or it is not known yet. */
  readonly chosen: Option | undefined;
  readonly onChange: (id: string) => void;
  /** Of items, the vendor whose own come first. */
  readonly from?: string;
  readonly wrong?: string | undefined;
  readonly placeholder?: string;
  readonly autoFocus?: boolean;
  /** Sets up what is not there yet, by what was typed; offered below the choices. */
  readonly onNew?: ((typed: string) => void) | undefined;
}

const NEW = '|new';
/** Milliseconds of rest after which is looked for what was typed. */
const REST = 80;
const shown = (option: Option | undefined): string => (option ? option.name : '');

/**
 * Chooses by number or name as one types; arrows and Enter choose, Tab takes what is lit. It is looked up on the server: who is faster
 * than its answer takes the first that comes, and goes on meanwhile.
 */
export function Lookup({ label, of, chosen, onChange, from = '', wrong, placeholder, autoFocus, onNew }: Props) {
  const marked = useMarked(wrong);
  const [text, setText] = useState(shown(chosen));
  const [isActive, setActive] = useState(false);
  /** What the first is taken of, as soon as it is found. */
  const [taking, setTaking] = useState<string>();
  useEffect(() => setText(shown(chosen)), [chosen]);
  const isTyped = text.trim() !== '' && text !== shown(chosen);
  const wanted = isTyped ? text.trim() : '';
  const settled = useSettled(wanted, REST);
  const asked = taking ?? settled;
  const { options } = useFound(of, asked, from, { when: isActive || taking !== undefined });
  const found = asked === wanted ? options : undefined;
  const fitting = found && onNew && isTyped ? [...found, { id: NEW, name: text.trim(), number: '' }] : (found ?? []);

  const take = useLasting({
    first: (option: Option | undefined) => (option ? choose(option) : setText(shown(chosen))),
  });
  useEffect(() => {
    if (taking === undefined || options === undefined) return;
    setTaking(undefined);
    take.first(options[0]);
  }, [taking, options, take]);
  const choose = (option: Option) => {
    setText(shown(option));
    if (option.id !== chosen?.id) onChange(option.id);
  };

  const box = useCombobox<Option>({
    items: [...fitting],
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
      if (selectedItem) choose(selectedItem);
    },
    onStateChange: ({ type }) => {
      if (type !== useCombobox.stateChangeTypes.InputBlur) return;
      setActive(false);
      if (isTyped && found === undefined) return setTaking(wanted);
      setText((typed) => (typed === '' && chosen !== undefined ? (onChange(''), '') : shown(chosen)));
    },
  });
  const isOpen = box.isOpen && taking === undefined && (fitting.length > 0 || found === undefined);
  const field = useRef<HTMLInputElement>(null);
  useTaken(field, onChange);
  return (
    <div className="relative">
      <input
        {...box.getInputProps({
          ref: field,
          onFocus: (event) => {
            setActive(true);
            event.currentTarget.select();
          },
          // Set at once, not after the combobox has settled: fast typing must not lose a letter.
          onChange: (event) => {
            setTaking(undefined);
            setText(event.currentTarget.value);
          },
          onKeyDown: (event) => {
            if (event.key !== 'Enter' || !box.isOpen || !isTyped || found !== undefined) return;
            // The first that comes is taken, and the menu does not wait for it.
            Object.assign(event.nativeEvent, { preventDownshiftDefault: true });
            event.preventDefault();
            box.closeMenu();
            setTaking(wanted);
          },
          onBlur: marked.leave,
          'aria-labelledby': undefined,
        })}
        aria-invalid={marked.field['aria-invalid']}
        aria-describedby={marked.field['aria-describedby']}
        data-open={isOpen || undefined}
        data-holds={chosen?.id ?? ''}
        className="cell"
        aria-label={label}
        placeholder={placeholder}
        autoFocus={autoFocus}
        title={chosen ? `${chosen.number} ${chosen.name}` : undefined}
      />
      <Wrong of={marked} />
      <ul
        {...box.getMenuProps({ 'aria-label': say('parts.choices_for', { label }), 'aria-labelledby': undefined })}
        className={isOpen && fitting.length > 0 ? 'options' : 'hidden'}
      >
        {isOpen &&
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

/** What another lookup holds can be taken over whole, by its identity: names may be alike. */
function useTaken(field: RefObject<HTMLInputElement | null>, take: (id: string) => void): void {
  const latest = useLasting({ take });
  useEffect(() => {
    const element = field.current;
    const onTake = (event: Event) => latest.take((event as CustomEvent<string>).detail);
    element?.addEventListener('take', onTake);
    return () => element?.removeEventListener('take', onTake);
  }, [field, latest]);
}
