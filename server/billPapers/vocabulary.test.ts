import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { RequestError } from '../asking/failures.ts';
import { readXml } from '../papers/readXml.ts';
import { WRITERS } from '../testing/writtenByOthers.ts';
import { STATED, writtenElsewhere } from '../testing/writtenElsewhere.ts';
import type { BillPaper } from './billPaper.ts';
import { readBill } from './readBill.ts';
import { inWords, several, TEXT, unreadIn, type Vocabulary, WHOLE } from './vocabulary.ts';

const read = (xml: string): BillPaper => readBill(Buffer.from(xml), 'USD');

describe('a closed vocabulary', () => {
  const known: Vocabulary = { ID: TEXT, Party: WHOLE, Line: several({ ID: TEXT, Amount: TEXT }) };
  const unread = (xml: string) =>
    unreadIn(readXml(Buffer.from(`<Bill>${xml}</Bill>`)).Bill ?? '', known, 'USD').map(({ path, says }) => [
      path.join('/'),
      says,
    ]);

  it('names every value that it does not have, but not what is zero or blank', () => {
    expect(unread('<ID>1</ID><Party><Name>x</Name></Party><Line><ID>1</ID></Line><Line><ID>2</ID></Line>')).toEqual([]);
    expect(unread('<Line><ID>1</ID><Extra><Deep>7</Deep></Extra></Line><Zero>0.00</Zero><Blank> </Blank>')).toEqual([
      ['Line/Extra/Deep', '7'],
    ]);
  });

  it('names what stands there twice, text between elements, and amounts in another currency', () => {
    expect(unread('<ID>1</ID><ID>2</ID>')).toEqual([['ID', '1 | 2']]);
    expect(unread('<Line>by the way<ID>1</ID></Line>')).toEqual([['Line', 'by the way']]);
    expect(unread('<Line><Amount currencyID="EUR">5</Amount></Line>')).toEqual([['Line/Amount', '5 EUR']]);
    expect(inWords(['LegalMonetaryTotal', 'PayableAlternativeAmount'])).toBe(
      'legal monetary total, payable alternative amount',
    );
  });
});

describe('lines that stand below lines', () => {
  it('are counted, what sums them up and what is for information is not', async () => {
    const xml = (await WRITERS['CII of another'](STATED)).toString();
    const marked = (line: string, id: string, more: string) =>
      line.replace(/<ram:LineID>[^<]*<\/ram:LineID>/, `<ram:LineID>${id}</ram:LineID>${more}`);
    const [first = '', second = ''] =
      xml.match(/<ram:IncludedSupplyChainTradeLineItem>[\s\S]*?<\/ram:IncludedSupplyChainTradeLineItem>/g) ?? [];
    const reason = (code: string) => `<ram:LineStatusReasonCode>${code}</ram:LineStatusReasonCode>`;
    const grouped = xml
      .replace(
        first,
        marked(first, '1', reason('GROUP')) +
          marked(first, '1.1', `<ram:ParentLineID>1</ram:ParentLineID>${reason('DETAIL')}`),
      )
      .replace(second, second + marked(second, '3', reason('INFORMATION')));
    const paper = read(grouped);
    expect([paper.besides.unread, paper.mismatches, paper.lines.map(({ said }) => said)]).toEqual([
      [],
      [],
      read(xml).lines.map(({ said }) => said),
    ]);
  });
});

it.each(['UBL', 'CII'] as const)('%s says under which contract it is', async (format) => {
  const paper = read((await writtenElsewhere(format, { ...STATED, contract: 'FRAME 7' })).toString());
  expect([paper.besides.contracts, paper.besides.unread]).toEqual([['FRAME 7'], []]);
});

describe.each(Object.entries(WRITERS))('%s', (_, write) => {
  it('is understood whole', async () => {
    const paper = read((await write(STATED)).toString());
    expect([paper.besides.unread, paper.problems, paper.lines.length]).toEqual([[], [], 2]);
  });

  it('says so wherever a value is added that the standard may have and nobody here reads', async () => {
    const xml = (await write(STATED)).toString();
    const closings = [...xml.matchAll(/<\/(?:\w+:)?(\w+)>/g)];
    let added = 0;
    for (const { index, 1: name = '' } of closings) {
      const inside = `${xml.slice(0, index)}<Further>17</Further>${xml.slice(index)}`;
      const { unread } = read(inside).besides;
      added += unread.some(({ says }) => says === '17') ? 1 : 0;
      // At the head, in its sums and in each line nothing passes; what is known as a whole holds whatever it holds.
      if (
        /^(Invoice|LegalMonetaryTotal|InvoiceLine|Item|Price|SpecifiedTradeSettlementHeaderMonetarySummation|IncludedSupplyChainTradeLineItem|SupplyChainTradeTransaction|ExchangedDocument)$/.test(
          name,
        )
      )
        expect([name, unread.map(({ says }) => says)]).toEqual([name, ['17']]);
    }
    expect(added).toBeGreaterThan(closings.length / 3);
  });

  it('however it is broken is refused in words, or read: never a failure', async () => {
    const xml = (await write(STATED)).toString();
    const elements = [...xml.matchAll(/<((?:\w+:)?\w+)[^<>]*>[^<>]*<\/\1>/g)].map(({ index, 0: text }) => ({
      index,
      text,
    }));
    const mutated = fc.tuple(
      fc.nat(elements.length - 1),
      fc.nat(elements.length - 1),
      fc.constantFrom('drop', 'double', 'change', 'move'),
      fc.constantFrom('', '0', '-1', 'x', '1e9', '99999999999999999999', '1,5', '&#x26;'),
    );
    let changed = 0;
    fc.assert(
      fc.property(mutated, ([at, to, how, text]) => {
        const { index, text: element } = elements[at] as (typeof elements)[number];
        const [before, after] = [xml.slice(0, index), xml.slice(index + element.length)];
        const other = elements[to] as (typeof elements)[number];
        const broken =
          how === 'drop'
            ? before + after
            : how === 'double'
              ? before + element + element + after
              : how === 'change'
                ? before + element.replace(/>[^<>]*</, `>${text}<`) + after
                : xml.slice(0, other.index) + element + xml.slice(other.index);
        try {
          const paper = read(broken);
          expect(typeof paper.number).toBe('string');
          // A single value that stands there twice is never passed over.
          if (how === 'double' && paper.besides.unread.length + paper.problems.length > 0) changed += 1;
        } catch (problem) {
          expect(problem).toBeInstanceOf(RequestError);
        }
      }),
      { numRuns: 500, seed: 19 },
    );
    expect(changed).toBeGreaterThan(0);
  });
});
