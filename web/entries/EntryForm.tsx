import { Fragment, useState, type FormEvent, type ReactNode } from 'react';
import type { RefusalView } from '@obolus/contract/commands';
import { type EntryFields, type RegisterField, type RegisterName } from '@obolus/contract/registers/register';
import { REGISTERS } from '@obolus/contract/registers/registers';
import { problemOf, saidAgainst, server } from '../server/api.ts';
import { wrongAt } from '../drafts/useDraft.ts';
import { useMe } from '../server/me.ts';
import { Cell, Choice } from '../parts/Cells.tsx';
import { DateCell } from '../parts/DateCell.tsx';
import { FigureCell } from '../parts/FigureCell.tsx';
import { ChooseEntry } from './ChooseEntry.tsx';
import { PartsField } from './PartsField.tsx';
import { useKept } from './useKept.ts';
import { inWords } from './inWords.ts';
import { say } from '../locale/say.ts';

interface Props {
  readonly register: RegisterName;
  /** The entry as it is; none for a new one. */
  readonly entry?: { readonly id: string; readonly fields: EntryFields; readonly used: boolean };
  /** What a new one begins with. */
  readonly begin?: EntryFields;
  readonly onSaved: (id: string, fields: EntryFields) => void;
  readonly children?: ReactNode;
}

const NOTHING: EntryFields = {};

/** An entry of a register, new or changed: each field as the register describes it, what is wrong said at it. */
export function EntryForm({ register, entry, begin = NOTHING, onSaved, children }: Props) {
  const { fields, mayChange, one } = REGISTERS[register];
  const { user } = useMe();
  const [typed, setTyped, forget] = useKept<EntryFields>(`entry ${register} ${entry?.id ?? 'new'}`, begin);
  const [key] = useState(() => crypto.randomUUID());
  const [create, creating] = server.useNewEntryMutation();
  const [save, saving] = server.useSaveEntryMutation();
  const { error, isLoading } = entry ? saving : creating;
  const errors: readonly RefusalView[] = problemOf(error)?.errors ?? [];
  const may = mayChange.includes(user.role);
  const changed = Object.fromEntries(
    Object.entries(typed).filter(([name, text]) => text !== (entry?.fields[name] ?? '')),
  );
  const isChanged = Object.keys(changed).length > 0;
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    // A form may stand in a dialog over another one.
    event.stopPropagation();
    if (isLoading || !may) return;
    const seen = Object.fromEntries(Object.keys(changed).map((name) => [name, entry?.fields[name] ?? '']));
    const saved = entry
      ? await save({ params: { register, id: entry.id }, body: { fields: changed, seen } })
      : await create({ params: { register }, body: { fields: typed }, key });
    if (!saved.data) return;
    forget();
    setTyped(NOTHING);
    onSaved(saved.data.id, { ...entry?.fields, ...typed });
  };
  return (
    <form
      onSubmit={(event) => void submit(event)}
      aria-label={entry ? say(one) : say('entries.new', { one: { word: one } })}
    >
      <div className="form">
        {fields.map((field, at) => {
          const value = typed[field.name] ?? entry?.fields[field.name] ?? '';
          const settled = field.settled === true && entry?.used === true;
          const open = may && !settled && (field.by?.includes(user.role) ?? true);
          return (
            <Fragment key={field.name}>
              <div className="ask" aria-hidden="true">
                {say(field.label)}
                {field.required && open && <span className="text-bronze"> *</span>}
              </div>
              <div>
                {open ? (
                  <Input
                    field={field}
                    value={value}
                    wrong={wrongAt(errors, `/fields/${field.name}`)}
                    autoFocus={at === 0 && !entry}
                    onChange={(text) => setTyped({ ...typed, [field.name]: text })}
                  />
                ) : (
                  <Shown field={field} value={value} />
                )}
              </div>
              <div className="hint">
                {settled ? say('entries.in_use') : field.hint && say(field.hint)}
                {field.second === 'limits' && entry && open && <p>{say('entries.second')}</p>}
              </div>
            </Fragment>
          );
        })}
      </div>
      {error !== undefined && errors.length === 0 && (
        <p className="wrong pt-3" role="alert">
          {saidAgainst(error)}
        </p>
      )}
      <div className="flex gap-2 pt-4">
        {may && (
          <button type="submit" className="btn" disabled={isLoading || (entry !== undefined && !isChanged)}>
            {entry ? say('entries.save') : say('entries.set_up', { one: { word: one } })}
          </button>
        )}
        {may && isChanged && entry && (
          <button
            type="button"
            className="btn quiet"
            onClick={() => {
              forget();
              setTyped(NOTHING);
            }}
          >
            {say('entries.as_it_was')}
          </button>
        )}
        {children}
      </div>
    </form>
  );
}

interface InputProps {
  readonly field: RegisterField;
  readonly value: string;
  readonly wrong: string | undefined;
  readonly autoFocus: boolean;
  readonly onChange: (text: string) => void;
}

function Input({ field, value, wrong, autoFocus, onChange }: InputProps) {
  const label = say(field.label);
  switch (field.as) {
    case 'figure':
      return <FigureCell label={label} value={value} wrong={wrong} onChange={onChange} />;
    case 'day':
      return <DateCell label={label} value={value} wrong={wrong} onChange={onChange} />;
    case 'yes':
      return (
        <>
          <input
            type="checkbox"
            className="accent-bronze"
            aria-label={label}
            checked={value === 'yes'}
            onChange={(event) => onChange(event.target.checked ? 'yes' : '')}
          />
          {wrong && <div className="wrong">{wrong}</div>}
        </>
      );
    case 'choice':
      return (
        <Choice
          label={label}
          value={value}
          wrong={wrong}
          options={[
            ...(value === '' || !field.required ? [['', ''] as const] : []),
            ...Object.entries(field.choices ?? {}).map(([choice, word]) => [choice, say(word)] as const),
          ]}
          onChange={onChange}
        />
      );
    case 'lines':
      return (
        <>
          <textarea
            className="cell"
            rows={3}
            aria-label={label}
            aria-invalid={wrong ? true : undefined}
            value={value
              .split('|')
              .map((line) => line.trim())
              .join('\n')}
            onChange={(event) => onChange(event.target.value.split('\n').join(' | '))}
          />
          {wrong && <div className="wrong">{wrong}</div>}
        </>
      );
    case 'entry':
      return <ChooseEntry of={field.of ?? 'items'} label={label} value={value} wrong={wrong} onChange={onChange} />;
    case 'parts':
      return <PartsField field={field} value={value} wrong={wrong} onChange={onChange} />;
    case 'currency':
    case 'country':
      return <Cell label={label} value={value} wrong={wrong} onChange={(text) => onChange(text.toUpperCase())} />;
    case 'text':
      return <Cell label={label} value={value} wrong={wrong} autoFocus={autoFocus} onChange={onChange} />;
  }
}

/** A field that stays as it is, in the form in which it is read. */
function Shown({ field, value }: { field: RegisterField; value: string }) {
  if (value === '') return <span className="said dim">–</span>;
  if (field.as === 'lines' || field.as === 'parts')
    return (
      <span className="said whitespace-pre-line">
        {value
          .split('|')
          .map((line) => line.trim())
          .join('\n')}
      </span>
    );
  return <span className="said">{inWords(field, value)}</span>;
}
