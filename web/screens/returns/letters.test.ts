import { describe, expect, it } from '@jest/globals';
import type { CreditableView } from '@obolus/contract/views/bench';
import type { DocumentView } from '@obolus/contract/views/documents';
import { en } from '@obolus/messages/en';
import { speakerOf } from '@obolus/messages/speaker';
import { lastNoteOf, owingOf, reminderOf, returnLetter } from './letters.ts';

const speaker = speakerOf('en', en, { figure: (plain) => plain, day: (day) => day, count: String });
const line = (over: object): CreditableView =>
  ({
    line: '7/1',
    kind: 'return',
    document: { id: '7', number: 'VR-7', reference: 'RMA 7', date: '2026-03-20' },
    vendor: { id: '1', name: 'Tarnside Fibres' },
    label: 'Merino',
    unit: 'kg',
    currency: 'NZD',
    quantity: '2.5',
    price: '10',
    amount: '25.00',
    expected: '25.00',
    ...over,
  }) as CreditableView;
const claim = line({
  line: '8/1',
  kind: 'bill',
  document: { id: '8', number: 'VB-8', reference: '', date: '2026-02-01' },
  label: 'Linen',
  quantity: null,
  amount: '90.00',
  expected: '12.00',
});

describe('what vendors owe', () => {
  it('is gathered by vendor, the oldest first; what may only get cheaper is not owed', () => {
    const other = line({
      line: '9/1',
      vendor: { id: '2', name: 'Beira Linho' },
      document: { ...claim.document, id: '9', date: '2026-02-15' },
    });
    const cheaper = line({ line: '10/1', kind: 'bill', expected: '0.00' });
    expect(
      owingOf([line({}), other, claim, cheaper]).map(({ vendor, lines }) => [vendor.id, lines.map((one) => one.line)]),
    ).toEqual([
      ['1', ['8/1', '7/1']],
      ['2', ['9/1']],
    ]);
  });

  it('says what was said last of any of it', () => {
    const [early, late] = ['2026-03-22 08:00:00', '2026-03-25 08:00:00'];
    const promised = line({ lastNote: { text: 'promised for May', at: late } });
    expect(lastNoteOf([claim, promised, line({ lastNote: { text: 'Credits that we expect', at: early } })])?.text).toBe(
      'promised for May',
    );
    expect(lastNoteOf([line({ lastNote: null })])).toBeNull();
  });

  it('is written to each, goods by quantity and claims by amount, by the papers it knows them by', () => {
    const [owing] = owingOf([line({}), claim]);
    const { text } = reminderOf(owing ?? { vendor: claim.vendor, lines: [] }, speaker);
    expect(text).toContain('- VB-8 of 2026-02-01: Linen, 12.00 NZD');
    expect(text).toContain('- RMA 7 (VR-7) of 2026-03-20: 2.5 kg Merino, 25.00 NZD');
  });
});

it('goods that go back are announced by both numbers', () => {
  const document = { party: 'Tarnside Fibres', number: 'VR-7', reference: 'RMA 7', date: '2026-03-20' } as DocumentView;
  expect(returnLetter(document, speaker)).toMatchObject({ subject: 'Goods returned, VR-7 (RMA 7)' });
});
