import PDFDocument from 'pdfkit';
import type { Billed } from './billPapers.ts';

/** A bill as a PDF to be looked at; with its XML in it, where there is one. */
export async function pdfPaper(
  { number, date, currency, lines, tax }: Billed,
  from: string,
  xml?: string,
): Promise<Buffer> {
  const document = new PDFDocument({ size: 'A4', margin: 56, info: { Title: `Bill ${number}` } });
  const parts: Buffer[] = [];
  document.on('data', (part: Buffer) => parts.push(part));
  const ended = new Promise((resolve) => document.on('end', resolve));
  document.fontSize(18).text(from).moveDown(0.5);
  document
    .fontSize(11)
    .text(`Bill ${number} of ${date}`)
    .text('To Fernhollow Loom Supply, 18 Weir Lane, Fernhollow')
    .moveDown();
  for (const { name, quantity, price } of lines) document.text(`${quantity} × ${price} ${currency}   ${name}`);
  if (tax !== undefined) document.moveDown().text(`Tax ${tax} ${currency}`);
  if (xml !== undefined) document.file(Buffer.from(xml), { name: 'bill.xml', type: 'text/xml' });
  document.end();
  await ended;
  return Buffer.concat(parts);
}
