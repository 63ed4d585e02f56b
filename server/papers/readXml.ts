import { SaxesParser } from 'saxes';
import { RequestError } from '../asking/failures.ts';
import { withoutAttached } from './attachedXml.ts';
import type { MessageId, Values } from '@obolus/messages/message';

const MOST_BYTES = 4_000_000;
const DEEPEST = 60;

/** An element: its children by their local names; text alone is text, attributes begin with @. */
export type XmlNode = string | { readonly [name: string]: XmlNode | readonly XmlNode[] };

/**
 * Reads XML that came from outside: UTF-8 or what it declares, no definitions or entities of its own, nothing beyond a size, files inside it not counted,
 * and a depth. What is not well formed (XML 1.0) is refused.
 * @throws RequestError saying what is wrong with it
 */
export function readXml(content: Buffer): Readonly<Record<string, XmlNode>> {
  const text = withoutAttached(xmlText(content));
  if (text.length > MOST_BYTES) throw notRead('paper.xml_too_large', { most: MOST_BYTES / 1_000_000 });
  if (/<!\s*(?:DOCTYPE|ENTITY)/i.test(text)) throw notRead('paper.xml_doctype');
  const tree = new Tree();
  const parser = new SaxesParser();
  parser.on('opentag', ({ attributes }) => tree.open(attributes));
  parser.on('text', (said) => tree.say(said));
  parser.on('cdata', (said) => tree.say(said));
  parser.on('closetag', ({ name }) => tree.close(name));
  parser.on('error', () => {
    throw notRead('paper.xml_broken', { line: String(parser.line), column: String(Math.max(1, parser.column)) });
  });
  parser.write(text).close();
  return tree.root;
}

type Element = Record<string, XmlNode | XmlNode[]>;

/** The elements of a file as they come. */
class Tree {
  readonly #open: { readonly element: Element; text: string }[] = [{ element: element(), text: '' }];

  open(attributes: Readonly<Record<string, string>>): void {
    if (this.#open.length > DEEPEST) throw notRead('paper.xml_too_deep', { most: DEEPEST });
    const opened = element();
    for (const [name, value] of Object.entries(attributes))
      if (!isNamespace(name)) opened[`@${localName(name)}`] = value;
    this.#open.push({ element: opened, text: '' });
  }

  say(text: string): void {
    const last = this.#open.at(-1);
    if (last) last.text += text;
  }

  close(name: string): void {
    const closed = this.#open.pop();
    const parent = this.#open.at(-1)?.element;
    if (!closed || !parent) return;
    const called = localName(name);
    const node = nodeOf(closed.element, closed.text.trim());
    const before = parent[called];
    if (before === undefined) parent[called] = node;
    else if (Array.isArray(before)) before.push(node);
    else parent[called] = [before, node];
  }

  /** The outermost element under its name. */
  get root(): Readonly<Record<string, XmlNode>> {
    return (this.#open[0]?.element ?? {}) as Readonly<Record<string, XmlNode>>;
  }
}

/** Without a prototype: an element may be called anything. */
const element = (): Element => Object.create(null) as Element;

function nodeOf(own: Element, text: string): XmlNode {
  if (Object.keys(own).length === 0) return text;
  if (text !== '') own['#text'] = text;
  return own;
}

const localName = (name: string): string => name.slice(name.indexOf(':') + 1);
const isNamespace = (name: string): boolean => name === 'xmlns' || name.startsWith('xmlns:');

/**
 * XML as text: by the mark at its beginning, by zeros that only UTF-16 has there, by what it declares, else as UTF-8 (XML 1.0, appendix F).
 * Blanks before its declaration are left out.
 * @throws RequestError where it is not written in what it says
 */
export function xmlText(content: Buffer): string {
  const encoding = encodingOf(content);
  try {
    return new TextDecoder(encoding, { fatal: true }).decode(content).trimStart();
  } catch {
    throw notRead('paper.xml_encoding', { encoding });
  }
}

/** What a file begins with is looked at for its encoding. */
const DECLARED_WITHIN = 400;

/** What XML is written in, as far as it shows. */
export function encodingOf(content: Buffer): string {
  const [first, second] = content;
  if ((first === 0xfe && second === 0xff) || (first === 0 && second === 0x3c)) return 'utf-16be';
  if ((first === 0xff && second === 0xfe) || (first === 0x3c && second === 0)) return 'utf-16le';
  const beginning = content.subarray(0, DECLARED_WITHIN).toString('latin1');
  const declared = /^[^<]*<\?xml[^>]*?\sencoding\s*=\s*["']\s*([\w.:-]+)\s*["']/.exec(beginning)?.[1] ?? 'utf-8';
  // Whatever says so in single bytes is not UTF-16.
  return /^utf-?16/i.test(declared) ? 'utf-8' : declared;
}

/** Whether a file begins as XML does, however it is written. */
export function isXml(content: Buffer): boolean {
  const beginning = content.subarray(0, DECLARED_WITHIN);
  return /^[\uFEFF\s]*</.test(new TextDecoder(encodingOf(content)).decode(beginning));
}

const notRead = (id: MessageId, values?: Values): RequestError => new RequestError(422, id, values);

/** The elements of a name below a node, in their order. */
export function childrenOf(node: XmlNode | undefined, name: string): readonly XmlNode[] {
  if (node === undefined || typeof node === 'string') return [];
  const found = node[name];
  return found === undefined ? [] : Array.isArray(found) ? (found as readonly XmlNode[]) : [found as XmlNode];
}

/** The first element along a path, if it is there. */
export const childAt = (node: XmlNode | undefined, ...path: readonly string[]): XmlNode | undefined =>
  path.reduce<XmlNode | undefined>((at, name) => childrenOf(at, name)[0], node);

/** The text of the first element along a path; empty where there is none. */
export function textAt(node: XmlNode | undefined, ...path: readonly string[]): string {
  const found = childAt(node, ...path);
  if (found === undefined) return '';
  const text = typeof found === 'string' ? found : found['#text'];
  return typeof text === 'string' ? text.trim() : '';
}

/** Of several elements that say an amount, the one in a currency; the first where none says which it is in. */
export function amountIn(amounts: readonly XmlNode[], currency: string): string {
  const said = (node: XmlNode | undefined) => (typeof node === 'object' ? node['@currencyID'] : undefined);
  return textAt(amounts.find((node) => said(node) === currency) ?? amounts.find((node) => said(node) === undefined));
}

/** Whether an element that says yes or no says yes (XML Schema, boolean). */
export const isYes = (text: string): boolean => ['true', '1'].includes(text.trim().toLowerCase());

/** What a party of a UBL document is called: its number with us, its names, its address for mails, numbers that others gave it. */
export function ublParty(node: XmlNode | undefined): string[] {
  const party = childAt(node, 'Party');
  return [
    textAt(node, 'CustomerAssignedAccountID'),
    textAt(party, 'PartyName', 'Name'),
    textAt(party, 'PartyLegalEntity', 'RegistrationName'),
    textAt(party, 'Contact', 'ElectronicMail'),
    textAt(party, 'EndpointID'),
    textAt(party, 'PartyTaxScheme', 'CompanyID'),
    ...childrenOf(party, 'PartyIdentification').map((entry) => textAt(entry, 'ID')),
  ].filter(Boolean);
}
