import { memo } from 'react';
import type { EntryView } from '@obolus/contract/commands';
import { showDay, showFigure } from '../locale/figures.ts';
import { say } from '../locale/say.ts';
import { aboutLine } from '../parts/aboutLine.ts';
import { sumOf } from '../parts/exact.ts';
import { useMe } from '../server/me.ts';

/** So many lines of a side stand each by itself; more are folded by account. */
const MOST_APART = 8;

type Line = EntryView['lines'][number] & { readonly day: string };

/**
 * Entries as two sides under a double rule; those of other days say so.
 * @param folded whether the lines of a long side stand together by account, with their sum
 */
export const JournalSides = memo(function JournalSides({
  entries,
  folded = false,
}: {
  entries: readonly EntryView[];
  folded?: boolean;
}) {
  const own = entries[0]?.date;
  const lines = entries.flatMap((entry) =>
    entry.lines.map((line) => ({ ...line, day: entry.date === own ? '' : `, ${showDay(entry.date)}` })),
  );
  if (lines.length === 0) return <p className="dim">{say('frame.no_entry')}</p>;
  const isCredit = ({ amount }: Line) => amount.startsWith('-');
  return (
    <div className="sides">
      <Side name={say('frame.debit')} lines={lines.filter((line) => !isCredit(line))} folded={folded} />
      <Side name={say('frame.credit')} lines={lines.filter(isCredit)} folded={folded} />
    </div>
  );
});

function Side({ name, lines, folded }: { name: string; lines: readonly Line[]; folded: boolean }) {
  const { currency } = useMe().company;
  const sum = (some: readonly Line[]) =>
    showFigure(
      sumOf(
        some.map(({ amount }) => amount),
        currency,
      ).replace('-', ''),
    );
  const groups = folded && lines.length > MOST_APART ? byAccount(lines) : lines.map((line) => [line]);
  return (
    <div>
      <h2 className="cap">
        {name}, {currency}
      </h2>
      {groups.map((group, at) => {
        const [first] = group;
        if (first === undefined) return null;
        if (group.length === 1) return <Posting key={at} line={first} />;
        return (
          <details key={`${first.accountName}${first.day}`}>
            <summary className="fold">
              <span>{say('frame.lines_of', { account: first.accountName + first.day, count: group.length })}</span>
              <span>{sum(group)}</span>
            </summary>
            {group.map((line, place) => (
              <Posting key={place} line={line} />
            ))}
          </details>
        );
      })}
      <div className="total">{sum(lines)}</div>
    </div>
  );
}

function Posting({ line }: { line: Line }) {
  return (
    <div className="posting">
      <span>{[line.accountName, aboutLine(line)].filter(Boolean).join(', ') + line.day}</span>
      <span>{showFigure(line.amount.replace('-', ''))}</span>
    </div>
  );
}

/** Lines by account and day, each where its first stood. */
function byAccount(lines: readonly Line[]): readonly (readonly Line[])[] {
  const groups = new Map<string, Line[]>();
  for (const line of lines) {
    const key = `${line.accountName}|${line.day}`;
    groups.set(key, [...(groups.get(key) ?? []), line]);
  }
  return [...groups.values()];
}
