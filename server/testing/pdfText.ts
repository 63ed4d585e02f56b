import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

/** The text of each page, as another program reads it, and how many fonts are embedded. */
export async function pdfText(pdf: Buffer): Promise<{ pages: string[]; embedded: number }> {
  const document = await getDocument({ data: new Uint8Array(pdf), useSystemFonts: false, verbosity: 0 }).promise;
  const pages: string[] = [];
  for (let number = 1; number <= document.numPages; number += 1) {
    const { items } = await (await document.getPage(number)).getTextContent();
    pages.push(
      items
        .map((item) => ('str' in item ? item.str : ''))
        .join(' ')
        .replace(/\s+/g, ' '),
    );
  }
  await document.destroy();
  return { pages, embedded: (pdf.toString('latin1').match(/\/FontFile2/g) ?? []).length };
}
