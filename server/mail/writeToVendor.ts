import type { DataSource } from 'typeorm';
import type { BodyOfEndpoint } from '@obolus/contract/endpoint';
import type { api } from '@obolus/contract/api';
import { RequestError } from '../asking/failures.ts';
import { noteDocument } from '../documents/notes.ts';
import { idOfBytes } from '../papers/idOfBytes.ts';
import { readReturnPaper, type ReturnPaper } from '../papers/returnPaper.ts';
import { type MailServer, sendMail } from './mails.ts';

interface Writing {
  readonly source: DataSource;
  readonly mailServer: MailServer;
  /** The packing list of a return as PDF. */
  readonly packingList: (paper: ReturnPaper) => Promise<Buffer>;
}

/**
 * Sends a mail that somebody wrote, with the packing lists of returns, and notes it at the documents that it is about: under the same id once.
 * @throws RequestError 404 for a document that is not there, before anything is sent; 502 where the mail server does not take it
 */
export async function writeToVendor(
  { source, mailServer, packingList }: Writing,
  id: string,
  { returns = [], about = [], ...mail }: BodyOfEndpoint<typeof api.sendMail>,
  { user, now }: { readonly user: string; readonly now: Date },
): Promise<void> {
  const documents = [...new Set(about)];
  const known: unknown[] =
    documents.length === 0 ? [] : await source.query('SELECT id FROM document WHERE id IN (?)', [documents]);
  if (known.length < documents.length) throw new RequestError(404, 'problem.no_such_document');
  const papers = await Promise.all(returns.map((one) => readReturnPaper(source.manager, one)));
  const attachments = await Promise.all(
    papers.map(async (paper) => ({ name: `${paper.number}.pdf`, content: await packingList(paper) })),
  );
  await sendMail(source, mailServer, { id, ...mail, attachments }, now);
  for (const document of documents)
    await noteDocument(
      source.manager,
      idOfBytes(`${id} ${document}`),
      { document, text: `${mail.subject}: ${mail.to}` },
      { user, now },
    );
}
