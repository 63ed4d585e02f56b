import type { en } from './en.ts';

/** The name of a message of the catalogue. */
export type MessageId = keyof typeof en;

/** Words that something is called by, to be put into a message. */
export interface Word {
  readonly word: MessageId;
}

/**
 * What is put into a message: text as it stands (a name, a number from a paper), a whole number that is counted, a figure or a day as they are kept
 * (`1234.50`, `2026-11-23`) and written as its reader writes them, words of the catalogue, or several of these.
 */
export type Value = Single | { readonly list: readonly Single[] };

type Single = string | number | { readonly figure: string } | { readonly day: string } | Word;

export type Values = Readonly<Record<string, Value>>;

/** Something to be said, without words: it is worded where somebody reads it, in their language. */
export interface Message {
  readonly id: MessageId;
  readonly values?: Values;
}

/** A message to be said later. */
export const message = (id: MessageId, values?: Values): Message => (values ? { id, values } : { id });
