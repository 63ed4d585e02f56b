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

/**
 * Every value of a document that its vocabulary does not have, elements that stand there twice among them, and amounts in another currency than the document's.
 * What is plainly zero or blank says nothing.
 */
export function unreadIn(root: XmlNode, vocabulary: Vocabulary, currency: string): Unread[] {
  const found: Unread[] = [];
  const look = (node: XmlNode, known: Known | undefined, path: readonly string[]): void => {
    if (known === WHOLE) return;
    const own = textOf(node);
    if (known === undefined ? own !== '' && !isNothing(own) : typeof known === 'object' && own !== '')
      found.push({ path, says: own });
    const said = typeof node === 'object' ? node['@currencyID'] : undefined;
    if (typeof said === 'string' && currency !== '' && said !== currency && !isNothing(own))
      found.push({ path, says: `${own} ${said}` });
    if (typeof node !== 'object') return;
    for (const name of Object.keys(node)) {
      if (name.startsWith('@') || name === '#text') continue;
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
