import { createRequire } from 'node:module';
import PdfDocument from 'pdfkit';
import type { Address, OrderPaper, PaperLine } from './orderPaper.ts';
import type { MessageId } from '@obolus/messages/message';
import type { Language, Speaker } from '@obolus/messages/speaker';
import { figureIn } from '@obolus/messages/writing';
import { speakerFor } from '../asking/speakers.ts';

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
  readonly title?: MessageId;
  readonly at: number;
  readonly width: number;
  readonly align: 'left' | 'right';
  readonly show: (line: PaperLine, write: Writing) => string;
}

const COLUMNS: readonly Column[] = [
  { at: LEFT, width: 22, align: 'left', show: (line) => line.number },
  { title: 'order_paper.item', at: 80, width: 168, align: 'left', show: (line) => line.name },
  {
    title: 'order_paper.quantity',
    at: 250,
    width: 62,
    align: 'right',
    show: (line, { figure }) => figure(line.quantity),
  },
  { at: 316, width: 30, align: 'left', show: (line) => line.unit },
  { title: 'order_paper.price', at: 344, width: 58, align: 'right', show: (line, { figure }) => figure(line.price) },
  { title: 'order_paper.due', at: 410, width: 58, align: 'left', show: (line, { day }) => day(line.due) },
  {
    title: 'order_paper.amount',
    at: 466,
    width: RIGHT - 466,
    align: 'right',
    show: (line, { figure }) => figure(line.amount),
  },
];

/** How the paper's language writes figures and days; days longer than elsewhere, for nobody may take them for others. */
interface Writing extends Pick<Speaker, 'say'> {
  readonly figure: (plain: string) => string;
  readonly day: (day: string) => string;
  readonly longDay: (day: string) => string;
}

const LOCALES: Readonly<Record<Language, readonly [figures: string, days: string]>> = {
  en: ['en-US', 'en-GB'],
  de: ['de-DE', 'de-DE'],
};

function writingOf(language: Language): Writing {
  const [figures, days] = LOCALES[language];
  const dated = (month: 'short' | 'long') => {
    const format = new Intl.DateTimeFormat(days, { day: 'numeric', month, year: 'numeric', timeZone: 'UTC' });
    return (day: string) => (day === '' ? '' : format.format(new Date(`${day}T00:00:00Z`)));
  };
  return {
    say: speakerFor(language).say,
    figure: (plain) => figureIn(figures, plain),
    day: dated('short'),
    longDay: dated('long'),
  };
}

