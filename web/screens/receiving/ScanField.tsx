import { useState, type KeyboardEvent } from 'react';

interface Props {
  readonly label: string;
  readonly placeholder: string;
  /** What was scanned or typed; says what became of it. */
  readonly onScan: (text: string) => string;
}

/** Takes what a keyboard-wedge scanner types and ends with Enter, and keeps the focus for the next code. What became of it is said aloud. */
export function ScanField({ label, placeholder, onScan }: Props) {
  const [said, setSaid] = useState('');
  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>) => {
    // Scanners send FNC1, the separator of GS1, as a control key that a field would not take.
    if (event.ctrlKey && event.key === ']') {
      event.preventDefault();
      event.currentTarget.setRangeText(
        '\u001d',
        event.currentTarget.selectionStart ?? 0,
        event.currentTarget.selectionEnd ?? 0,
        'end',
      );
    }
    if (event.key !== 'Enter' || event.ctrlKey || event.metaKey) return;
    event.preventDefault();
    const text = event.currentTarget.value;
    if (text.trim() === '') return;
    setSaid(onScan(text));
    event.currentTarget.value = '';
  };
  return (
    <div className="scan">
      <input
        className="cell boxed"
        aria-label={label}
        placeholder={placeholder}
        autoComplete="off"
        spellCheck={false}
        autoFocus
        onKeyDown={onKeyDown}
      />
      <output aria-live="polite">{said}</output>
    </div>
  );
}
