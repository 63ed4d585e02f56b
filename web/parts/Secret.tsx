import { useId } from 'react';

/** A field whose content is not shown. */
export function Secret({
  name,
  value,
  autoComplete,
  wrong,
  onChange,
}: {
  name: string;
  value: string;
  autoComplete: 'current-password' | 'new-password';
  wrong?: string | undefined;
  onChange: (value: string) => void;
}) {
  const id = useId();
  return (
    <div className="pb-3">
      <label className="block">
        <span className="cap">{name}</span>
        <input
          className="cell"
          type="password"
          autoComplete={autoComplete}
          required
          value={value}
          aria-invalid={wrong !== undefined}
          aria-describedby={wrong === undefined ? undefined : id}
          onChange={(event) => onChange(event.target.value)}
        />
      </label>
      {wrong !== undefined && (
        <p id={id} className="wrong" role="alert">
          {wrong}
        </p>
      )}
    </div>
  );
}
