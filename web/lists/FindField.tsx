import { useEffect, useState, type RefObject } from 'react';

interface Props {
  readonly box: RefObject<HTMLInputElement | null>;
  readonly label: string;
  readonly placeholder: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
}

/** What a list is searched for. It stands in the address, which follows a moment later: fast typing must not lose a letter, so what is typed is kept here. */
export function FindField({ box, label, placeholder, value, onChange }: Props) {
  const [text, setText] = useState(value);
  useEffect(() => {
    if (document.activeElement !== box.current) setText(value);
  }, [value, box]);
  return (
    <input
      ref={box}
      className="cell w-[230px]"
      placeholder={placeholder}
      aria-label={label}
      value={text}
      maxLength={100}
      onChange={(event) => {
        setText(event.target.value);
        onChange(event.target.value);
      }}
    />
  );
}
