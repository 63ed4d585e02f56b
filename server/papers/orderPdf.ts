import type { OrderPaper, PaperLine } from './orderPaper.ts';
import type { MessageId } from '@obolus/messages/message';
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

/** The order as PDF: a letter with the vendor's address in the window, lines over as many pages as they need, the total at the end. */
export function orderPdf(paper: OrderPaper): Promise<Buffer> {
  const { company, number, version, language } = paper;
  const { say } = speakerFor(language);
  const about = {
    title: say('order_paper.named', { number, version }),
    author: company.name,
    foot: say('order_paper.footer', { company: company.name, number, version }),
    language,
  };
  return letterPdf(about, (pdf, writing) => {
    letterHead(pdf, paper, writing);
    lines(pdf, paper, writing);
  });
}

function letterHead(pdf: Pdf, paper: OrderPaper, { say, longDay }: Writing): void {
  const { number, version } = paper;
  titleOf(
    pdf,
    paper.company,
    say('order_paper.title'),
    version > 1 ? say('order_paper.version', { number, version }) : number,
  );
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
  factsOf(pdf, facts, Math.max(below + 18, 210));
}

function heading(pdf: Pdf, paper: OrderPaper, { say }: Writing, top: number): number {
  for (const { title, at, width, align } of COLUMNS) {
    const named = title === undefined ? '' : say(title, { currency: paper.currency });
    write(pdf, named, at, top, { width, align, size: 8.5, font: FONTS.strong, color: DIM });
  }
  rule(pdf, top + 14, 0.8);
  return top + 19;
}

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
    hairline(pdf, y - 3);
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
