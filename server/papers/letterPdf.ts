import { createRequire } from 'node:module';
import PdfDocument from 'pdfkit';
import type { Address } from './orderPaper.ts';
import type { Language, Speaker } from '@obolus/messages/speaker';
import { figureIn } from '@obolus/messages/writing';
import { speakerFor } from '../asking/speakers.ts';

export type Pdf = InstanceType<typeof PdfDocument>;

const { resolve } = createRequire(import.meta.url);
/** Embedded, so that the paper looks the same everywhere and its text can be searched. */
export const FONTS = {
  text: resolve('@expo-google-fonts/source-sans-3/400Regular/SourceSans3_400Regular.ttf'),
  strong: resolve('@expo-google-fonts/source-sans-3/600SemiBold/SourceSans3_600SemiBold.ttf'),
  title: resolve('@expo-google-fonts/source-serif-4/600SemiBold/SourceSerif4_600SemiBold.ttf'),
} as const;

/* A4 in points. */
export const LEFT = 56;
export const RIGHT = 539;
const BOTTOM = 770;
const INK = '#1d201c';
const DIM = '#5c6158';

/** How the paper's language writes figures and days; days longer than elsewhere, for nobody may take them for others. */
export interface Writing extends Pick<Speaker, 'say'> {
  readonly figure: (plain: string) => string;
  readonly day: (day: string) => string;
  readonly longDay: (day: string) => string;
}

const LOCALES: Readonly<Record<Language, readonly [figures: string, days: string]>> = {
  en: ['en-US', 'en-GB'],
  de: ['de-DE', 'de-DE'],
};

