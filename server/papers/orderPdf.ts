import type { OrderPaper, PaperLine } from './orderPaper.ts';
import { speakerFor } from '../asking/speakers.ts';
import {
  addressBlock,
  type Column,
  factsOf,
  FONTS,
  LEFT,
  letterPdf,
  type Pdf,
  RIGHT,
  tableOf,
  titleOf,
  totalOf,
  write,
  type Writing,
} from './letterPdf.ts';

/** The item's column is named, with its numbers below. */
const NAMED = 1;

const columnsOf = ({ currency }: OrderPaper, { say }: Writing): readonly Column[] => [
  { at: LEFT, width: 22, align: 'left' },
  { title: say('order_paper.item'), at: 80, width: 168, align: 'left' },
  { title: say('order_paper.quantity'), at: 250, width: 62, align: 'right' },
  { at: 316, width: 30, align: 'left' },
  { title: say('order_paper.price'), at: 344, width: 58, align: 'right' },
  { title: say('order_paper.due'), at: 410, width: 58, align: 'left' },
  { title: say('order_paper.amount', { currency }), at: 466, width: RIGHT - 466, align: 'right' },
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

function lines(pdf: Pdf, paper: OrderPaper, writing: Writing): void {
  const { say, figure, day } = writing;
  const rows = paper.lines.map((line) => ({
    cells: [
      line.number,
      line.name,
      figure(line.quantity),
      line.unit,
      figure(line.price),
      day(line.due),
      figure(line.amount),
    ],
    below: belowOf(line, writing),
  }));
  tableOf(pdf, columnsOf(paper, writing), rows, NAMED);
  totalOf(pdf, say('order_paper.total'), `${paper.currency} ${figure(paper.total)}`, 80);
}

/** Numbers of the item, what a pack of it holds, and what is taken off its price. */
function belowOf(line: PaperLine, { say, figure }: Writing): string {
  const yours = line.vendorItem === '' ? '' : say('order_paper.your_number', { number: line.vendorItem });
  const content = line.content === '' ? '' : `1 ${line.unit} = ${line.content}`;
  const off = line.discount === '' ? '' : say('order_paper.discount', { percent: figure(line.discount) });
  return [line.item, yours, content, off].filter(Boolean).join(' · ');
}
