import { Fragment, createElement, type ReactNode } from 'react';
import type { Shown } from '@obolus/contract/message';
import { en } from '@obolus/messages/en';
import type { Message, MessageId, Values } from '@obolus/messages/message';
import {
  type Catalogue,
  type Language,
  languageAmong,
  type Rich,
  type Speaker,
  speakerOf,
} from '@obolus/messages/speaker';
import { showDay, showFigure } from './figures.ts';
import { writingOf } from '@obolus/messages/writing';

const WRITING = {
  figure: (plain: string) => showFigure(plain),
  day: (day: string) => showDay(day),
  count: (count: number) => showFigure(String(count)),
};

/** English is there from the start; what others read is fetched when somebody reads it. */
const FURTHER: Readonly<Record<Exclude<Language, 'en'>, () => Promise<Catalogue>>> = {
  de: () => import('@obolus/messages/de').then(({ de }) => de),
};

/** A language that nobody speaks, for browsers that ask for it: what is not in the catalogue, and what does not fit, shows. */
const PSEUDO = 'en-XA';

let speaker: Speaker = speakerOf('en', en, WRITING);

/** The language in which everything is said now. */
export const spoken = (): string => speaker.language;

/** The language that somebody reads: their own choice, else their browser’s. */
export function languageFor(chosen: Language | ''): string {
  if (chosen !== '') return chosen;
  return navigator.language === PSEUDO ? PSEUDO : languageAmong(navigator.languages);
}

/** Says everything in another language from now on. Whoever calls this draws everything anew. */
export async function speak(language: string): Promise<void> {
  if (language !== speaker.language) speaker = speakerOf(language, await catalogueOf(language), WRITING);
  document.documentElement.lang = language;
}

/** Whoever says something in another language than the one that is read here: a mail to a vendor. Figures and days as that language writes them. */
export async function speakerIn(language: Language): Promise<Speaker> {
  return speakerOf(language, await catalogueOf(language), writingOf(language));
}

async function catalogueOf(language: string): Promise<Catalogue> {
  if (language === PSEUDO) return import('@obolus/messages/pseudo').then(({ pseudoOf }) => pseudoOf(en));
  return language === 'de' ? FURTHER.de() : en;
}

/** A message in words. Never where a module is loaded: the language may be another by the time it is read. */
export const say = (id: MessageId, values?: Values): string => speaker.say(id, values);

/** Messages in words, one after the other. */
export const sayAll = (messages: readonly Message[] | undefined): string => speaker.sayingAll(messages ?? []);

/** What is to be shown: text as it stands, or a message in words. */
export const shown = (what: Shown): string => (typeof what === 'string' ? what : speaker.saying(what));

/** A message with parts that are more than text: elements for its values, and for what stands between its tags. */
export const sayWith = (id: MessageId, values: Readonly<Record<string, Rich<ReactNode>>>): ReactNode =>
  speaker.parts<ReactNode>(id, values).map((part, at) => createElement(Fragment, { key: at }, part));
