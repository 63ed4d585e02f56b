import { Popover } from 'radix-ui';
import { useState } from 'react';
import { DayPicker } from 'react-day-picker';
import { flushSync } from 'react-dom';
import { isDay } from '@obolus/core/exact/calendar';
import { formats } from '../locale/formats.ts';
import { dayText, dayWritten } from '../locale/cellTexts.ts';
import { doubtIn } from '../locale/typed.ts';
import { useMe } from '../server/me.ts';
import type { CellProps } from './Cells.tsx';
import { showDay } from '../locale/figures.ts';
import { useMarked, Wrong } from './marked.tsx';
import { useTyped } from './useTyped.ts';
import { say } from '../locale/say.ts';

/**
 * A day, typed short (`3/14`, `14.3.`, `+7`, `t`) in the order in which whoever is signed in writes days, or chosen from a month. It is shown
 * with its month in words as soon as the field is left. What is no day is kept as it was typed, marked as not understood.
 */
export function DateCell({ label, value, onChange, wrong, className = '', autoFocus }: CellProps) {
  const { company } = useMe();
  const { typed, type, leave } = useTyped(value);
  const doubt = doubtIn(value);
  // What is no day is said as soon as the field is left, like any other.
  const marked = useMarked(doubt === undefined ? wrong : typed === undefined ? notRead(doubt) : undefined);
  return (
    <>
      <div className="date">
        <input
          {...marked.field}
          className={`cell ${className}`}
          aria-label={label}
          value={typed ?? doubt ?? showDay(value)}
          autoComplete="off"
          autoFocus={autoFocus}
          onFocus={(event) => {
            flushSync(() => type(doubt ?? dayText(value), value));
            event.target.select();
          }}
          onChange={(event) => {
            const held = dayWritten(event.target.value, company.today);
            type(event.target.value, held);
            onChange(held);
          }}
          onBlur={() => {
            leave();
            marked.leave();
          }}
        />
        <ChooseDay value={value} today={company.today} onChoose={onChange} />
      </div>
      <Wrong of={marked} />
    </>
  );
}

const notRead = (doubt: string): string =>
  say('parts.no_day', { text: doubt.trim(), example: EXAMPLES[formats().dateOrder] });

const EXAMPLES = { mdy: '3/14', dmy: '14.3.', ymd: '3-14' } as const;

interface Choosing {
  readonly value: string;
  readonly today: string;
  readonly onChoose: (day: string) => void;
}

/** A month to choose a day from; by keyboard days are typed, so Tab passes it by. */
function ChooseDay({ value, today, onChoose }: Choosing) {
  const [isOpen, setOpen] = useState(false);
  const { locale, weekStart } = formats();
  const name = (day: Date, how: Intl.DateTimeFormatOptions) => new Intl.DateTimeFormat(locale, how).format(day);
  const chosen = isDay(value) ? localDay(value) : undefined;
  return (
    <Popover.Root open={isOpen} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <button type="button" tabIndex={-1} aria-label={say('parts.choose_day')}>
          ▾
        </button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content className="month" align="end" sideOffset={4}>
          <DayPicker
            mode="single"
            autoFocus
            weekStartsOn={weekStart}
            today={localDay(today)}
            selected={chosen}
            defaultMonth={chosen ?? localDay(today)}
            formatters={{
              formatCaption: (day) => name(day, { month: 'long', year: 'numeric' }),
              formatWeekdayName: (day) => name(day, { weekday: 'short' }),
            }}
            labels={{
              labelDayButton: (day) => name(day, { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' }),
            }}
            onSelect={(day) => {
              if (day) onChoose(dayOf(day));
              setOpen(false);
            }}
          />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** The calendar counts days where the browser is. */
function localDay(day: string): Date {
  const [year = 0, month = 1, date = 1] = day.split('-').map(Number);
  return new Date(year, month - 1, date);
}

const dayOf = (day: Date): string =>
  [day.getFullYear(), String(day.getMonth() + 1).padStart(2, '0'), String(day.getDate()).padStart(2, '0')].join('-');
