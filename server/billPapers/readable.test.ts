import { describe, expect, it } from '@jest/globals';
import type { PaperPart, PaperSection } from '@obolus/contract/views/papers';
import { STATED, writtenElsewhere } from '../testing/writtenElsewhere.ts';
import { readablePaper } from './readable.ts';

const read = (xml: string): PaperPart[] => readablePaper(Buffer.from(xml));
const of = (parts: readonly PaperPart[], section: PaperSection) => parts.filter((part) => part.section === section);
const values = (parts: readonly PaperPart[]) => parts.flatMap((part) => part.values);
const said = (parts: readonly PaperPart[], section: PaperSection) => values(of(parts, section)).map(({ says }) => says);

describe.each(['UBL', 'CII'] as const)('a paper in %s, as other software writes it', (format) => {
  const written = async () => (await writtenElsewhere(format, STATED)).toString();

  it('is shown with every value that stands in it, each with a name, all of them understood', async () => {
    const xml = await written();
    const parts = read(xml);
    const texts = [...xml.matchAll(/>([^<>]*[^<>\s][^<>]*)</g)].map(([, text = '']) => text.trim());
    expect(values(parts)).toHaveLength(texts.length);
    expect(values(parts).filter(({ label }) => typeof label === 'string')).toEqual([]);
    expect(values(parts).filter(({ isUnderstood }) => !isUnderstood)).toEqual([]);
  });

  it('has a part for each line, with what was bought and what it comes to', async () => {
    const parts = read(await written());
    const [yarn, loom] = of(parts, 'lines').map((line) =>
      Object.fromEntries(line.values.flatMap(({ column, says, about }) => (column ? [[column, [says, about]]] : []))),
    );
    expect(yarn).toMatchObject({ number: ['1', ''], item: ['Merino yarn', ''], quantity: ['20', 'kg'] });
    expect(Number(yarn?.price?.[0])).toBe(5);
    expect(Number(loom?.amount?.[0])).toBe(900);
    expect(said(parts, 'references')).toContain('PO-1001');
    expect(said(parts, 'seller')).toContain('Tarnside Fibres');
    expect(said(parts, 'totals').map(Number)).toContain(1050);
    expect(values(parts).filter(({ as }) => as === 'day').length).toBeGreaterThan(0);
  });

  it('marks what nobody understands, and what stands in it', async () => {
    const xml = (await written()).replace(
      /<\/(\w+:)?(InvoiceLine|IncludedSupplyChainTradeLineItem)>/,
      '<Extra><Deep>7</Deep></Extra>$&',
    );
    const odd = values(read(xml)).filter(({ isUnderstood }) => !isUnderstood);
    expect(odd).toEqual([
      { label: 'extra, deep', says: '7', as: 'text', about: '', column: '', isUnderstood: false, attached: null },
    ]);
  });
});

describe('what a readable paper says', () => {
  const ubl = (more: string) =>
    read(`<Invoice><ID>1</ID><DocumentCurrencyCode>USD</DocumentCurrencyCode>${more}</Invoice>`);

  it('of a file inside it is what it is called', () => {
    const file =
      '<EmbeddedDocumentBinaryObject mimeCode="application/pdf" filename="slip.pdf">JVBERi0=</EmbeddedDocumentBinaryObject>';
    const parts = ubl(
      `<AdditionalDocumentReference><ID>A</ID><Attachment>${file}</Attachment></AdditionalDocumentReference>`,
    );
    expect(said(parts, 'attached')).toEqual(['A', 'slip.pdf']);
  });

  it('marks an amount in another currency, and an element that stands there twice', () => {
    const parts = ubl(
      '<LegalMonetaryTotal><PayableAmount currencyID="EUR">5</PayableAmount></LegalMonetaryTotal><IssueDate>2026-03-01</IssueDate><IssueDate>2026-03-02</IssueDate>',
    );
    expect(values(parts).map(({ says, isUnderstood }) => [says, isUnderstood])).toEqual([
      ['1', true],
      ['USD', true],
      ['2026-03-01', false],
      ['2026-03-02', false],
      ['5', false],
    ]);
    expect(values(of(parts, 'totals'))[0]).toMatchObject({ as: 'figure', about: 'EUR' });
  });

  it('of a stack is its rows, and how their file is written', () => {
    const rows = [
      {
        vendor: 'TARN',
        number: 'S-1',
        date: '2026-03-01',
        item: 'YARN',
        description: 'Yarn',
        quantity: '2',
        price: '5',
        amount: '10.00',
        is: '',
      },
      { vendor: 'TARN', number: 'S-1', date: '2026-03-01', description: 'Freight', amount: '3.00', is: 'charge' },
    ];
    const written = { as: 'CSV', encoding: 'UTF-16LE', delimiter: '\t' };
    const parts = readablePaper(Buffer.from(JSON.stringify({ rows, written })));
    expect(said(parts, 'document')).toEqual(['TARN', 'S-1', '2026-03-01']);
    expect(of(parts, 'lines').map((line) => line.values.map(({ says }) => says))).toEqual([
      ['YARN', 'Yarn', '2', '5', '10.00'],
      ['Freight', '3.00', 'charge'],
    ]);
    expect(said(parts, 'file')).toEqual([
      'CSV, UTF-16LE',
      'Tab',
      'vendor, number, date, item, description, quantity, price, amount, is',
    ]);
  });

  it('is nothing where it is no bill', () => {
    expect(() => read('<Order><ID>1</ID></Order>')).toThrow();
  });
});
