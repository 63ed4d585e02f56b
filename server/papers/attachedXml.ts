/** A file inside an XML, as UBL and the Cross Industry Invoice carry them. */
export interface Attached {
  readonly name: string;
  readonly content: Buffer;
}

/** An element of binary contents: its beginning, its base64, its end. */
const BINARY = /(<((?:\w+:)?\w*BinaryObject)\b[^<>]*>)([A-Za-z\d+/=\s]*)(<\/\2\s*>)/g;
const PLACE = 'file inside';

/**
 * XML without the contents of the files in it: they are not read with it, nor counted with its size. Each element keeps a word that says which file was
 * there, from 1.
 */
export function withoutAttached(xml: string): string {
  let number = 0;
  return xml.replace(BINARY, (_, begin: string, _name: string, _content: string, end: string) => {
    number += 1;
    return `${begin}${PLACE} ${number}${end}`;
  });
}

/** Which of the files in a paper an element stood for; undefined for an element that holds no file. */
export const attachedAt = (text: string): number | undefined => {
  const [, number] = new RegExp(`^${PLACE} (\\d{1,4})$`).exec(text.trim()) ?? [];
  return number === undefined ? undefined : Number.parseInt(number, 10);
};

/** One of the files in an XML, by its number from 1. */
export function attachedIn(xml: string, number: number): Attached | undefined {
  const [, begin = '', , content = ''] = [...xml.matchAll(BINARY)][number - 1] ?? [];
  if (begin === '') return undefined;
  const [, name = ''] = /\sfilename\s*=\s*["']([^"']*)["']/.exec(begin) ?? [];
  return { name, content: Buffer.from(content, 'base64') };
}
