import type { XmlNode } from './readXml.ts';

/** Units of UN/ECE Recommendation 20; what it does not know counts as pieces. */
const UNITS: Readonly<Record<string, string>> = {
  kg: 'KGM',
  g: 'GRM',
  l: 'LTR',
  m: 'MTR',
  'm²': 'MTK',
  'm³': 'MTQ',
  each: 'EA',
  tin: 'TN',
  box: 'BX',
  bag: 'BG',
  cone: 'CJ',
  case: 'CS',
  h: 'HUR',
};
const ONE = 'C62';
const WORDS: ReadonlyMap<string, string> = new Map(Object.entries(UNITS).map(([word, code]) => [code, word]));

export const unitCode = (unit: string): string => UNITS[unit.toLowerCase()] ?? ONE;

/** The word for a code, also with the X that marks a package (Recommendation 21); empty for pieces, which count in the stock unit. */
export function unitWord(code: string): string {
  const plain = code.trim().toUpperCase();
  if (['', ONE, 'EA', 'NAR', 'H87'].includes(plain)) return '';
  return WORDS.get(plain) ?? WORDS.get(plain.replace(/^X/, '')) ?? plain.toLowerCase();
}

/** The unit that an element names by its code. */
export function unitOf(node: XmlNode | undefined): string {
  const code = typeof node === 'object' ? node['@unitCode'] : undefined;
  return typeof code === 'string' ? unitWord(code) : '';
}
