import { ONE_UNIT, quantity, type Quantity } from '../exact/amounts.ts';

/** A unit of measure of UN/ECE Recommendation 20: its code, what it is called here, and how many of the smallest parts of its dimension it holds. */
export interface Measure {
  readonly code: string;
  /** The first is what it is written as; the others are read. */
  readonly words: readonly string[];
  readonly dimension: 'count' | 'mass' | 'length' | 'area' | 'volume' | 'time';
  readonly holds: bigint;
}

const measure =
  (dimension: Measure['dimension']) =>
  (code: string, holds: bigint, ...words: string[]): Measure => ({ code, words, dimension, holds });

const [count, mass, length, area, volume, time] = (['count', 'mass', 'length', 'area', 'volume', 'time'] as const).map(
  measure,
) as [Of, Of, Of, Of, Of, Of];
type Of = ReturnType<typeof measure>;

/** Masses in nanograms, lengths in tenths of a millimetre, areas in hundredths of a square millimetre, volumes in cubic millimetres, times in seconds. */
export const MEASURES: readonly Measure[] = [
  count('EA', 1n, 'each', 'ea', 'pc', 'pcs', 'piece', 'pieces', 'unit', 'units', 'st', 'stk', 'stück', 'pièce'),
  count('PR', 2n, 'pair', 'pairs', 'paar'),
  count('DZN', 12n, 'dozen', 'doz', 'dutzend'),
  count('GRO', 144n, 'gross'),
  count('CEN', 100n, 'hundred'),
  count('MIL', 1_000n, 'thousand'),
  mass('MGM', 1_000_000n, 'mg'),
  mass('GRM', 1_000_000_000n, 'g', 'gram', 'grams', 'gramm'),
  mass('KGM', 1_000_000_000_000n, 'kg', 'kilogram', 'kilograms', 'kilogramm', 'kilo'),
  mass('TNE', 1_000_000_000_000_000n, 't', 'tonne', 'tonnes'),
  mass('LBR', 453_592_370_000n, 'lb', 'lbs', 'pound', 'pounds'),
  mass('ONZ', 28_349_523_125n, 'oz', 'ounce', 'ounces'),
  length('MMT', 10n, 'mm'),
  length('CMT', 100n, 'cm'),
  length('MTR', 10_000n, 'm', 'metre', 'metres', 'meter', 'meters'),
  length('KMT', 10_000_000n, 'km'),
  length('INH', 254n, 'in', 'inch', 'inches'),
  length('FOT', 3_048n, 'ft', 'foot', 'feet'),
  length('YRD', 9_144n, 'yd', 'yard', 'yards'),
  area('CMK', 10_000n, 'cm²', 'cm2'),
  area('MTK', 100_000_000n, 'm²', 'm2', 'sqm'),
  area('FTK', 9_290_304n, 'ft²', 'ft2', 'sqft'),
  volume('MLT', 1_000n, 'ml'),
  volume('CLT', 10_000n, 'cl'),
  volume('LTR', 1_000_000n, 'l', 'litre', 'litres', 'liter', 'liters'),
  volume('HLT', 100_000_000n, 'hl'),
  volume('CMQ', 1_000n, 'cm³', 'cm3'),
  volume('MTQ', 1_000_000_000n, 'm³', 'm3', 'cbm'),
  time('MIN', 60n, 'min', 'minute', 'minutes'),
  time('HUR', 3_600n, 'h', 'hour', 'hours', 'stunde', 'stunden'),
];

const BY_WORD: ReadonlyMap<string, Measure> = new Map(
  MEASURES.flatMap((one) => one.words.map((word) => [word, one] as const)),
);

/** The measure that a word is for, letter case aside; undefined for packs and whatever else goods are counted in. */
export const measureOf = (word: string): Measure | undefined => BY_WORD.get(word.trim().toLowerCase());

/**
 * How many of one unit another holds, both of one dimension: a gram is 0.001 kg, a dozen 12 each.
 * @returns undefined where they measure different things, or no quantity says it exactly
 */
export function heldIn(unit: string, stockUnit: string): Quantity | undefined {
  const [from, to] = [measureOf(unit), measureOf(stockUnit)];
  if (from === undefined || to?.dimension !== from.dimension) return undefined;
  const scaled = from.holds * ONE_UNIT;
  return scaled % to.holds === 0n ? quantity(scaled / to.holds) : undefined;
}
