import type { DataSource, EntityManager } from 'typeorm';
import { RequestError } from '../asking/failures.ts';
import { tellTogether } from './askedTogether.ts';
import { hashOfBody } from './bodyHash.ts';
import { duplicateOf, shortTransaction } from './transaction.ts';
import { type Pen, writing } from './writes.ts';

/** Who asks, under which key, and at what instant (as SQL writes it). */
export interface Keyed {
  readonly key: string;
  readonly user: string;
  readonly at: string;
}

/** What a keyed request does. */
export interface Once<Asked, Reply> {
  /** What is asked in the round trip in which the key is taken. */
  readonly asks?: (manager: EntityManager) => Promise<Asked>;
  readonly work: (manager: EntityManager, pen: Pen, asked: Asked | undefined) => Promise<Reply>;
}

/**
 * Does a keyed request once, in a transaction of its own: the same request under the same key gets the reply that the first one got; a key that belongs
 * to another request, or to somebody else's, is refused with 422 (docs/api.md, Keys).
 */
export function once<Reply extends object, Asked = undefined>(
  source: DataSource,
  { key, user, at }: Keyed,
  request: unknown,
  { asks, work }: Once<Asked, Reply>,
): Promise<Reply> {
  const hash = hashOfBody(request);
  return shortTransaction<Asked | undefined, Reply>(source, {
    asks: async (manager) => {
      const taken = tellTogether(
        manager,
        'INSERT INTO idempotency (`key`, user_id, body_hash, entered_at) VALUES (?, ?, ?, ?)',
        [key, user, hash, at],
      );
      const [asked] = await Promise.all([asks?.(manager), taken]);
      return asked;
    },
    refused: (problem, manager) => {
      if (!duplicateOf(problem, 'PRIMARY')) throw problem;
      return replyBefore<Reply>(manager, key, user, hash);
    },
    work: (manager, asked) =>
      writing(manager, async (pen) => {
        const reply = await work(manager, pen, asked);
        await pen.last.insert('reply', ['key', 'body'], [[key, JSON.stringify(reply)]]);
        return reply;
      }),
  });
}

async function replyBefore<Reply>(manager: EntityManager, key: string, user: string, hash: string): Promise<Reply> {
  const [known] = (await manager.query(
    `SELECT k.body_hash, k.user_id, r.body AS reply, u.name, d.number FROM idempotency k JOIN reply r ON r.\`key\` = k.\`key\` JOIN user_account u ON u.id = k.user_id
     LEFT JOIN document d ON d.idempotency_key = k.\`key\` WHERE k.\`key\` = ?`,
    [key],
  )) as { body_hash: string; user_id: string; reply: string; name: string; number: string | null }[];
  if (known?.body_hash === hash && known.user_id === user) return JSON.parse(known.reply) as Reply;
  throw known && known.user_id !== user && known.number !== null
    ? new RequestError(422, 'problem.posted_already', { name: known.name, number: known.number })
    : new RequestError(422, 'problem.key_used');
}
