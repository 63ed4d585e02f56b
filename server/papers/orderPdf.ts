import { createRequire } from 'node:module';
import PdfDocument from 'pdfkit';
import type { Address, OrderPaper, PaperLine } from './orderPaper.ts';

type Pdf = InstanceType<typeof PdfDocument>;

const { resolve } = createRequire(import.meta.url);
/** Embedded, so that the paper looks the same everywhere and its text can be searched. */
const FONTS = {
  text: resolve('@expo-google-fonts/source-sans-3/400Regular/SourceSans3_400Regular.ttf'),
  strong: resolve('@expo-google-fonts/source-sans-3/600SemiBold/SourceSans3_600SemiBold.ttf'),
  title: resolve('@expo-google-fonts/source-serif-4/600SemiBold/SourceSerif4_600SemiBold.ttf'),
} as const;

/* A4 in points. */
const LEFT = 56;
const RIGHT = 539;
const BOTTOM = 770;
const INK = '#1d201c';
const DIM = '#5c6158';

interface Column {
  readonly title: string;
  readonly at: number;
  readonly width: number;
  readonly align: 'left' | 'right';
  readonly show: (line: PaperLine) => string;
}

const COLUMNS: readonly Column[] = [
  { title: '', at: LEFT, width: 22, align: 'left', show: (line) => line.number },
  { title: 'Item', at: 80, width: 168, align: 'left', show: (line) => line.name },
  { title: 'Quantity', at: 250, width: 62, align: 'right', show: (line) => grouped(line.quantity) },
  { title: '', at: 316, width: 30, align: 'left', show: (line) => line.unit },
  { title: 'Price', at: 344, width: 58, align: 'right', show: (line) => grouped(line.price) },
  { title: 'Due', at: 410, width: 58, align: 'left', show: (line) => shortDay(line.due) },
  { title: 'Amount', at: 466, width: RIGHT - 466, align: 'right', show: (line) => grouped(line.amount) },
];

const formats = new Map<number, Intl.NumberFormat>();
/** A decimal text grouped by thousands, without ever becoming a binary number. */
function grouped(figure: string): string {
  const places = (figure.split('.')[1] ?? '').length;
  const format =
    formats.get(places) ??
    new Intl.NumberFormat('en-US', { minimumFractionDigits: places, maximumFractionDigits: places });
  formats.set(places, format);
  return format.format(figure as `${number}`);
}

const dayFormat = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', year: 'numeric', timeZone: 'UTC' });
const longDay = (day: string): string => (day === '' ? '' : dayFormat.format(new Date(`${day}T00:00:00Z`)));
const shortFormat = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  timeZone: 'UTC',
});
const shortDay = (day: string): string => (day === '' ? '' : shortFormat.format(new Date(`${day}T00:00:00Z`)));

/** The order as PDF: a letter with the vendor's address in the window, lines over as many pages as they need, the total at the end. */
export function orderPdf(paper: OrderPaper): Promise<Buffer> {
  const pdf = new PdfDocument({
    size: 'A4',
    margins: { top: 56, left: LEFT, right: 56, bottom: 36 },
    bufferPages: true,
    font: FONTS.text,
    lang: 'en',
    info: { Title: `Purchase order ${paper.number}, version ${paper.version}`, Author: paper.company.name },
  });
  const chunks: Buffer[] = [];
  pdf.on('data', (chunk: Buffer) => chunks.push(chunk));
  const whole = new Promise<Buffer>((done, fail) => {
    pdf.on('end', () => done(Buffer.concat(chunks)));
    pdf.on('error', fail);
  });
  letterHead(pdf, paper);
  lines(pdf, paper);
  pages(pdf, paper);
  pdf.end();
  return whole;
}

function write(
  pdf: Pdf,
  what: string,
  at: number,
  y: number,
  { width = 230, size = 9.5, font = FONTS.text as string, color = INK, align = 'left' as 'left' | 'right' } = {},
): number {
  pdf.font(font).fontSize(size).fillColor(color).text(what, at, y, { width, align, lineGap: 1 });
  return pdf.y;
}

function addressBlock(pdf: Pdf, { name, lines: address }: Address, at: number, top: number, title: string): number {
  let y = write(pdf, title, at, top, { size: 8, color: DIM });
  y = write(pdf, name, at, y + 1, { font: FONTS.strong });
  for (const line of address) y = write(pdf, line, at, y);
  return y;
}

