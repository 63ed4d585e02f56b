import { spawn } from 'node:child_process';
import { readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';

const LONGEST = 15_000;
/** Pages of memory, of 4 kB each. */
const MOST_PAGES = 160_000;
const MOST_ANSWER = 64_000_000;
const LOOK_EVERY = 50;

/**
 * Reads a file in a process of its own, which is stopped when it takes too long or too much memory, so that a file that is made to
 * do harm takes nobody along: what it unpacks to is not known before.
 *
 * @param reader a program beside this file: it takes the file from its input and writes JSON
 * @returns undefined where the file cannot be read so
 */
export async function readApart<Found>(
  reader: 'attachmentsOfPdf' | 'sheetOfXlsx',
  content: Buffer,
): Promise<Found | undefined> {
  const child = spawn(process.execPath, ['--max-old-space-size=256', programOf(reader)], {
    stdio: ['pipe', 'pipe', 'ignore'],
  });
  const stop = () => child.kill('SIGKILL');
  const late = setTimeout(stop, LONGEST);
  const watch = setInterval(() => void pagesOf(child.pid).then((pages) => pages > MOST_PAGES && stop()), LOOK_EVERY);
  const said: Buffer[] = [];
  let length = 0;
  child.stdout.on('data', (part: Buffer) => {
    length += part.length;
    if (length > MOST_ANSWER) stop();
    else said.push(part);
  });
  child.stdin.on('error', stop);
  child.stdin.end(content);
  const code = await new Promise<number | null>((resolve) =>
    child.on('close', resolve).on('error', () => resolve(null)),
  );
  clearTimeout(late);
  clearInterval(watch);
  return code === 0 ? (JSON.parse(Buffer.concat(said).toString('utf8')) as Found) : undefined;
}

/** Built: where this runs from its source, as in tests, the reader beside it is no program yet. */
const programOf = (reader: string): string =>
  fileURLToPath(
    new URL(import.meta.url.endsWith('.ts') ? `../dist/papers/${reader}.js` : `./${reader}.js`, import.meta.url),
  );

/** How many pages of memory a process holds; none where the system does not tell. */
async function pagesOf(pid: number | undefined): Promise<number> {
  const said = await readFile(`/proc/${pid}/statm`, 'utf8').catch(() => '');
  return Number(said.split(' ')[1] ?? 0);
}
