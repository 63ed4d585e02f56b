import { toCardinal as inGerman } from 'n2words/de-DE';
import { toCardinal as inEnglish } from 'n2words/en-US';
import { invariant } from '@obolus/core/exact/invariant';
import type { Language } from '@obolus/messages/speaker';
import { speakerFor } from '../asking/speakers.ts';
import type { CheckPaper } from './checkPaper.ts';
import {
  addressBlock,
  type Column,
  FONTS,
  LEFT,
  letterPdf,
  type Pdf,
  RIGHT,
  tableOf,
  titleOf,
  write,
  type Writing,
} from './letterPdf.ts';

/** The check itself stands at the foot of the page, below where it is torn off. */
const TORN = 520;
const IN_WORDS: Readonly<Record<Language, (whole: bigint) => string>> = { en: inEnglish, de: inGerman };

/** An amount as checks say it: the whole in words, what is left of it as a fraction of one. */
export function amountInWords(amount: string, language: Language): string {
  const [whole = '0', part = ''] = amount.split('.');
  const words = IN_WORDS[language](BigInt(whole));
  return part === '' ? words : `${words} ${part}/1${'0'.repeat(part.length)}`;
}

const columnsOf = ({ currency }: CheckPaper, { say }: Writing): readonly Column[] => [
  { title: say('withheld_paper.bill'), at: LEFT, width: 200, align: 'left' },
  { title: say('order_paper.date'), at: 266, width: 80, align: 'left' },
  { title: say('paying.paper_discount', { currency }), at: 352, width: 84, align: 'right' },
  { title: say('paying.paper_paid', { currency }), at: 442, width: RIGHT - 442, align: 'right' },
];

/** Checks, each on a page of its own after what it pays. Payments of more bills than fit above it begin on the pages before. */
export function checkPdf(papers: readonly CheckPaper[]): Promise<Buffer> {
  const [first] = papers;
  invariant(first !== undefined, 'checks are printed where there are any');
  const { company, language } = first;
  const { say } = speakerFor(language);
  const numbers = papers.length === 1 ? first.number : `${first.number}–${papers.at(-1)?.number}`;
  const about = {
    title: say('paying.check_numbered', { number: numbers }),
    author: company.name,
    foot: say('return_paper.footer', {
      company: company.name,
      number: say('paying.check_numbered', { number: numbers }),
    }),
    language,
  };
  return letterPdf(about, (pdf, writing) =>
    papers.forEach((paper, at) => {
      if (at > 0) pdf.addPage();
      titleOf(pdf, paper.company, say('paying.paper_remittance'), paper.payment);
      addressBlock(pdf, paper.payee, LEFT, 112, say('order_paper.to', { number: paper.vendor }));
      pdf.y = Math.max(pdf.y + 14, 176);
      const rows = paper.lines.map((line) => ({
        cells: [line.reference, writing.day(line.date), writing.figure(line.discount), writing.figure(line.amount)],
        below: '',
      }));
      if (rows.length > 0) tableOf(pdf, columnsOf(paper, writing), rows, 0);
      if (pdf.y > TORN - 10) pdf.addPage();
      drawCheck(pdf, paper, writing);
    }),
  );
}

function drawCheck(
  pdf: Pdf,
  { number, date, payee, company, bank, currency, amount, language }: CheckPaper,
  writing: Writing,
): void {
  const { say } = writing;
  const line = (from: number, to: number, y: number, dashed = false) => {
    pdf
      .moveTo(from, y)
      .lineTo(to, y)
      .lineWidth(dashed ? 0.5 : 0.8)
      .strokeColor('#1d201c');
    if (dashed) pdf.dash(3, { space: 3 });
    pdf.stroke().undash();
  };
  line(0, 595, TORN, true);
  write(pdf, company.name, LEFT, TORN + 18, { size: 12, font: FONTS.title, width: 280 });
  write(pdf, company.lines.join(' · '), LEFT, pdf.y, { size: 8, width: 280 });
  write(pdf, say('paying.check_numbered', { number }), 380, TORN + 18, {
    size: 11,
    font: FONTS.strong,
    width: RIGHT - 380,
    align: 'right',
  });
  write(pdf, writing.longDay(date), 380, pdf.y + 2, { width: RIGHT - 380, align: 'right' });
  write(pdf, say('paying.paper_pay_to'), LEFT, TORN + 74, { size: 8 });
  write(pdf, payee.name, LEFT, TORN + 86, { size: 12, font: FONTS.strong, width: 320 });
  // Nothing can be written before or after the figure.
  write(pdf, `${currency} **${writing.figure(amount)}**`, 390, TORN + 86, {
    size: 12,
    font: FONTS.strong,
    width: RIGHT - 390,
    align: 'right',
  });
  line(LEFT, RIGHT, TORN + 104);
  write(pdf, `${amountInWords(amount, language)} ${currency} ***`, LEFT, TORN + 112, {
    size: 10.5,
    width: RIGHT - LEFT,
  });
  line(LEFT, RIGHT, TORN + 142);
  for (const [at, address] of payee.lines.entries())
    write(pdf, address, LEFT, TORN + 152 + at * 12, { size: 9, width: 260 });
  line(340, RIGHT, TORN + 206);
  write(pdf, say('paying.paper_signature'), 340, TORN + 209, { size: 8, width: RIGHT - 340 });
  write(pdf, [bank.name, bank.code, bank.account].filter(Boolean).join('  ·  '), LEFT, TORN + 226, {
    size: 9.5,
    width: RIGHT - LEFT,
  });
}
