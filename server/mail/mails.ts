import { randomUUID } from 'node:crypto';
import type { DataSource, EntityManager } from 'typeorm';
import { createTransport } from 'nodemailer';
import type { api } from '@obolus/contract/api';
import type { ReplyOf } from '@obolus/contract/endpoint';
import { RequestError } from '../asking/failures.ts';
import { sqlInstant } from '../storage/transaction.ts';
import { text, type Row } from '../queries/figures.ts';
import { upTo } from '../storage/upTo.ts';

interface Mail {
  /** Sent by us, not for bills. */
  readonly outward: boolean;
  readonly sender: string;
  readonly recipients: readonly string[];
  readonly subject: string;
  readonly text: string;
  readonly attachments: readonly string[];
  readonly at: Date;
}

/** Keeps a mail as plain text: nothing in it is ever run or shown as markup. Says whether it is new. */
export async function keepMail({ manager }: DataSource, mail: Mail, id: string = randomUUID()): Promise<boolean> {
  const { affectedRows } = (await manager.query(
    'INSERT IGNORE INTO mail (id, outward, sender, recipients, subject, body, attachments, at) VALUES (?, ?, ?, ?, ?, ?, ?, ?)',
    [
      id,
      mail.outward ? 1 : 0,
      mail.sender.slice(0, 160),
      mail.recipients.join(', ').slice(0, 500),
      mail.subject.slice(0, 200),
      mail.text.slice(0, 1_000_000),
      mail.attachments.join(', ').slice(0, 1000),
      sqlInstant(mail.at),
    ],
  )) as { affectedRows: number };
  return affectedRows > 0;
}

const MOST = 200;

/** Mails that came and were sent, the latest first. */
export async function listMails(manager: EntityManager): Promise<ReplyOf<typeof api.mails>> {
  const found: Row[] = await manager.query(`SELECT * FROM mail ORDER BY at DESC, id LIMIT ${MOST + 1}`);
  const { rows, more } = upTo(MOST, found);
  return {
    more,
    rows: rows.map((row) => ({
      id: text(row.id),
      outward: Number(row.outward ?? 0) === 1,
      sender: text(row.sender),
      recipients: text(row.recipients),
      subject: text(row.subject),
      text: text(row.body).slice(0, 20_000),
      attachments: text(row.attachments),
      at: text(row.at),
    })),
  };
}

/** Where mails go: the company’s server, or the mailbox that ships with the application. */
export interface MailServer {
  readonly host: string;
  readonly port: number;
  readonly from: string;
}

/** A mail to be sent, in plain text. */
export interface Outgoing {
  readonly id: string;
  readonly to: string;
  readonly subject: string;
  readonly text: string;
  readonly attachments?: readonly { readonly name: string; readonly content: Buffer }[];
}

/** A mail of ours is known by this when it comes by. */
export const messageIdOf = (id: string): string => `<${id}@obolus>`;

/**
 * Sends a mail in plain text, and keeps it; under the same id once, and says whether it was sent now. Throws a failure that says what to do where the server does not take it: then it is not kept.
 */
export async function sendMail(
  source: DataSource,
  { host, port, from }: MailServer,
  { id, to, subject, text: body, attachments = [] }: Outgoing,
  now: Date,
): Promise<boolean> {
  const isNew = await keepMail(
    source,
    {
      outward: true,
      sender: from,
      recipients: [to],
      subject,
      text: body,
      attachments: attachments.map(({ name }) => name),
      at: now,
    },
    id,
  );
  if (!isNew) return false;
  const transport = createTransport({
    host,
    port,
    secure: false,
    ignoreTLS: host === '127.0.0.1',
    connectionTimeout: 5000,
    disableFileAccess: true,
    disableUrlAccess: true,
  });
  try {
    await transport.sendMail({
      from,
      to,
      subject,
      text: body,
      messageId: messageIdOf(id),
      attachments: attachments.map(({ name, content }) => ({ filename: name, content })),
    });
    return true;
  } catch (problem) {
    await source.query('DELETE FROM mail WHERE id = ?', [id]);
    throw new RequestError(502, 'problem.mail_not_sent', { why: (problem as Error).message });
  } finally {
    transport.close();
  }
}
