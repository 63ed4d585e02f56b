import { RequestError } from '../asking/failures.ts';
import { readOnce } from './readOnce.ts';
import { childrenOf, readXml, type XmlNode } from '../papers/readXml.ts';

/** A bill or credit memo in XML, and which standard it is written in. */
export interface BillXml {
  readonly as: 'Invoice' | 'CreditNote' | 'CrossIndustryInvoice';
  readonly root: XmlNode;
}

const ROOTS = ['Invoice', 'CreditNote', 'CrossIndustryInvoice'] as const;
/** The header of its envelope says who sent it to whom: what counts stands in the bill (UN/CEFACT, Standard Business Document). */
const ENVELOPE = 'StandardBusinessDocument';

/**
 * The one bill that a file has, alone or in an envelope.
 * @throws RequestError where it has none, or several, or is XML that is not read at all
 */
export const billIn: (content: Buffer) => BillXml = readOnce((content) => {
  const document = readXml(content);
  const places = [document, ...childrenOf(document, ENVELOPE)];
  const found = places.flatMap((place) => ROOTS.flatMap((as) => childrenOf(place, as).map((root) => ({ as, root }))));
  const [first, second] = found;
  if (first === undefined) throw new RequestError(422, 'paper.no_bill_xml');
  if (second !== undefined) throw new RequestError(422, 'paper.several_bills', { count: found.length });
  return first;
});

/** Whether a file is a bill that could be read. */
export function isBill(content: Buffer): boolean {
  try {
    return billIn(content).root !== undefined;
  } catch (problem) {
    if (problem instanceof RequestError) return false;
    throw problem;
  }
}
