import { createHash } from 'node:crypto';
import type { DataSource, EntityManager } from 'typeorm';
import { RequestError } from '../asking/failures.ts';

/** What a paper is by its first bytes; what it calls itself does not count. */
const KINDS: readonly { readonly type: string; readonly is: (content: Buffer) => boolean }[] = [
  { type: 'image/jpeg', is: (content) => content.subarray(0, 3).equals(Buffer.from([0xff, 0xd8, 0xff])) },
  {
    type: 'image/png',
    is: (content) => content.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])),
  },
  {
    type: 'image/webp',
    is: (content) =>
      content.subarray(0, 4).toString('latin1') === 'RIFF' && content.subarray(8, 12).toString('latin1') === 'WEBP',
  },
  { type: 'application/pdf', is: (content) => content.subarray(0, 5).toString('latin1') === '%PDF-' },
];
/** The media type of a picture or a PDF; undefined for everything else. */
export const mediaTypeOf = (content: Buffer): string | undefined => KINDS.find(({ is }) => is(content))?.type;
const MOST_BYTES = 4_000_000;

interface Given {
  readonly id: string;
  readonly name: string;
  readonly content: Buffer;
}

/** Keeps a picture or a PDF under an id that the client made; the same again changes nothing. */
export async function keepPaper({ manager }: DataSource, { id, name, content }: Given, by: string): Promise<void> {
  if (content.length > MOST_BYTES)
    throw new RequestError(413, 'paper.picture_too_large', { most: MOST_BYTES / 1_000_000 });
  const type = mediaTypeOf(content);
  if (type === undefined) throw new RequestError(422, 'paper.no_picture');
  const checksum = createHash('sha256').update(content).digest('hex');
  await manager.query(
    'INSERT IGNORE INTO paper (id, name, media_type, checksum, content, kept_by, kept_at) VALUES (?, ?, ?, ?, ?, ?, UTC_TIMESTAMP(6))',
    [id, name.slice(0, 200), type, checksum, content, by],
  );
  const [kept] = (await manager.query('SELECT checksum FROM paper WHERE id = ?', [id])) as { checksum: string }[];
  if (kept?.checksum !== checksum) throw new RequestError(422, 'problem.key_of_other');
}

/** A paper as it was kept. */
export async function readPaper(
  manager: EntityManager,
  id: string,
): Promise<{ name: string; type: string; content: Buffer }> {
  const [row] = (await manager.query('SELECT name, media_type, content FROM paper WHERE id = ?', [id])) as {
    name: string;
    media_type: string;
    content: Buffer;
  }[];
  if (!row) throw new RequestError(404, 'problem.no_such_paper');
  return { name: row.name, type: row.media_type, content: row.content };
}
