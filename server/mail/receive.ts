import { randomUUID } from 'node:crypto';
import { SMTPServer, type SMTPServerDataStream, type SMTPServerSession } from 'smtp-server';
import type { DataSource } from 'typeorm';
import type { Logger } from 'pino';
import type { NotTaken } from '../bills/takeTogether.ts';
import type { Given } from '../papers/given.ts';
import { sqlInstant } from '../storage/transaction.ts';
import { keepMail } from './mails.ts';
import type { ReadMail } from './readMail.ts';
import { type Message, message } from '@obolus/messages/message';
import { keptSays } from '../storage/said.ts';

/** Mails to this name, at whatever domain, are bills; others are read in the mailbox. */
const FOR_BILLS = /^bills@/i;
const MOST_BYTES = 20_000_000;

interface Post {
  readonly source: DataSource;
  readonly log: Logger;
  readonly now: () => Date;
  readonly today: () => string;
  /** Takes a mail apart, beside this thread. */
  readonly read: (content: Buffer) => Promise<ReadMail>;
  /** Takes what is attached to a mail in as papers of bills; tells what cannot be. */
  readonly takeIn: (given: readonly Given[]) => Promise<readonly NotTaken[]>;
}

/**
 * A small mailbox on loopback, instead of the company’s own: takes every mail that is sent to it. What is attached to a mail to bills@… is taken in as papers; what
 * cannot be, and mails that are too large, show up as refused. Nothing larger than the limit is held in memory.
 */
export function openMailbox(post: Post, port: number): Promise<{ port: number; close(): Promise<void> }> {
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['AUTH', 'STARTTLS'],
    disableReverseLookup: true,
    logger: false,
    hideSize: true,
    maxClients: 10,
    onMailFrom({ address, args }, _session, done) {
      const bytes = sizeIn(args);
      if (bytes <= MOST_BYTES) return done();
      void refuseMail(post, address, bytes).then(() => done(refusedForSize()), done);
    },
    onData: (stream, session, done) => void takeMail(post, stream, session).then(() => done(), done),
  });
  server.on('error', (problem) => post.log.warn({ problem: problem.message }, 'mailbox'));
  return new Promise((resolve, reject) => {
    server.server.once('error', reject);
    server.listen(port, '127.0.0.1', () => {
      const address = server.server.address();
      resolve({
        port: typeof address === 'object' && address ? address.port : port,
        close: () => new Promise<void>((closed) => server.close(() => closed())),
      });
    });
  });
}

const refusedForSize = (): Error =>
  Object.assign(new Error(`At most ${MOST_BYTES / 1_000_000} MB for a mail`), { responseCode: 552 });

/** The size that the sender announces. */
const sizeIn = (args: unknown): number => Number((args as { SIZE?: string } | undefined)?.SIZE ?? 0);

async function takeMail(post: Post, stream: SMTPServerDataStream, session: SMTPServerSession): Promise<void> {
  const sender = session.envelope.mailFrom ? session.envelope.mailFrom.address : '';
  const recipients = session.envelope.rcptTo.map(({ address }) => address);
  const parts: Buffer[] = [];
  let bytes = 0;
  for await (const part of stream) {
    bytes += (part as Buffer).length;
    // What is too large is read to its end, and thrown away.
    if (bytes <= MOST_BYTES) parts.push(part as Buffer);
    else parts.length = 0;
  }
  if (bytes > MOST_BYTES) {
    await refuseMail(post, sender, bytes);
    throw refusedForSize();
  }
  const { messageId, subject, text, attachments } = await post.read(Buffer.concat(parts));
  // What we sent is kept already, under the id that it carries: it is no bill, whatever the vendor’s address is called.
  const own = /^<(.+)@obolus>$/.exec(messageId)?.[1];
  const forBills = own === undefined && recipients.some((address) => FOR_BILLS.test(address));
  await keepMail(
    post.source,
    {
      outward: !forBills,
      sender,
      recipients,
      subject,
      text,
      attachments: attachments.map(({ name }) => name),
      at: post.now(),
    },
    own,
  );
  if (forBills) await takeAttachments(post, sender, subject, attachments);
}

/** Takes in what is attached to a mail; what cannot be is refused, each part by itself. */
export async function takeAttachments(
  post: Omit<Post, 'read'>,
  sender: string,
  subject: string,
  attachments: readonly { name: string; content: Buffer }[],
): Promise<void> {
  if (attachments.length === 0) await refusePaper(post, sender, subject, 0, [message('paper.nothing_attached')]);
  const given = attachments.map(({ name, content }) => ({
    id: randomUUID(),
    name,
    content,
    came: 'mail' as const,
    sender,
    by: null,
    at: post.now(),
    today: post.today(),
  }));
  for (const { name, bytes, says, failure } of await post.takeIn(given)) {
    if (failure !== '') post.log.error({ failure }, 'an attachment could not be taken in');
    await refusePaper(post, sender, name, bytes, says);
  }
}

const refuseMail = (post: Pick<Post, 'source' | 'now'>, sender: string, bytes: number): Promise<void> =>
  refusePaper(post, sender, '', bytes, [
    message('paper.mail_too_large', { size: Math.ceil(bytes / 1_000_000), most: MOST_BYTES / 1_000_000 }),
  ]);

/** Of what is refused nothing is kept but that it came. */
async function refusePaper(
  { source, now }: Pick<Post, 'source' | 'now'>,
  sender: string,
  name: string,
  bytes: number,
  says: readonly Message[],
): Promise<void> {
  await source.query(
    `INSERT INTO incoming_paper (id, came, sender, name, media_type, bytes, state, says, kept_at) VALUES (UUID(), 'mail', ?, ?, '', ?, 'refused', ?, ?)`,
    [sender.slice(0, 160), name.slice(0, 200), bytes, keptSays(says), sqlInstant(now())],
  );
}
