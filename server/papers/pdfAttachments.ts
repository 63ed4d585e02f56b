import { readApart } from './readApart.ts';

/**
 * The XML files that a PDF carries.
 * @returns undefined where the PDF cannot be read
 */
export async function attachmentsOfPdf(content: Buffer): Promise<{ name: string; content: Buffer }[] | undefined> {
  const files = await readApart<{ name: string; content: string }[]>('attachmentsOfPdf', content);
  return files?.map((file) => ({ name: file.name, content: Buffer.from(file.content, 'base64') }));
}
