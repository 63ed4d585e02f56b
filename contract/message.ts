import type { Message as Said, MessageId } from '@obolus/messages/message';
import { exactly, Text, Type } from './figures.ts';

const Id = Type.Unsafe<MessageId>(Text(80, 'Its name in the catalogue of messages'));

const single = [
  Type.String({ maxLength: 2000 }),
  Type.Integer(),
  exactly({ figure: Text(60, 'A plain decimal, to be written as its reader writes figures') }),
  exactly({ day: Text(10, 'A day as year-month-day, to be written as its reader writes days') }),
  exactly({ word: Id }),
];
const Value = Type.Union([...single, exactly({ list: Type.Array(Type.Union(single)) })]);

/** Something to be said, without words: whoever shows it words it in their reader's language. */
export const Message = Type.Unsafe<Said>(
  exactly({ id: Id, values: Type.Optional(Type.Record(Type.String({ maxLength: 40 }), Value)) }),
);
export type Message = Said;

/** What is to be said, one after the other, as sentences; nothing where it is empty. */
export const Says = Type.Array(Message);
export type Says = Said[];

/** Something to be shown: text as it stands (a name, a number from a paper), or a message to be worded. */
export const Shown = Type.Union([Type.String({ maxLength: 4000 }), Message]);
export type Shown = string | Said;
