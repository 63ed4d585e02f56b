import { spawn } from 'node:child_process';
import { readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';

/** Built: where this runs from its source, as in tests, the reader beside it is no program yet. */
const READER = fileURLToPath(
  new URL(
    import.meta.url.endsWith('.ts') ? '../dist/papers/attachmentsOfPdf.js' : './attachmentsOfPdf.js',
    import.meta.url,
  ),
);
const LONGEST = 15_000;
const MOST_PAGES = 160_000;
const LOOK_EVERY = 50;

/**
 * The XML files that a PDF carries. Read in a process of its own, which is stopped when it takes too long or too much memory: what a PDF unpacks to is not known before.
 * @returns undefined where the PDF cannot be read so
 */
export async function attachmentsOfPdf(content: Buffer): Promise<{ name: string; content: Buffer }[] | undefined> {
  const child = spawn(process.execPath, ['--max-old-space-size=256', READER], { stdio: ['pipe', 'pipe', 'ignore'] });
  const stop = () => child.kill('SIGKILL');
  const late = setTimeout(stop, LONGEST);
  const watch = setInterval(() => void pagesOf(child.pid).then((pages) => pages > MOST_PAGES && stop()), LOOK_EVERY);
  const said: Buffer[] = [];
  child.stdout.on('data', (part: Buffer) => said.push(part));
  child.stdin.on('error', stop);
  child.stdin.end(content);
  const code = await new Promise<number | null>((resolve) =>
    child.on('close', resolve).on('error', () => resolve(null)),
  );
  clearTimeout(late);
  clearInterval(watch);
  if (code !== 0) return undefined;
  const files = JSON.parse(Buffer.concat(said).toString('utf8')) as { name: string; content: string }[];
  return files.map((file) => ({ name: file.name, content: Buffer.from(file.content, 'base64') }));
}

/** How many pages of memory (4 kB each) a process holds; none where the system does not tell. */
async function pagesOf(pid: number | undefined): Promise<number> {
  const said = await readFile(`/proc/${pid}/statm`, 'utf8').catch(() => '');
  return Number(said.split(' ')[1] ?? 0);
}
