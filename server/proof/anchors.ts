import { appendFile, readFile } from 'node:fs/promises';
import type { DataSource } from 'typeorm';
import type { Held, JobKind } from '../jobs/job.ts';

const EVERY = 60;

/** The place and hash of the chain of documents, and the hash of the last change of what is set up, at an instant. */
interface Anchor {
  readonly place: string;
  readonly hash: string;
  readonly setUp: string;
  readonly at: string;
}

/** Notes what is sealed in a file outside the database, so that nobody can take its end away without being found out. */
export const anchors: JobKind = { every: EVERY, run: note };

async function note({ step, anchors: file, now }: Held): Promise<void> {
  if (file === undefined) return;
  const [head] = await step(
    (manager) =>
      manager.query(
        'SELECT h.place, h.hash, s.mac AS setUp FROM ledger_head h JOIN set_up_head s ON s.id = 1 WHERE h.id = 1',
      ) as Promise<Omit<Anchor, 'at'>[]>,
  );
  const last = (await readAnchors(file)).pop();
  if (!head || (last?.hash === head.hash && last.setUp === head.setUp)) return;
  await appendFile(file, `${JSON.stringify({ ...head, at: now().toISOString() })}\n`, { mode: 0o600 });
}

async function readAnchors(file: string): Promise<Anchor[]> {
  const text = await readFile(file, 'utf8').catch((problem: unknown) => {
    if ((problem as { code?: string }).code === 'ENOENT') return '';
    throw problem;
  });
  return text
    .split('\n')
    .filter((line) => line !== '')
    .map((line) => JSON.parse(line) as Anchor);
}

/** What was noted outside is there still, as it was. */
export async function proveAnchors({ manager }: DataSource, file: string): Promise<string[]> {
  const noted = await readAnchors(file);
  const wrong: string[] = [];
  for (const { place, hash, setUp, at } of noted) {
    const [seal] = (await manager.query('SELECT hash FROM seal WHERE place = ?', [place])) as { hash: string }[];
    if (place !== '0' && seal?.hash !== hash)
      wrong.push(`the chain of documents is not the one that was noted ${at}, at its place ${place}`);
    const [change] = (await manager.query('SELECT id FROM set_up_change WHERE mac = ?', [setUp])) as object[];
    if (setUp !== '' && !change) wrong.push(`the history of what is set up is not the one that was noted ${at}`);
  }
  return wrong;
}
