import { type Attachment, simpleParser } from 'mailparser';

const MOST_ATTACHMENTS = 20;

/** A mail, taken apart. */
export interface ReadMail {
  /** As the mail carries it, with its brackets; empty where it has none. */
  readonly messageId: string;
  readonly subject: string;
  readonly text: string;
  readonly attachments: readonly { readonly name: string; readonly content: Buffer }[];
}

/** Takes a mail apart (RFC 5322, MIME): large ones take a while, and so it is done beside the thread that answers. */
export async function readMail(content: Buffer): Promise<ReadMail> {
  const mail = await simpleParser(content, { skipHtmlToText: false, skipImageLinks: true });
  return {
    messageId: mail.messageId ?? '',
    subject: mail.subject ?? '',
    text: mail.text ?? '',
    attachments: mail.attachments
      .filter((part) => !isInText(part))
      .slice(0, MOST_ATTACHMENTS)
      .map((part, at) => ({ name: part.filename ?? `attachment-${at + 1}`, content: part.content })),
  };
}

/** A picture that the text of a mail shows, as a sign below a name: no paper. */
const isInText = ({ contentType, related, contentDisposition, cid }: Attachment): boolean =>
  contentType.startsWith('image/') && (related || (contentDisposition === 'inline' && cid !== undefined));
