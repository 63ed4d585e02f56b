import type { EntityManager } from 'typeorm';

/**
 * Up to where the books are: the latest document and the latest change of what is set up, both of which take turns. To be read before what rests on it:
 * where it is the same later, so is all of that.
 */
export async function booksUpTo(manager: EntityManager): Promise<string> {
  const [head] = (await manager.query(
    'SELECT l.place, s.mac FROM ledger_head l JOIN set_up_head s ON s.id = 1 WHERE l.id = 1',
  )) as { place: string; mac: string }[];
  return `${head?.place ?? ''} ${head?.mac ?? ''}`;
}

/** What a proposed draft rests on: the books, and the day. */
export const restsOn = async (manager: EntityManager, today: string): Promise<string> =>
  `${today} ${await booksUpTo(manager)}`;
