import type { ReactNode } from 'react';
import { useMarked, Wrong } from './marked.tsx';

export interface CellProps {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly wrong?: string | undefined;
  readonly placeholder?: string;
  readonly className?: string;
  readonly autoFocus?: boolean;
  /** The id of a list of what is usually written. */
  readonly list?: string;
}

/** A field without a frame of its own, for a line of a grid. What is wrong is said below it, and read out. */
export function Cell({ label, value, onChange, wrong, placeholder, className = '', autoFocus, list }: CellProps) {
  const marked = useMarked(wrong);
  return (
    <>
      <input
        {...marked.field}
        className={`cell ${className}`}
        aria-label={label}
        value={value}
        placeholder={placeholder}
        autoComplete="off"
        autoFocus={autoFocus}
        list={list}
        onChange={(event) => onChange(event.target.value)}
        onBlur={marked.leave}
      />
      <Wrong of={marked} />
    </>
  );
}

export function Choice({
  label,
  value,
  onChange,
  options,
  wrong,
  className = '',
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  options: readonly (readonly [string, string])[];
  wrong?: string | undefined;
  className?: string;
}) {
  const marked = useMarked(wrong);
  return (
    <>
      <select
        {...marked.field}
        className={`cell ${className}`}
        aria-label={label}
        value={value}
        onChange={(event) => onChange(event.target.value)}
        onBlur={marked.leave}
      >
        {options.map(([key, name]) => (
          <option key={key} value={key}>
            {name}
          </option>
        ))}
      </select>
      <Wrong of={marked} />
    </>
  );
}

/** Takes a line out of a grid; by keyboard it is Ctrl+Delete, so Tab passes it by. */
export function TakeOut({ label, onClick }: { label: string; onClick: () => void }) {
  return (
    <button type="button" className="dim hover:text-over" tabIndex={-1} aria-label={label} onClick={onClick}>
      ✕
    </button>
  );
}

export function Field({ name, children, wide }: { name: string; children: ReactNode; wide?: boolean }) {
  return (
    <div className={`field ${wide ? 'min-w-[220px]' : ''}`}>
      <span aria-hidden="true">{name}</span>
      {children}
    </div>
  );
}

/** A field in a row of seldom said things, with its name before it. */
export function Said({ name, width, children }: { name: string; width: string; children: ReactNode }) {
  return (
    <label className="flex items-baseline gap-2">
      <span className="sentence dim whitespace-nowrap">{name}</span>
      <span className={`inline-block ${width}`}>{children}</span>
    </label>
  );
}