function letterHead(pdf: Pdf, paper: OrderPaper): void {
  write(pdf, paper.company.name, LEFT, 48, { size: 17, font: FONTS.title, width: 300 });
  write(pdf, paper.company.lines.join(' · '), LEFT, pdf.y, { size: 8.5, color: DIM, width: 300 });
  write(pdf, 'Purchase order', 339, 48, { size: 17, font: FONTS.title, width: 200, align: 'right' });
  write(pdf, `${paper.number}${paper.version > 1 ? `, version ${paper.version}` : ''}`, 339, pdf.y, {
    size: 11,
    width: 200,
    align: 'right',
  });
  if (!paper.released)
    write(pdf, 'Not released: this is no order yet', 339, pdf.y + 2, {
      size: 9.5,
      color: '#9a3324',
      font: FONTS.strong,
      width: 200,
      align: 'right',
    });
  const below = Math.max(
    addressBlock(pdf, paper.vendor, LEFT, 128, `To (${paper.vendor.number})`),
    addressBlock(pdf, paper.deliverTo, 339, 128, 'Deliver to'),
  );
  const facts: readonly (readonly [string, string])[] = [
    ['Date', longDay(paper.date)],
    ...(paper.version > 1
      ? [['This version', `${longDay(paper.stated)}; it takes the place of all earlier ones`] as const]
      : []),
    ['Ordered by', paper.buyer],
    ['Currency', paper.currency],
    ['Payment', paper.terms],
    ...(paper.carriage === '' ? [] : [['Delivery', `${paper.carriage} (Incoterms 2020)`] as const]),
    ...(paper.note === '' ? [] : [['Note', paper.note] as const]),
  ];
  let y = Math.max(below + 18, 210);
  for (const [name, value] of facts) {
    write(pdf, name, LEFT, y, { width: 76, color: DIM });
    y = write(pdf, value, 134, y, { width: RIGHT - 134 }) + 1;
  }
  pdf.y = y + 12;
}

function heading(pdf: Pdf, paper: OrderPaper, top: number): number {
  for (const { title, at, width, align } of COLUMNS) {
    const named = title === 'Amount' ? `Amount, ${paper.currency}` : title;
    write(pdf, named, at, top, { width, align, size: 8.5, font: FONTS.strong, color: DIM });
  }
  rule(pdf, top + 14, 0.8);
  return top + 19;
}

const rule = (pdf: Pdf, y: number, thick: number) =>
  pdf.moveTo(LEFT, y).lineTo(RIGHT, y).lineWidth(thick).strokeColor(INK).stroke();

function lines(pdf: Pdf, paper: OrderPaper): void {
  let y = heading(pdf, paper, pdf.y);
  for (const line of paper.lines) {
    const content = line.content === '' ? '' : `1 ${line.unit} = ${line.content}`;
    const yours = line.vendorItem === '' ? '' : `your ${line.vendorItem}`;
    const more = [line.item, yours, content, line.discount === '' ? '' : `less ${line.discount} %`]
      .filter(Boolean)
      .join(' · ');
    const height =
      pdf.font(FONTS.text).fontSize(9.5).heightOfString(line.name, { width: 168, lineGap: 1 }) + (more === '' ? 0 : 12);
    if (y + height > BOTTOM - 30) {
      pdf.addPage();
      y = heading(pdf, paper, 56);
    }
    for (const { at, width, align, show } of COLUMNS) write(pdf, show(line), at, y, { width, align });
    if (more !== '') write(pdf, more, 80, y + height - 11, { width: 168, size: 8, color: DIM });
    y += height + 5;
    pdf
      .moveTo(LEFT, y - 3)
      .lineTo(RIGHT, y - 3)
      .lineWidth(0.3)
      .strokeColor('#b9beb2')
      .stroke();
  }
  if (y > BOTTOM - 40) {
    pdf.addPage();
    y = 56;
  }
  rule(pdf, y + 4, 0.8);
  write(pdf, 'Total', 80, y + 9, { font: FONTS.strong, size: 11 });
  write(pdf, `${paper.currency} ${grouped(paper.total)}`, 300, y + 9, {
    width: RIGHT - 300,
    align: 'right',
    font: FONTS.strong,
    size: 11,
  });
  rule(pdf, y + 26, 0.8);
  rule(pdf, y + 28, 0.8);
}

function pages(pdf: Pdf, paper: OrderPaper): void {
  const { count } = pdf.bufferedPageRange();
  for (let page = 0; page < count; page += 1) {
    pdf.switchToPage(page);
    write(pdf, `${paper.company.name} · ${paper.number}, version ${paper.version}`, LEFT, 790, { size: 8, color: DIM });
    write(pdf, `Page ${page + 1} of ${count}`, 339, 790, { size: 8, color: DIM, width: 200, align: 'right' });
  }
}
