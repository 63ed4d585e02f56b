import { describe, expect, it } from '@jest/globals';
import { isBill } from './billIn.ts';
import { readBill } from './readBill.ts';

const invoice = (number: string, date = '2026-03-01') =>
  `<Invoice><ID>${number}</ID><IssueDate>${date}</IssueDate><DocumentCurrencyCode>USD</DocumentCurrencyCode></Invoice>`;
const envelope = (within: string) =>
  `<sh:StandardBusinessDocument xmlns:sh="urn:envelope"><sh:StandardBusinessDocumentHeader><sh:HeaderVersion>1.0</sh:HeaderVersion></sh:StandardBusinessDocumentHeader>${within}</sh:StandardBusinessDocument>`;
const read = (xml: string) => readBill(Buffer.from(xml), 'USD');

describe('the bill in a file', () => {
  it('stands alone or in an envelope', () => {
    expect(read(invoice('A-1')).number).toBe('A-1');
    expect(read(envelope(invoice('A-2')))).toMatchObject({ number: 'A-2', kind: 'bill' });
    expect(read(envelope('<CreditNote><ID>A-3</ID></CreditNote>'))).toMatchObject({ number: 'A-3', kind: 'credit' });
  });

  it('is one: several are refused, and what is none', () => {
    expect(() => read(envelope(`${invoice('A-1')}${invoice('A-2')}`))).toThrow('paper.several_bills');
    expect(() => read(envelope('<Order><ID>1</ID></Order>'))).toThrow('paper.no_bill_xml');
    expect([isBill(Buffer.from(invoice('A-1'))), isBill(Buffer.from('<Order/>')), isBill(Buffer.from('%PDF'))]).toEqual(
      [true, false, false],
    );
  });

  it.each(['2026-03-01', '2026-03-01Z', '2026-03-01+01:00', '2026-03-01T10:30:00Z', ' 2026-03-01 '])(
    'has its day, however that says its zone: %s',
    (date) => {
      expect(read(invoice('A-1', date)).date).toBe('2026-03-01');
    },
  );

  it('has no day where it says none', () => {
    expect(read(invoice('A-1', '2026-02-30+01:00')).date).toBe('');
  });
});
