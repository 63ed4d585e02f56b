import type { Plugin } from 'vite';

/** The built catalogue of a language. */
const CATALOGUE = /[\\/]messages[\\/]dist[\\/][a-z]{2}\.js$/;
/** What only the server says, on what it prints. */
const PRINTED = /^\s*\.\.\.(?:order_paper|return_paper|withheld_paper),\n/gm;

/** The page carries no words that it never says. */
export const printedWords = (): Plugin => ({
  name: 'printed-words',
  enforce: 'pre',
  transform: (code, id) => (CATALOGUE.test(id) ? code.replace(PRINTED, '') : null),
});
