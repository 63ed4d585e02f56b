import { speakerFor } from '../asking/speakers.ts';
import {
  addressBlock,
  BOTTOM,
  DIM,
  factsOf,
  FONTS,
  hairline,
  LEFT,
  letterPdf,
  type Pdf,
  RIGHT,
  rule,
  titleOf,
  write,
  type Writing,
} from './letterPdf.ts';
import type { ReturnedLine, ReturnPaper } from './returnPaper.ts';

/** Where the columns stand: item, quantity, unit, what it came with, what is wanted for it. */
const COLUMNS = [
  { title: 'order_paper.item', at: LEFT, width: 190, align: 'left' },
  { title: 'order_paper.quantity', at: 250, width: 62, align: 'right' },
  { title: undefined, at: 316, width: 34, align: 'left' },
  { title: 'return_paper.came_with', at: 354, width: 88, align: 'left' },
  { title: 'return_paper.wanted', at: 446, width: RIGHT - 446, align: 'left' },
] as const;

/** The packing list of goods that go back: it is laid with them, and sent to the vendor before they come. */
export function returnPdf(paper: ReturnPaper): Promise<Buffer> {
  const { company, number, language } = paper;
  const { say } = speakerFor(language);
  const about = {
    title: say('return_paper.named', { number }),
    author: company.name,
    foot: say('return_paper.footer', { company: company.name, number }),
    language,
  };
  return letterPdf(about, (pdf, writing) => {
    titleOf(pdf, company, say('return_paper.title'), number);
    const below = addressBlock(pdf, paper.vendor, LEFT, 128, say('order_paper.to', { number: paper.vendor.number }));
    const facts = [
      [say('order_paper.date'), writing.longDay(paper.date)],
      ...(paper.reference === '' ? [] : [[say('return_paper.your_number'), paper.reference] as const]),
      [say('return_paper.from'), paper.by],
    ] as const;
    factsOf(pdf, facts, Math.max(below + 18, 210));
    lines(pdf, paper, writing);
  });
}

function heading(pdf: Pdf, { say }: Writing, top: number): number {
  for (const { title, at, width, align } of COLUMNS)
    if (title !== undefined)
      write(pdf, say(title), at, top, { width, align, size: 8.5, font: FONTS.strong, color: DIM });
  rule(pdf, top + 14, 0.8);
  return top + 19;
}

function lines(pdf: Pdf, paper: ReturnPaper, writing: Writing): void {
  const { say, figure } = writing;
  let y = heading(pdf, writing, pdf.y);
  for (const line of paper.lines) {
    const more = moreOf(line, writing);
    const below = pdf.font(FONTS.text).fontSize(8).heightOfString(more, { width: 190, lineGap: 1 });
    const height = pdf.fontSize(9.5).heightOfString(line.name, { width: 190, lineGap: 1 }) + below;
    if (y + height > BOTTOM - 30) {
      pdf.addPage();
      y = heading(pdf, writing, 56);
    }
    const cells = [
      line.name,
      figure(line.quantity),
      line.unit,
      `${line.slip}\n${line.order}`,
      say(line.isReplaced ? 'return_paper.goods' : 'return_paper.credit'),
    ];
    for (const [at, { at: left, width, align }] of COLUMNS.entries())
      write(pdf, cells[at] ?? '', left, y, { width, align });
    write(pdf, more, LEFT, y + height - below + 1, { width: 190, size: 8, color: DIM });
    y += Math.max(height, 24) + 6;
    hairline(pdf, y - 3);
  }
}

/** Below the name: numbers, lots or serial numbers, and why it goes back. */
function moreOf(line: ReturnedLine, { say, figure }: Writing): string {
  const lots = line.lots
    .map(({ lot, quantity }) => (quantity === '1' ? lot : `${lot}: ${figure(quantity)}`))
    .join(', ');
  const yours = line.vendorItem === '' ? '' : say('order_paper.your_number', { number: line.vendorItem });
  return [[line.item, yours].filter(Boolean).join(' · '), lots, line.reason].filter(Boolean).join('\n');
}