/** The order as PDF: a letter with the vendor's address in the window, lines over as many pages as they need, the total at the end. */
export function orderPdf(paper: OrderPaper): Promise<Buffer> {
  const writing = writingOf(paper.language);
  const { say } = writing;
  const pdf = new PdfDocument({
    size: 'A4',
    margins: { top: 56, left: LEFT, right: 56, bottom: 36 },
    bufferPages: true,
    font: FONTS.text,
    lang: paper.language,
    info: {
      Title: say('order_paper.named', { number: paper.number, version: paper.version }),
      Author: paper.company.name,
    },
  });
  const chunks: Buffer[] = [];
  pdf.on('data', (chunk: Buffer) => chunks.push(chunk));
  const whole = new Promise<Buffer>((done, fail) => {
    pdf.on('end', () => done(Buffer.concat(chunks)));
    pdf.on('error', fail);
  });
  letterHead(pdf, paper, writing);
  lines(pdf, paper, writing);
  pages(pdf, paper, writing);
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

function letterHead(pdf: Pdf, paper: OrderPaper, { say, longDay }: Writing): void {
  write(pdf, paper.company.name, LEFT, 48, { size: 17, font: FONTS.title, width: 300 });
  write(pdf, paper.company.lines.join(' · '), LEFT, pdf.y, { size: 8.5, color: DIM, width: 300 });
  write(pdf, say('order_paper.title'), 339, 48, { size: 17, font: FONTS.title, width: 200, align: 'right' });
  const { number, version } = paper;
  write(pdf, version > 1 ? say('order_paper.version', { number, version }) : number, 339, pdf.y, {
    size: 11,
    width: 200,
    align: 'right',
  });
  if (!paper.released)
    write(pdf, say('order_paper.not_released'), 339, pdf.y + 2, {
      size: 9.5,
      color: '#9a3324',
      font: FONTS.strong,
      width: 200,
      align: 'right',
    });
  const below = Math.max(
    addressBlock(pdf, paper.vendor, LEFT, 128, say('order_paper.to', { number: paper.vendor.number })),
    addressBlock(pdf, paper.deliverTo, 339, 128, say('order_paper.deliver_to')),
  );
  const facts: readonly (readonly [string, string])[] = [
    [say('order_paper.date'), longDay(paper.date)],
    ...(paper.version > 1
      ? [[say('order_paper.this_version'), say('order_paper.replaces', { day: longDay(paper.stated) })] as const]
      : []),
    [say('order_paper.ordered_by'), paper.buyer],
    [say('order_paper.currency'), paper.currency],
    [say('order_paper.payment'), paper.terms],
    ...(paper.carriage === ''
      ? []
      : [[say('order_paper.delivery'), say('order_paper.incoterms', { terms: paper.carriage })] as const]),
    ...(paper.note === '' ? [] : [[say('order_paper.note'), paper.note] as const]),
  ];
  let y = Math.max(below + 18, 210);
  for (const [name, value] of facts) {
    write(pdf, name, LEFT, y, { width: 76, color: DIM });
    y = write(pdf, value, 134, y, { width: RIGHT - 134 }) + 1;
  }
  pdf.y = y + 12;
}

function heading(pdf: Pdf, paper: OrderPaper, { say }: Writing, top: number): number {
  for (const { title, at, width, align } of COLUMNS) {
    const named = title === undefined ? '' : say(title, { currency: paper.currency });
    write(pdf, named, at, top, { width, align, size: 8.5, font: FONTS.strong, color: DIM });
  }
  rule(pdf, top + 14, 0.8);
  return top + 19;
}

const rule = (pdf: Pdf, y: number, thick: number) =>
  pdf.moveTo(LEFT, y).lineTo(RIGHT, y).lineWidth(thick).strokeColor(INK).stroke();

function lines(pdf: Pdf, paper: OrderPaper, writing: Writing): void {
  const { say, figure } = writing;
  let y = heading(pdf, paper, writing, pdf.y);
  for (const line of paper.lines) {
    const content = line.content === '' ? '' : `1 ${line.unit} = ${line.content}`;
    const yours = line.vendorItem === '' ? '' : say('order_paper.your_number', { number: line.vendorItem });
    const more = [
      line.item,
      yours,
      content,
      line.discount === '' ? '' : say('order_paper.discount', { percent: figure(line.discount) }),
    ]
      .filter(Boolean)
      .join(' · ');
    const height =
      pdf.font(FONTS.text).fontSize(9.5).heightOfString(line.name, { width: 168, lineGap: 1 }) + (more === '' ? 0 : 12);
    if (y + height > BOTTOM - 30) {
      pdf.addPage();
      y = heading(pdf, paper, writing, 56);
    }
    for (const { at, width, align, show } of COLUMNS) write(pdf, show(line, writing), at, y, { width, align });
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
  write(pdf, say('order_paper.total'), 80, y + 9, { font: FONTS.strong, size: 11 });
  write(pdf, `${paper.currency} ${figure(paper.total)}`, 300, y + 9, {
    width: RIGHT - 300,
    align: 'right',
    font: FONTS.strong,
    size: 11,
  });
  rule(pdf, y + 26, 0.8);
  rule(pdf, y + 28, 0.8);
}

function pages(pdf: Pdf, { company, number, version }: OrderPaper, { say }: Writing): void {
  const { count } = pdf.bufferedPageRange();
  for (let page = 0; page < count; page += 1) {
    pdf.switchToPage(page);
    write(pdf, say('order_paper.footer', { company: company.name, number, version }), LEFT, 790, {
      size: 8,
      color: DIM,
    });
    write(pdf, say('order_paper.page', { page: page + 1, count }), 339, 790, {
      size: 8,
      color: DIM,
      width: 200,
      align: 'right',
    });
  }
}
