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
  totalOf,
  type Writing,
} from './letterPdf.ts';
import type { WithheldPaper } from './withheldPaper.ts';

const columnsOf = ({ currency }: WithheldPaper, { say }: Writing): readonly Column[] => [
  { title: say('withheld_paper.bill'), at: LEFT, width: 170, align: 'left' },
  { title: say('order_paper.date'), at: 236, width: 90, align: 'left' },
  { title: say('withheld_paper.paid', { currency }), at: 336, width: 96, align: 'right' },
  { title: say('withheld_paper.withheld', { currency }), at: 442, width: RIGHT - 442, align: 'right' },
];

/** The certificate of tax that was withheld from a payment: bill by bill, with both tax numbers. */
export function withheldPdf(paper: WithheldPaper): Promise<Buffer> {
  const { company, vendor, number, language } = paper;
  const { say } = speakerFor(language);
  const about = {
    title: say('withheld_paper.named', { number }),
    author: company.name,
    foot: say('return_paper.footer', { company: company.name, number }),
    language,
  };
  return letterPdf(about, (pdf, writing) => {
    titleOf(pdf, company, say('withheld_paper.title'), number);
    const below = addressBlock(pdf, vendor, LEFT, 128, say('order_paper.to', { number: vendor.number }));
    const facts: readonly (readonly [string, string])[] = [
      [say('order_paper.date'), writing.longDay(paper.date)],
      [say('withheld_paper.our_tax_number'), company.taxNumber],
      [say('withheld_paper.your_tax_number'), vendor.taxNumber],
    ];
    factsOf(
      pdf,
      facts.filter(([, value]) => value !== ''),
      Math.max(below + 18, 210),
    );
    const rows = paper.lines.map((line) => ({
      cells: [line.reference, writing.day(line.date), writing.figure(line.paid), writing.figure(line.withheld)],
      below: '',
    }));
    tableOf(pdf, columnsOf(paper, writing), rows, 0);
    totalOf(pdf, say('withheld_paper.total'), `${paper.currency} ${writing.figure(paper.withheld)}`, LEFT);
  });
}
