import { RequestError } from '../asking/failures.ts';
import { mediaTypeOf } from '../papers/kept.ts';
import { attachmentsOfPdf } from '../papers/pdfAttachments.ts';
import { isSpreadsheet, textIn } from '../papers/readFile.ts';
import { isXml } from '../papers/readXml.ts';
import { isBill } from './billIn.ts';
import { splitStack } from './readCsv.ts';
import { type Message, message } from '@obolus/messages/message';

/** A paper by what is in it, not by its name: what can be looked at, and what can be read of it. */
export interface OpenedPaper {
  readonly name: string;
  readonly type: string;
  readonly content: Buffer;
  /** XML, or rows as JSON; undefined where the paper can only be looked at. */
  readonly structured: Buffer | undefined;
  /** Why nothing of it can be read; empty where something can. */
  readonly says: readonly Message[];
}

type Inside = NonNullable<Awaited<ReturnType<typeof attachmentsOfPdf>>>[number];

const MOST_BYTES = 10_000_000;

/**
 * Tells what a file is: an XML, a stack of bills as CSV or XLSX, a PDF with or without an XML in it, a picture. A stack becomes a paper for each of its bills.
 * @throws RequestError for a file that is nothing of this, or too large
 */
export async function openPaper(name: string, content: Buffer): Promise<OpenedPaper[]> {
  if (content.length > MOST_BYTES) throw new RequestError(413, 'paper.too_large', { most: MOST_BYTES / 1_000_000 });
  const type = mediaTypeOf(content);
  if (type === 'application/pdf') return [await openPdf(name, content)];
  if (type !== undefined) return [{ name, type, content, structured: undefined, says: [message('paper.picture')] }];
  if (isXml(content)) return [{ name, type: 'application/xml', content, structured: content, says: [] }];
  if (isSpreadsheet(content) || isTable(content)) return openStack(name, content);
  throw new RequestError(422, 'paper.no_paper');
}

async function openPdf(name: string, content: Buffer): Promise<OpenedPaper> {
  const inside = await attachmentsOfPdf(content);
  // The same file may be attached in two places.
  const bills = (inside ?? []).filter(
    ({ content: one }, at, all) => isBill(one) && all.findIndex((file) => file.content.equals(one)) === at,
  );
  const structured = bills.length === 1 ? bills[0]?.content : undefined;
  return { name, type: 'application/pdf', content, structured, says: structured ? [] : [whyNotRead(inside, bills)] };
}

function whyNotRead(inside: readonly Inside[] | undefined, bills: readonly Inside[]): Message {
  if (inside === undefined) return message('paper.pdf_closed');
  if (bills.length > 1)
    return message('paper.pdf_several', { count: bills.length, names: { list: bills.map(({ name }) => name) } });
  return message(inside.some(({ content }) => isXml(content)) ? 'paper.pdf_without_bill' : 'paper.pdf_without_xml');
}

async function openStack(name: string, content: Buffer): Promise<OpenedPaper[]> {
  const bills = await splitStack(content);
  return bills.map((bill) => ({
    name: bills.length === 1 ? name : `${name}, ${bill.rows[0]?.number ?? ''}`,
    type: 'application/json',
    // The same rows are the same paper, however their file is written.
    content: Buffer.from(JSON.stringify(bill.rows)),
    structured: Buffer.from(JSON.stringify(bill)),
    says: [],
  }));
}

/** Text whose first line names what the columns of a stack are called. */
const isTable = (content: Buffer): boolean =>
  /^\uFEFF?[\w "',;\t]*\bvendor\b[\w "',;\t]*(?:\r?\n|$)/i.test(textIn(content.subarray(0, 500)));
