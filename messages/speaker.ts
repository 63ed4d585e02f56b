import { IntlMessageFormat } from 'intl-messageformat';
import type { Message, MessageId, Value, Values } from './message.ts';

export type Catalogue = Readonly<Record<MessageId, string>>;

/** The languages that the catalogue has, in the order in which they are offered. */
export const LANGUAGES = ['en', 'de'] as const;
export type Language = (typeof LANGUAGES)[number];

/** How a reader writes figures and days; `count` is for whole numbers that are counted. */
export interface Writing {
  readonly figure: (plain: string) => string;
  readonly day: (day: string) => string;
  readonly count: (count: number) => string;
}

/** Says messages in one language. */
export interface Speaker {
  readonly language: string;
  readonly say: (id: MessageId, values?: Values) => string;
  readonly saying: (message: Message) => string;
  /** Messages one after the other, as sentences. */
  readonly sayingAll: (messages: readonly Message[]) => string;
  /** A message with parts that are more than text: each value, and each tag's maker, as whoever shows it has them. */
  readonly parts: <Part>(id: MessageId, values: Readonly<Record<string, Rich<Part>>>) => (string | Part)[];
}

/** A value, something that is no text, or what makes something of the words within a tag. */
export type Rich<Part> = Value | Part | ((within: (string | Part)[]) => Part);

/** Whoever says the messages of a catalogue (ICU MessageFormat) in its language. A message that the catalogue lacks is said by its name. */
export function speakerOf(language: string, catalogue: Catalogue, writing: Writing): Speaker {
  const compiled = new Map<MessageId, IntlMessageFormat>();
  const plurals = new Map<string, Intl.PluralRules>();
  const list = new Intl.ListFormat(language, { type: 'conjunction' });
  const formatters = {
    getNumberFormat: () => ({ format: writing.count }) as unknown as Intl.NumberFormat,
    getDateTimeFormat: () => new Intl.DateTimeFormat(language),
    getPluralRules: (_: unknown, options?: Intl.PluralRulesOptions) =>
      known(plurals, options?.type ?? 'cardinal', () => new Intl.PluralRules(language, options)),
  };
  const formatOf = (id: MessageId) =>
    known(compiled, id, () => new IntlMessageFormat(catalogue[id] ?? id, language, undefined, { formatters }));
  const worded = (value: Value): string | number => {
    if (typeof value !== 'object') return value;
    if ('figure' in value) return writing.figure(value.figure);
    if ('day' in value) return writing.day(value.day);
    if ('word' in value) return say(value.word);
    return list.format(value.list.map((one) => String(worded(one))));
  };
  const isValue = (value: unknown): value is Value =>
    typeof value !== 'object' ||
    (value !== null && ['figure', 'day', 'word', 'list'].some((name) => Object.hasOwn(value, name)));
  function say(id: MessageId, values?: Values): string {
    const text = catalogue[id];
    if (values === undefined && text !== undefined && !/[{'<]/.test(text)) return text;
    const said = Object.fromEntries(Object.entries(values ?? {}).map(([name, value]) => [name, worded(value)]));
    return String(formatOf(id).format(said));
  }
  const saying = ({ id, values }: Message) => say(id, values);
  return {
    language,
    say,
    saying,
    sayingAll: (messages) => messages.map(saying).join(' '),
    parts<Part>(id: MessageId, values: Readonly<Record<string, Rich<Part>>>) {
      const said = Object.fromEntries(
        Object.entries(values).map(([name, value]) => [
          name,
          typeof value !== 'function' && isValue(value) ? worded(value) : value,
        ]),
      );
      const parts = formatOf(id).format<Part>(said as never);
      return (Array.isArray(parts) ? parts : [parts]) as (string | Part)[];
    },
  };
}

function known<Key, Value>(among: Map<Key, Value>, key: Key, make: () => Value): Value {
  const found = among.get(key);
  if (found !== undefined) return found;
  const made = make();
  among.set(key, made);
  return made;
}

/** The language of the catalogue that somebody reads best, by the tags that they name in order (BCP 47); English where none is there. */
export const languageAmong = (tags: readonly string[]): Language =>
  tags
    .map((tag) => LANGUAGES.find((language) => language === tag.toLowerCase().split('-')[0]))
    .find((language) => language !== undefined) ?? 'en';
