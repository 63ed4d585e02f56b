import { type MessageFormatElement, parse, TYPE } from '@formatjs/icu-messageformat-parser';
import { printAST } from '@formatjs/icu-messageformat-parser/printer.js';
import type { MessageId } from './message.ts';
import type { Catalogue } from './speaker.ts';

const PLAIN = 'abcdefghiklmnoprstuwyzABCDEGHIKLMNOPRSTUWYZ';
const ACCENTED = 'áƀćđéḟǵĥíķĺḿńóṗŕśťúẃýžÁƁĆĐÉǴĤÍĶĹḾŃÓṖŔŚŤÚẂÝŽ';

/** The mark before and after whatever comes from the catalogue. */
export const [BEFORE, AFTER] = ['⟦', '⟧'];

/** How much longer the words of other languages may be. */
const LONGER = 0.35;

/**
 * A language that nobody speaks: English in accents, a third longer, in brackets. What stands on a screen without them is not in the catalogue, and what does
 * not fit will not fit in another language either.
 */
export const pseudoOf = (catalogue: Catalogue): Catalogue =>
  Object.fromEntries(
    Object.entries(catalogue).map(([id, text]) => [id, BEFORE + printAST(parse(text).map(accented)) + AFTER]),
  ) as Record<MessageId, string>;

function accented(element: MessageFormatElement): MessageFormatElement {
  if (element.type === TYPE.literal) return { ...element, value: longer(element.value) };
  if (element.type === TYPE.tag) return { ...element, children: element.children.map(accented) };
  if (element.type !== TYPE.plural && element.type !== TYPE.select) return element;
  const options = Object.entries(element.options).map(([name, option]) => [
    name,
    { ...option, value: option.value.map(accented) },
  ]);
  return { ...element, options: Object.fromEntries(options) };
}

function longer(text: string): string {
  const letters = [...text].map((letter) => ACCENTED[PLAIN.indexOf(letter)] ?? letter).join('');
  const words = text.trim().length;
  return words === 0 ? letters : letters.trimEnd() + '~'.repeat(Math.ceil(words * LONGER)) + /\s*$/.exec(letters)![0];
}
