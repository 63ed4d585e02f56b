import { describe, expect, it } from '@jest/globals';
import ExcelJS from 'exceljs';
import PDFDocument from 'pdfkit';
import { inEnglish } from '../testing/inEnglish.ts';
import { stackedIn } from './readCsv.ts';
import { openPaper } from './openPaper.ts';

const PNG = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);
const pdfWith = async (files: readonly { name: string; content: string }[]): Promise<Buffer> => {
  const document = new PDFDocument();
  const parts: Buffer[] = [];
  document.on('data', (part: Buffer) => parts.push(part));
  const ended = new Promise((resolve) => document.on('end', resolve));
  for (const { name, content } of files) document.file(Buffer.from(content), { name });
  document.end();
  await ended;
  return Buffer.concat(parts);
};
const opened = async (name: string, content: string | Buffer) =>
  (await openPaper(name, Buffer.from(content))).map(({ type, structured, says }) => [
    type,
    structured !== undefined,
    inEnglish(says),
  ]);

describe('a file', () => {
  it('is what is in it, not what it is called', async () => {
    expect(await opened('bill.pdf', '<Invoice/>')).toEqual([['application/xml', true, '']]);
    expect(await opened('bill.xml', PNG)).toEqual([['image/png', false, 'A picture is looked at, and typed.']]);
    expect(await opened('bill.exe', '\uFEFF  <?xml version="1.0"?><Invoice/>')).toEqual([
      ['application/xml', true, ''],
    ]);
  });

  it('of a table is a paper for each bill in it', async () => {
    const papers = await openPaper(
      'bills.csv',
      Buffer.from('vendor,number,date,amount\nTARN,A,2026-03-01,1\nTARN,B,2026-03-01,2\nTARN,A,2026-03-01,3\n'),
    );
    expect(papers.map(({ name, type }) => [name, type])).toEqual([
      ['bills.csv, A', 'application/json'],
      ['bills.csv, B', 'application/json'],
    ]);
    expect(stackedIn(papers[0]?.structured ?? Buffer.alloc(0))?.rows).toHaveLength(2);
  });

  it('that is a broken PDF is kept to be looked at, and says that nothing in it can be read', async () => {
    expect(await opened('bill.pdf', '%PDF-1.7 and nothing more')).toEqual([
      ['application/pdf', false, expect.stringMatching(/cannot be looked into|no XML in the PDF/)],
    ]);
  });

  it('with a bill among other files has that bill; two different ones are said', async () => {
    const bill = (number: string) => ({ name: `${number}.xml`, content: `<Invoice><ID>${number}</ID></Invoice>` });
    const other = { name: 'settings.xml', content: '<Settings><Colour>red</Colour></Settings>' };
    const read = async (files: readonly { name: string; content: string }[]) =>
      (await openPaper('bill.pdf', await pdfWith(files))).map(({ structured, says }) => [
        structured?.toString() ?? '',
        inEnglish(says),
      ]);
    expect(await read([other, bill('A-1')])).toEqual([['<Invoice><ID>A-1</ID></Invoice>', '']]);
    expect(await read([bill('A-1'), { ...bill('A-1'), name: 'again.xml' }])).toEqual([
      ['<Invoice><ID>A-1</ID></Invoice>', ''],
    ]);
    expect(await read([bill('A-1'), bill('A-2')])).toEqual([
      ['', 'There are 2 different bills in the PDF: A-1.xml and A-2.xml. Give the right one by itself.'],
    ]);
    expect(await read([other])).toEqual([['', 'The XML in the PDF is no bill.']]);
  });

  it('that is none of these, or too large, is refused', async () => {
    await expect(openPaper('bill.pdf', Buffer.from('PK\u0003\u0004'))).rejects.toThrow('file.no_sheet');
    for (const content of ['', '#!/bin/sh\n', 'a,b\n1,2\n', '{"vendor":1}'])
      await expect(openPaper('bill.pdf', Buffer.from(content))).rejects.toThrow('paper.no_paper');
    await expect(openPaper('bill.xml', Buffer.alloc(10_000_001, '<'))).rejects.toMatchObject({
      says: [{ id: 'paper.too_large', values: { most: 10 } }],
    });
  });

  it('that is a stack is taken apart, as CSV in whatever it is written, and as a spreadsheet', async () => {
    const rows = [
      ['vendor', 'number', 'date', 'amount', 'description', 'is'],
      ['TARN', 'S-1', '2026-03-20', 10, 'Füllung', ''],
      ['TARN', 'S-2', '2026-03-20', 20, 'Thread', 'Line'],
      ['TARN', 'S-1', '2026-03-20', 2, 'Freight', 'charge'],
    ];
    const table = rows.map((row) => row.join(';')).join('\r\n');
    const book = new ExcelJS.Workbook();
    book.addWorksheet('Bills').addRows(rows);
    const tabs = table.replaceAll(';', '\t');
    const files = [
      [Buffer.from(table), 'CSV', 'UTF-8', ';'],
      [Buffer.from(table, 'latin1'), 'CSV', 'windows-1252', ';'],
      [Buffer.from(`\uFEFF${tabs}`, 'utf16le'), 'CSV', 'UTF-16LE', '\t'],
      [Buffer.from(await book.xlsx.writeBuffer()), 'XLSX', '', ''],
    ] as const;
    const kept: Buffer[][] = [];
    for (const [content, as, encoding, delimiter] of files) {
      const papers = await openPaper('stack', content);
      kept.push(papers.map((paper) => paper.content));
      const bills = papers.flatMap(({ structured }) => stackedIn(structured ?? Buffer.alloc(0)) ?? []);
      expect(bills.map(({ written }) => written)).toEqual(bills.map(() => ({ as, encoding, delimiter })));
      expect([as, bills.map(({ rows }) => rows.map((row) => [row.number, row.amount, row.description]))]).toEqual([
        as,
        [
          [
            ['S-1', '10', 'Füllung'],
            ['S-1', '2', 'Freight'],
          ],
          [['S-2', '20', 'Thread']],
        ],
      ]);
    }
    // The same rows are the same paper, however their file is written.
    expect(kept.slice(1)).toEqual(kept.slice(1).map(() => kept[0]));
  });

  it('that is a stack with a row of no kind is refused with its row: nothing of it is left out', async () => {
    const stack =
      'vendor,number,date,amount,is,kind\nTARN,1,2026-03-20,5,,\nTARN,1,2026-03-20,9,freight,\nTARN,2,2026-03-20,9,,proforma\n';
    await expect(openPaper('stack.csv', Buffer.from(stack))).rejects.toMatchObject({
      says: [
        { id: 'paper.stack_row', values: { row: 3, column: 'is', text: 'freight' } },
        { id: 'paper.stack_row', values: { row: 4, column: 'kind', text: 'proforma' } },
      ],
    });
  });
});