export function writingOf(language: Language): Writing {
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

/** A letter on A4: drawn page by page, each with its number and what the paper is at the foot. */
export function letterPdf(
  { title, author, foot, language }: { title: string; author: string; foot: string; language: Language },
  draw: (pdf: Pdf, writing: Writing) => void,
): Promise<Buffer> {
  const writing = writingOf(language);
  const pdf = new PdfDocument({
    size: 'A4',
    margins: { top: 56, left: LEFT, right: 56, bottom: 36 },
    bufferPages: true,
    font: FONTS.text,
    lang: language,
    info: { Title: title, Author: author },
  });
  const chunks: Buffer[] = [];
  pdf.on('data', (chunk: Buffer) => chunks.push(chunk));
  const whole = new Promise<Buffer>((done, fail) => {
    pdf.on('end', () => done(Buffer.concat(chunks)));
    pdf.on('error', fail);
  });
  draw(pdf, writing);
  pages(pdf, foot, writing);
  pdf.end();
  return whole;
}

export function write(
  pdf: Pdf,
  what: string,
  at: number,
  y: number,
  { width = 230, size = 9.5, font = FONTS.text as string, color = INK, align = 'left' as 'left' | 'right' } = {},
): number {
  pdf.font(font).fontSize(size).fillColor(color).text(what, at, y, { width, align, lineGap: 1 });
  return pdf.y;
}

export function addressBlock(
  pdf: Pdf,
  { name, lines: address }: Address,
  at: number,
  top: number,
  title: string,
): number {
  let y = write(pdf, title, at, top, { size: 8, color: DIM });
  y = write(pdf, name, at, y + 1, { font: FONTS.strong });
  for (const line of address) y = write(pdf, line, at, y);
  return y;
}

/** What the paper is at its right, who it is from at its left. */
export function titleOf(pdf: Pdf, company: Address, title: string, number: string): void {
  write(pdf, company.name, LEFT, 48, { size: 17, font: FONTS.title, width: 300 });
  write(pdf, company.lines.join(' · '), LEFT, pdf.y, { size: 8.5, color: DIM, width: 300 });
  write(pdf, title, 339, 48, { size: 17, font: FONTS.title, width: 200, align: 'right' });
  write(pdf, number, 339, pdf.y, { size: 11, width: 200, align: 'right' });
}

/** What holds for all of the paper, each with its name before it. */
export function factsOf(pdf: Pdf, facts: readonly (readonly [name: string, value: string])[], top: number): void {
  let y = top;
  for (const [name, value] of facts) {
    write(pdf, name, LEFT, y, { width: 76, color: DIM });
    y = write(pdf, value, 134, y, { width: RIGHT - 134 }) + 1;
  }
  pdf.y = y + 12;
}

const rule = (pdf: Pdf, y: number, thick: number) =>
  pdf.moveTo(LEFT, y).lineTo(RIGHT, y).lineWidth(thick).strokeColor(INK).stroke();

/** A column of a table: where it stands and how wide it is, in points. */
export interface Column {
  readonly title?: string | undefined;
  readonly at: number;
  readonly width: number;
  readonly align: 'left' | 'right';
}

/** A row by its cells, with what stands small below one of them. */
export interface TableRow {
  readonly cells: readonly string[];
  readonly below: string;
}

/**
 * A table over as many pages as it needs, its titles on each.
 * @param named the column that `below` stands under, whose text may take several lines
 */
export function tableOf(pdf: Pdf, columns: readonly Column[], rows: readonly TableRow[], named: number): void {
  const { at: left, width } = columns[named] ?? { at: LEFT, width: RIGHT - LEFT };
  let y = titles(pdf, columns, pdf.y);
  for (const { cells, below } of rows) {
    const tallest = Math.max(
      ...columns.map((column, at) =>
        pdf
          .font(FONTS.text)
          .fontSize(9.5)
          .heightOfString(cells[at] ?? '', { width: column.width, lineGap: 1 }),
      ),
    );
    const name = pdf.fontSize(9.5).heightOfString(cells[named] ?? '', { width, lineGap: 1 });
    const more = below === '' ? 0 : pdf.fontSize(8).heightOfString(below, { width, lineGap: 1 });
    const height = Math.max(tallest, name + more);
    if (y + height > BOTTOM - 30) {
      pdf.addPage();
      y = titles(pdf, columns, 56);
    }
    for (const [at, { at: place, width: wide, align }] of columns.entries())
      write(pdf, cells[at] ?? '', place, y, { width: wide, align });
    if (below !== '') write(pdf, below, left, y + name, { width, size: 8, color: DIM });
    y += height + 5;
    pdf
      .moveTo(LEFT, y - 3)
      .lineTo(RIGHT, y - 3)
      .lineWidth(0.3)
      .strokeColor('#b9beb2')
      .stroke();
  }
  pdf.y = y;
}

function titles(pdf: Pdf, columns: readonly Column[], top: number): number {
  for (const { title = '', at, width, align } of columns)
    write(pdf, title, at, top, { width, align, size: 8.5, font: FONTS.strong, color: DIM });
  rule(pdf, top + 14, 0.8);
  return top + 19;
}

/** The sum of a table, below it and twice underlined. */
export function totalOf(pdf: Pdf, name: string, amount: string, at: number): void {
  let { y } = pdf;
  if (y > BOTTOM - 40) {
    pdf.addPage();
    y = 56;
  }
  rule(pdf, y + 4, 0.8);
  write(pdf, name, at, y + 9, { font: FONTS.strong, size: 11 });
  write(pdf, amount, 300, y + 9, { width: RIGHT - 300, align: 'right', font: FONTS.strong, size: 11 });
  rule(pdf, y + 26, 0.8);
  rule(pdf, y + 28, 0.8);
  pdf.y = y + 34;
}

function pages(pdf: Pdf, foot: string, { say }: Writing): void {
  const { count } = pdf.bufferedPageRange();
  for (let page = 0; page < count; page += 1) {
    pdf.switchToPage(page);
    write(pdf, foot, LEFT, 790, { size: 8, color: DIM });
    write(pdf, say('order_paper.page', { page: page + 1, count }), 339, 790, {
      size: 8,
      color: DIM,
      width: 200,
      align: 'right',
    });
  }
}
