import type { Books } from '../state/books.ts';
import { type Command, KINDS } from '../posting/kinds.ts';
import { type Fields, NotKnown, onlyKeys, textOf } from '../reading/fields.ts';
import type { Numbers, Verb } from '../state/caseStep.ts';

const ABOUT_THE_STEP = ['on', 'posts', 'shares', 'refused', 'vendor', 'customer'];

const VERBS: Readonly<Record<string, Verb<Command>>> = Object.fromEntries(
  Object.values(KINDS).flatMap(({ verbs }) => Object.entries(verbs as Readonly<Record<string, Verb<Command>>>)),
);

const wordOf = (step: Fields): string => Object.keys(step).find((key) => Object.hasOwn(VERBS, key)) ?? '';

/** A step as the documents that it stands for, in their order: one, or what it states of another document before it. */
export function documentsIn(step: Fields): readonly Fields[] {
  const stated = VERBS[wordOf(step)]?.states?.(step);
  return stated ? [stated.first, stated.rest] : [step];
}

/** The verb of a step and the command that it stands for. Throws `NotKnown` for a verb or a word that the core lacks. */
export function readStep(step: Fields, numbers: Numbers, books: Books): { name: string; command: Command } {
  const word = wordOf(step);
  const verb = VERBS[word];
  if (!verb)
    throw new NotKnown(
      `the step "${Object.keys(step)
        .filter((key) => !ABOUT_THE_STEP.includes(key))
        .join(', ')}" is not known`,
    );
  onlyKeys(step, [...ABOUT_THE_STEP, word, ...verb.keys], word);
  const name = textOf(step, word);
  return {
    name: verb.calledByWord ? `${word} ${name}` : name,
    command: verb.read({ step, numbers, books, date: textOf(step, 'on') }),
  };
}
