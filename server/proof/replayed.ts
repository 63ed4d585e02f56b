import { createHmac, timingSafeEqual } from 'node:crypto';
import { readFile, rename, writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { deserialize, serialize } from 'node:v8';
import { gunzipSync, gzipSync } from 'node:zlib';
import type { EntityManager } from 'typeorm';
import { RULES } from '@obolus/core/posting/rules';
import { type SealKey, sealKeysOf } from '../storage/sealing.ts';
import { type Place, replayBooks } from './replayBooks.ts';

/** A place that was come to, with the last seal of the books at that moment. */
interface Kept extends Place {
  readonly rules: number;
  readonly seal: Seal;
}

interface Seal {
  readonly place: string;
  readonly hash: string;
}

/** The file of a replay: beside the anchors, outside the database. */
export const replayedFile = (anchors: string): string => join(dirname(anchors), 'replayed');

/**
 * Decides documents again as `replayBooks` does, on from the place that is kept in a file, and keeps there how far it came: one that was
 * interrupted goes on, and the next decides only what was posted since. It begins with the first document where the file is not of these books,
 * not of these rules, or not what was kept; that the documents before the place still are what they were then, their seals say.
 */
export async function replayOn(
  manager: EntityManager,
  file: string,
  { atOnce }: { atOnce?: number } = {},
): Promise<{ documents: number; differences: string[] }> {
  const [key] = sealKeysOf(manager.connection);
  const [seal] = (await manager.query('SELECT place, hash FROM ledger_head WHERE id = 1')) as Seal[];
  if (!key || !seal) throw new Error('Books have a key, and a last seal.');
  const from = await readPlace(manager, file, key);
  let kept = 0;
  return replayBooks(manager, {
    from,
    reached: async (place, isEnd) => {
      if (place.count === kept || (!isEnd && place.count < kept * UNTIL_NEXT)) return;
      await keepPlace(file, key, { ...place, rules: RULES, seal });
      kept = place.count;
    },
    ...(atOnce === undefined ? {} : { atOnce }),
  });
}

/** All of the books are written down with a place: it is kept again once they have grown by so much, so that all that is written is a few times their size. */
const UNTIL_NEXT = 1.25;

async function keepPlace(file: string, key: SealKey, kept: Kept): Promise<void> {
  const content = gzipSync(serialize(kept), { level: 1 });
  // Whoever reads it meanwhile, or after a power cut, finds the one of before or this one.
  await writeFile(`${file}.new`, Buffer.concat([macOf(key, content), content]), { mode: 0o600 });
  await rename(`${file}.new`, file);
}

async function readPlace(manager: EntityManager, file: string, key: SealKey): Promise<Place | undefined> {
  const whole = await readFile(file).catch((problem: unknown) => {
    if ((problem as { code?: string }).code === 'ENOENT') return undefined;
    throw problem;
  });
  if (!whole) return undefined;
  const [mac, content] = [whole.subarray(0, MAC_BYTES), whole.subarray(MAC_BYTES)];
  const should = macOf(key, content);
  if (mac.length !== should.length || !timingSafeEqual(mac, should)) return undefined;
  const { rules, seal, ...place } = deserialize(gunzipSync(content)) as Kept;
  if (rules !== RULES) return undefined;
  // A document of a lower number may have been sealed after: then it is not among those that were decided.
  const [row] = (await manager.query(
    'SELECT (SELECT hash FROM seal WHERE place = ?) AS hash, (SELECT COUNT(*) FROM document WHERE id <= ?) AS count',
    [seal.place, place.document],
  )) as { hash: string | null; count: string }[];
  return row?.hash === seal.hash && Number(row.count) === place.count ? place : undefined;
}

const MAC_BYTES = 32;
const macOf = ({ key }: SealKey, content: Buffer): Buffer => createHmac('sha256', key).update(content).digest();
