import type { LandedGoods } from '@obolus/contract/views/receiving';
import { choiceWritten, figureText, figureWritten } from '../../locale/cellTexts.ts';
import { say } from '../../locale/say.ts';
import type { Column } from '../../table/column.ts';
import { type EntryLine } from './entryLines.ts';

/** What belongs to the customs value beside the price. */
export const ADDITIONS = ['additions', 'landing.additions'] as const;

const PREFERENCES = [
  ['', 'landing.as_received'],
  ['yes', 'landing.claimed'],
  ['no', 'landing.not_claimed'],
] as const;
export const AMOUNTS = [
  ['value', 'word.customs_value'],
  ['duty', 'choice.duty'],
  ['importTax', 'landing.import_tax'],
] as const;

export const preferences = (): (readonly [EntryLine['preference'], string])[] =>
  PREFERENCES.map(([code, word]) => [code, say(word)]);

export const originOf = (text: string): string => text.trim().toUpperCase().slice(0, 2);

/** What the schedule has, and how far it is from what was charged, before what was. */
const besideDuty = (calculated: (line: EntryLine) => string): Column<EntryLine>[] => [
  {
    id: 'calculated',
    title: say('landing.calculated'),
    className: 'num dim',
    text: (line) => figureText(calculated(line)),
  },
  { id: 'gap', title: say('landing.duty_gap'), silent: true, room: 'min-w-[54px]' },
];

export const entryColumns = (
  goodsIn: (line: EntryLine) => readonly LandedGoods[],
  worth: (line: EntryLine) => string,
  calculated: (line: EntryLine) => string,
): Column<EntryLine>[] => [
  {
    id: 'goods',
    title: say('word.goods'),
    className: 'name',
    always: true,
    text: (line) =>
      goodsIn(line)
        .map(({ item, receipt }) => `${item.number} ${receipt.number}`)
        .join(', '),
  },
  {
    id: 'code',
    title: say('word.tariff_code'),
    room: 'min-w-[88px]',
    always: true,
    text: ({ code }) => code,
    write: (line, text) => ({ ...line, code: text.trim() }),
  },
  {
    id: 'origin',
    title: say('word.origin'),
    room: 'min-w-[56px]',
    text: ({ origin }) => origin,
    write: (line, text) => ({ ...line, origin: originOf(text) }),
  },
  {
    id: 'preference',
    title: say('word.preference'),
    room: 'min-w-[120px]',
    text: ({ preference }) => preferences().find(([code]) => code === preference)?.[1] ?? '',
    write: (line, text) => {
      const preference = choiceWritten(text, preferences());
      return preference === undefined ? line : { ...line, preference: preference as EntryLine['preference'] };
    },
  },
  {
    id: 'worth',
    title: say('landing.goods_in_books'),
    className: 'num dim',
    text: (line) => (line.goods.length > 0 ? figureText(worth(line)) : ''),
  },
  {
    id: 'additions',
    title: say(ADDITIONS[1]),
    className: 'num',
    room: 'min-w-[76px]',
    text: ({ additions }) => figureText(additions),
    write: (line, text) => ({ ...line, additions: figureWritten(text) }),
  },
  ...AMOUNTS.flatMap(([field, name]): Column<EntryLine>[] => [
    ...(field === 'duty' ? besideDuty(calculated) : []),
    {
      id: field,
      title: say(name),
      className: 'num',
      room: 'min-w-[84px]',
      always: true,
      text: (line) => figureText(line[field]),
      write: (line, text) => ({ ...line, [field]: figureWritten(text) }),
    },
  ]),
  { id: 'out', title: say('entries.take_out'), silent: true, className: 'num', room: 'min-w-[30px]' },
];
