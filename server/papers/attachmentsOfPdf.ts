import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

/**
 * Runs by itself, so that a PDF that is made to do harm takes only this process along: reads a PDF from its input, writes the XML files that it
 * carries as JSON of names and base64.
 */
const MOST_BYTES = 4_000_000;

const parts: Buffer[] = [];
for await (const part of process.stdin) parts.push(part as Buffer);
const loading = getDocument({
  data: new Uint8Array(Buffer.concat(parts)),
  isEvalSupported: false,
  useWorkerFetch: false,
  disableFontFace: true,
  verbosity: 0,
});
const document = await loading.promise;
const attached = ((await document.getAttachments()) ?? {}) as Record<string, { filename: string; content: Uint8Array }>;
const files = Object.values(attached)
  .filter(({ filename, content }) => /\.xml$/i.test(filename) && content.length <= MOST_BYTES)
  .map(({ filename, content }) => ({ name: filename, content: Buffer.from(content).toString('base64') }));
process.stdout.write(JSON.stringify(files), () => process.exit(0));
