import { speakerFor } from '../asking/speakers.ts';
import {
  addressBlock,
  type Column,
  factsOf,
  LEFT,
  letterPdf,
  RIGHT,
  tableOf,
  titleOf,
  type Writing,
} from './letterPdf.ts';
import type { ReturnedLine, ReturnPaper } from './returnPaper.ts';

/** What goes back, with its numbers below; how much; what it came with; what is wanted for it. */
const columnsOf = ({ say }: Writing): readonly Column[] => [
  { title: say('order_paper.item'), at: LEFT, width: 190, align: 'left' },
  { title: say('order_paper.quantity'), at: 250, width: 62, align: 'right' },
  { at: 316, width: 34, align: 'left' },
  { title: say('return_paper.came_with'), at: 354, width: 88, align: 'left' },
  { title: say('return_paper.wanted'), at: 446, width: RIGHT - 446, align: 'left' },
];

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
    const rows = paper.lines.map((line) => ({
      cells: [
        line.name,
        writing.figure(line.quantity),
        line.unit,
        `${line.slip}\n${line.order}`,
        say(line.isReplaced ? 'return_paper.goods' : 'return_paper.credit'),
      ],
      below: belowOf(line, writing),
    }));
    tableOf(pdf, columnsOf(writing), rows, 0);
  });
}

/** Numbers, lots or serial numbers, and why it goes back. */
function belowOf(line: ReturnedLine, { say, figure }: Writing): string {
  const lots = line.lots
    .map(({ lot, quantity }) => (quantity === '1' ? lot : `${lot}: ${figure(quantity)}`))
    .join(', ');
  const yours = line.vendorItem === '' ? '' : say('order_paper.your_number', { number: line.vendorItem });
  return [[line.item, yours].filter(Boolean).join(' · '), lots, line.reason].filter(Boolean).join('\n');
}
