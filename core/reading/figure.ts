import { formatDecimal } from '../exact/decimal.ts';
import { divideRounded, powerOfTen } from '../exact/rounding.ts';

/** How figures are written: the mark before decimals, the one between groups of digits, and how many digits further groups have. */
export interface Separators {
  readonly decimal: '.' | ',';
  readonly group: ',' | '.' | ' ' | '’' | '';
  /** Three; two in India, where only the last group has three. */
  readonly size: 2 | 3;
}

/** How figures are written somewhere: what is not well formed here may be well formed there. */
const ELSEWHERE: readonly Separators[] = [
  { decimal: '.', group: ',', size: 3 },
  { decimal: ',', group: '.', size: 3 },
  { decimal: ',', group: ' ', size: 3 },
  { decimal: '.', group: '’', size: 3 },
  { decimal: '.', group: ' ', size: 3 },
  { decimal: '.', group: ',', size: 2 },
];

/**
 * What was understood of a figure that somebody typed: the figure as a plain decimal with a point; more than one that it may be, so that
 * they have to be asked; or nothing.
 */
export type Understood =
  | { readonly is: 'figure'; readonly figure: string }
  | { readonly is: 'doubtful'; readonly readings: readonly string[] }
  | { readonly is: 'nothing' };

const NOTHING: Understood = { is: 'nothing' };

/**
 * Reads a figure as it is typed: well formed here it is taken so; else by how it may be written elsewhere, and asked about where that
 * makes more than one figure; else as a sum (`12*4.5`). A figure in parentheses is below zero.
 *
 * @param places decimals to which the result of a sum is rounded, half away from zero
 */
export function readFigure(text: string, here: Separators, places = 6): Understood {
  const typed = text.trim().replaceAll('−', '-');
  if (typed === '') return { is: 'figure', figure: '' };
  if (typed.length > LONGEST) return NOTHING;
  const [, inParentheses] = /^\(([^()]*)\)$/.exec(typed) ?? [];
  const figure = wellFormed(inParentheses === undefined ? typed : `-${inParentheses.trim()}`, here);
  if (figure !== undefined) return { is: 'figure', figure };
  const readings = distinct([...ELSEWHERE.map((there) => wellFormed(typed, there)), sloppy(typed, here)]);
  const [only] = readings;
  if (readings.length > 1) return { is: 'doubtful', readings };
  if (only !== undefined) return { is: 'figure', figure: only };
  const sum = sumOf(typed, here, places);
  return sum === undefined ? NOTHING : { is: 'figure', figure: sum };
}

/** What is the same figure is one reading, however many decimals it is written with. */
const distinct = (readings: readonly (string | undefined)[]): string[] => [
  ...new Map(
    readings.flatMap((reading) =>
      reading === undefined ? [] : [[reading.replace(/(\.\d*?)0+$/, '$1').replace(/\.$/, ''), reading] as const],
    ),
  ).values(),
];

const LONGEST = 100;

const MARKS: Readonly<Record<Separators['group'] | Separators['decimal'], string>> = {
  '.': '\\.',
  ',': ',',
  ' ': '[ \\u00a0\\u202f]',
  '’': "['’]",
  '': '(?!)',
};

/** A figure that is written just as it is here, with or without its groups; undefined for everything else. */
function wellFormed(text: string, { decimal, group, size }: Separators): string | undefined {
  const between = MARKS[group];
  const grouped = `\\d{1,${size}}(?:${between}\\d{${size}})*${between}\\d{3}`;
  const form = new RegExp(`^([+-]?)\\s*(${grouped}|\\d*)(?:${MARKS[decimal]}(\\d*))?$`);
  const [, sign = '', whole = '', part = ''] = form.exec(text) ?? [];
  if (whole === '' && part === '') return undefined;
  return plain(sign, whole.replace(/\D/g, ''), part);
}

/** As here, but for groups that have other lengths than they should; only where there are such marks. */
function sloppy(text: string, here: Separators): string | undefined {
  const without = text.replaceAll(new RegExp(MARKS[here.group], 'g'), '');
  return without === text ? undefined : wellFormed(without, here);
}

const plain = (sign: string, whole: string, part: string): string =>
  `${sign === '-' ? '-' : ''}${whole.replace(/^0+(?=\d)/, '') || '0'}${part === '' ? '' : `.${part}`}`;

interface Fraction {
  readonly over: bigint;
  readonly under: bigint;
}

/** The result of a sum with + − × ÷ and parentheses, its figures as they are written here; undefined where it is none. */
function sumOf(text: string, here: Separators, places: number): string | undefined {
  const between = here.group === ' ' ? '' : MARKS[here.group];
  const token = new RegExp(
    `\\s*(?:([-+*/×÷()])|((?:\\d|${MARKS[here.decimal]}${between && `|${between}`})+))\\s*`,
    'y',
  );
  const tokens: string[] = [];
  while (token.lastIndex < text.length) {
    const [, operator, figure] = token.exec(text) ?? [];
    const found = operator ?? (figure === undefined ? undefined : wellFormed(figure, here));
    if (found === undefined) return undefined;
    tokens.push(found);
  }
  const result = new Sum(tokens).whole();
  return result && formatDecimal(divideRounded(result.over * powerOfTen(places), result.under), places);
}

/** A sum, read from the left: what binds most is looked for first. Undefined wherever it is no sum. */
class Sum {
  private readonly tokens: readonly string[];
  private at = 0;

  constructor(tokens: readonly string[]) {
    this.tokens = tokens;
  }

  whole(): Fraction | undefined {
    const result = this.terms();
    return this.at === this.tokens.length ? result : undefined;
  }

  private terms(): Fraction | undefined {
    let left = this.factors();
    for (let sign = this.take('+', '-'); left && sign; sign = this.take('+', '-')) {
      const right = this.factors();
      const by = sign === '-' ? -1n : 1n;
      left = right && { over: left.over * right.under + by * right.over * left.under, under: left.under * right.under };
    }
    return left;
  }

  private factors(): Fraction | undefined {
    let left = this.single();
    for (let sign = this.take('*', '/', '×', '÷'); left && sign; sign = this.take('*', '/', '×', '÷')) {
      const right = this.single();
      if (sign === '*' || sign === '×') left = right && multiplied(left, right);
      else left = right && right.over !== 0n ? multiplied(left, inverse(right)) : undefined;
    }
    return left;
  }

  private single(): Fraction | undefined {
    if (this.take('-')) {
      const figure = this.single();
      return figure && { over: -figure.over, under: figure.under };
    }
    if (this.take('(')) {
      const inside = this.terms();
      return this.take(')') ? inside : undefined;
    }
    const token = this.tokens[this.at] ?? '';
    if (!/^\d/.test(token)) return undefined;
    this.at += 1;
    const [whole = '', part = ''] = token.split('.');
    return { over: BigInt(whole + part), under: powerOfTen(part.length) };
  }

  private take(...signs: string[]): string | undefined {
    const token = this.tokens[this.at] ?? '';
    if (!signs.includes(token)) return undefined;
    this.at += 1;
    return token;
  }
}

const multiplied = (a: Fraction, b: Fraction): Fraction => ({ over: a.over * b.over, under: a.under * b.under });

/** One over it, with what is above zero below. */
const inverse = ({ over, under }: Fraction): Fraction =>
  over < 0n ? { over: -under, under: -over } : { over: under, under: over };
