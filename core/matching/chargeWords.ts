import { wordsOf } from './goods.ts';

/** Words by which charges on a bill are known, in the order in which they are looked for. */
const KINDS: readonly (readonly [kind: string, words: readonly string[]])[] = [
  ['restocking', ['restocking', 'restock']],
  ['insurance', ['insurance', 'insured']],
  ['brokerage', ['brokerage', 'broker', 'clearance']],
  ['duty', ['duty', 'customs', 'tariff']],
  ['inspection', ['inspection', 'survey', 'fumigation']],
  ['storage', ['storage', 'demurrage', 'detention']],
  ['handling', ['handling', 'packing', 'packaging', 'pallet', 'pallets', 'crating']],
  [
    'freight',
    ['freight', 'carriage', 'shipping', 'transport', 'delivery', 'courier', 'postage', 'fuel', 'surcharge', 'haulage'],
  ],
];

/** The kind of charge that a line of a bill is by its words; undefined where it names none. */
export function chargeKindOf(description: string): string | undefined {
  const words = new Set(wordsOf(description));
  return KINDS.find(([, known]) => known.some((word) => words.has(word)))?.[0];
}

/** Codes of UNTDID 7161 (special service description), as far as there is a kind of charge for them. */
const CODES: Readonly<Record<string, string>> = {
  FC: 'freight',
  DL: 'freight',
  HD: 'handling',
  PC: 'handling',
  PL: 'handling',
  IF: 'inspection',
  WH: 'storage',
};

/** The kind of charge that a bill states by its code; undefined for codes that mean something else. */
export const chargeKindOfCode = (code: string): string | undefined => CODES[code.trim().toUpperCase()];
