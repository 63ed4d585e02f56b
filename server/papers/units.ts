import { measureOf, MEASURES } from '@obolus/core/purchasing/measures';
import type { XmlNode } from './readXml.ts';

/** Packages of UN/ECE Recommendation 21 by what they are called here; in Recommendation 20 an X stands before their code. */
const PACKAGES: Readonly<Record<string, string>> = {
  bag: 'BG',
  bale: 'BL',
  barrel: 'BA',
  bobbin: 'BB',
  bolt: 'BT',
  bottle: 'BO',
  box: 'BX',
  bucket: 'BJ',
  bundle: 'BE',
  can: 'CA',
  carton: 'CT',
  case: 'CS',
  cone: 'CJ',
  crate: 'CR',
  drum: 'DR',
  jar: 'JR',
  keg: 'KG',
  pack: 'PK',
  packet: 'PA',
  pallet: 'PX',
  reel: 'RL',
  roll: 'RO',
  sack: 'SA',
  spool: 'SO',
  tin: 'TN',
  tray: 'PU',
  tube: 'TU',
};
/** Codes that say how many and nothing of what: one, number of articles, piece, each. They count in the stock unit. */
const ONE = 'C62';
const PIECES: readonly string[] = ['', ONE, 'EA', 'NAR', 'H87'];
const MEASURE_WORDS: ReadonlyMap<string, string> = new Map(MEASURES.map(({ code, words }) => [code, words[0] ?? code]));
const PACKAGE_WORDS: ReadonlyMap<string, string> = new Map(
  Object.entries(PACKAGES).map(([word, code]) => [code, word]),
);

const UNKNOWN = 'code';
/** A code that nobody knows, of what was read. */
export const unknownCode = (unit: string): string | undefined =>
  unit.startsWith(`${UNKNOWN} `) ? unit.slice(UNKNOWN.length + 1) : undefined;

/** The code for a unit of ours; undefined for one that the recommendations do not have under this name: no other code means it. */
export function unitCode(unit: string): string | undefined {
  const word = unit.trim().toLowerCase();
  if (word === '') return ONE;
  const measure = measureOf(word);
  if (measure) return measure.code;
  const [, singular = ''] = /^(.+)s$/.exec(word) ?? [];
  const code = PACKAGES[word] ?? PACKAGES[singular];
  return code === undefined ? undefined : `X${code}`;
}

/**
 * The word for a code of Recommendation 20, or of 21 with or without its X; empty for pieces, which count in the stock unit. A code that is not known is
 * named as one: no goods are counted in it. Nor is one without its X that may be meant as a word, as KG is a keg.
 */
export function unitWord(code: string): string {
  const plain = code.trim().toUpperCase();
  if (PIECES.includes(plain)) return '';
  const bare = plain.replace(/^X/, '');
  const isOther = bare === plain && measureOf(plain) !== undefined;
  return MEASURE_WORDS.get(plain) ?? (isOther ? undefined : PACKAGE_WORDS.get(bare)) ?? `${UNKNOWN} ${code.trim()}`;
}

/** The unit that an element names by its code. */
export function unitOf(node: XmlNode | undefined): string {
  const code = typeof node === 'object' ? node['@unitCode'] : undefined;
  return typeof code === 'string' ? unitWord(code) : '';
}
