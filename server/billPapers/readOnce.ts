import { createHash } from 'node:crypto';

/** Of so many files, the latest, it is kept what was read: a paper is taken in, proposed for and shown within moments. */
const MOST_KEPT = 2;

/**
 * Reads the same bytes once while they are among the latest. What is read is never changed by whoever gets it.
 * @param read what reads a file's bytes, with what else the reading depends on (a currency)
 */
export function readOnce<Found extends object>(
  read: (content: Buffer, by: string) => Found,
): (content: Buffer, by?: string) => Found {
  const latest = new Map<string, Found>();
  return (content, by = '') => {
    const key = `${by} ${createHash('sha256').update(content).digest('base64')}`;
    const found = latest.get(key) ?? read(content, by);
    latest.delete(key);
    latest.set(key, found);
    for (const oldest of latest.keys()) if (latest.size > MOST_KEPT) latest.delete(oldest);
    return found;
  };
}
