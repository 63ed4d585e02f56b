import { childrenOf, type XmlNode } from '../papers/readXml.ts';

/** An element whose text is known. */
export const TEXT = 'text';
/** An element that is known with all that is below it. */
export const WHOLE = 'whole';

/** What a format may say that is used, compared, or known to mean nothing here: by the name of each element, what may stand below it. */
export interface Vocabulary {
  readonly [name: string]: Known | Several;
}
type Known = typeof TEXT | typeof WHOLE | Vocabulary;
interface Several {
  readonly [SEVERAL]: Known;
}
const SEVERAL = Symbol('several');

/** An element that may stand there more than once. Any other that does is not understood: nobody knows which of them is meant. */
export const several = (known: Known): Several => ({ [SEVERAL]: known });
const isSeveral = (known: Known | Several): known is Several => typeof known === 'object' && SEVERAL in known;

/** A value that nobody understands: where it stands, by the names of the elements that lead to it, and what it says. */
export interface Unread {
  readonly path: readonly string[];
  readonly says: string;
}

/** Elements whose names say of which kind their values are (UBL 2.1 and Cross Industry Invoice, representation terms of Core Components), and such values. */
const KINDS: readonly (readonly [names: RegExp, values: RegExp])[] = [
  [/(?:Amount|Quantity|Percent|Numeric)$/, /^[+-]?(?:\d{1,15}(?:\.\d*)?|\.\d+)$/],
  [/(?:Indicator)$/, /^(?:true|false|1|0)$/i],
  [/(?:Date|DateTimeString)$/, /^(?:\d{4}-\d\d-\d\d.*|\d{8}|\d{6}|\d{12})$/],
];

/** Whether a value is not of the kind that the name of its element promises, as a word where an amount should stand. */
const isOfOtherKind = (name: string, value: string): boolean =>
  value !== '' && KINDS.some(([names, values]) => names.test(name) && !values.test(value));

/**
 * Every value of a document that its vocabulary does not have, elements that stand there twice among them, amounts in another currency than the document's,
 * and, wherever they stand, values that are not of their kind. What is plainly zero or blank says nothing.
 */
export function unreadIn(root: XmlNode, vocabulary: Vocabulary, currency: string): Unread[] {
  const found: Unread[] = [];
  const look = (node: XmlNode, known: Known | undefined, path: readonly string[]): void => {
    const own = textOf(node);
    const name = path.at(-1) ?? '';
    if (isOfOtherKind(name, own) && hasNothingBelow(node)) {
      found.push({ path, says: own });
      return;
    }
    if (known === WHOLE) {
      for (const [below, child] of childrenIn(node)) look(child, WHOLE, [...path, below]);
      return;
    }
    if (known === undefined ? own !== '' && !isNothing(own) : typeof known === 'object' && own !== '')
      found.push({ path, says: own });
    const said = typeof node === 'object' ? node['@currencyID'] : undefined;
    if (typeof said === 'string' && currency !== '' && said !== currency && !isNothing(own))
      found.push({ path, says: `${own} ${said}` });
    if (typeof node !== 'object') return;
    for (const name of namesBelow(node)) {
      const below = known === undefined || known === TEXT ? undefined : known[name];
      const children = childrenOf(node, name);
      const [first] = children;
      const once = below === undefined || isSeveral(below) || children.length < 2;
      if (!once && first !== undefined) found.push({ path: [...path, name], says: children.map(textOf).join(' | ') });
      for (const child of children)
        look(child, below === undefined ? undefined : isSeveral(below) ? below[SEVERAL] : below, [...path, name]);
    }
  };
  look(root, vocabulary, []);
  return found;
}

/** The names of the elements below one, and these elements. */
const namesBelow = (node: XmlNode): string[] =>
  typeof node === 'object' ? Object.keys(node).filter((name) => !name.startsWith('@') && name !== '#text') : [];
const childrenIn = (node: XmlNode): (readonly [name: string, child: XmlNode])[] =>
  namesBelow(node).flatMap((name) => childrenOf(node, name).map((child) => [name, child] as const));
const hasNothingBelow = (node: XmlNode): boolean => namesBelow(node).length === 0;

const textOf = (node: XmlNode): string => {
  const text = typeof node === 'string' ? node : node['#text'];
  return typeof text === 'string' ? text.trim() : '';
};

const isNothing = (text: string): boolean => text === '' || /^-?0*(\.0*)?$/.test(text);

/** The last names of a path in words: `PayableAlternativeAmount` is “payable alternative amount”. */
export const inWords = (path: readonly string[]): string =>
  path
    .slice(-2)
    .map((name) => name.replace(/([a-z\d])([A-Z])/g, '$1 $2').toLowerCase())
    .join(', ');
