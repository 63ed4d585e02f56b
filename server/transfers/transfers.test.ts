import { describe, expect, it } from '@jest/globals';
import { XMLParser } from 'fast-xml-parser';
import { problemsOfTransfers } from '../banking/standIn.ts';
import { hiddenAccount, isIban, plainAccount, problemOfAccount, problemOfBankCode } from './accountNumbers.ts';
import { creditTransferXml, type CreditTransfers, type Transfer } from './creditTransfer.ts';

describe('account numbers', () => {
  it.each([
    ['an IBAN with blanks', 'PT50 0002 0123 1234 5678 9015 4', undefined],
    ['an IBAN with a wrong digit', 'PT50 0002 0123 1234 5678 9015 5', 'check.iban'],
    ['an IBAN that is too short', 'DE89 3704 0044 0532 0130', 'check.iban'],
    ['a country that has none, with a bank and an account', 'US 021000021 778899', undefined],
    ['a number with hyphens', 'NZ 01-0242-0100194-00', undefined],
    ['a number that is too short', '123', 'check.account'],
    ['a number with signs that no account has', '12 34 % 56', 'check.account'],
    ['nothing', '', undefined],
  ])('%s', (_, account, problem) => {
    expect(problemOfAccount(account)).toBe(problem);
  });

  it('are compared and shown without what people write into them', () => {
    expect([plainAccount('nz 01-0242'), isIban('de89 3704 0044 0532 0130 00')]).toEqual(['NZ010242', true]);
    expect([hiddenAccount('US 021000021 778899'), hiddenAccount('')]).toEqual(['…8899', '']);
  });

  it('go with a bank’s code of eight or eleven signs', () => {
    const codes = ['', 'COBADEFF', 'COBADEFFXXX', 'COBADEF', '12345678'];
    expect(codes.map((code) => problemOfBankCode(code) === undefined)).toEqual([true, true, true, false, false]);
  });
});

describe('the file of a run', () => {
  const transfer = (more: Partial<Transfer> = {}): Transfer => ({
    reference: 'RN-1001-1',
    amount: '131.60',
    currency: 'USD',
    to: { name: 'Greywake Lines', account: 'US 021000021 778899', bank: 'GREYUS33' },
    purpose: 'GW-77044',
    ...more,
  });
  const file = (transfers: readonly Transfer[], more: Partial<CreditTransfers> = {}): CreditTransfers => ({
    reference: 'RN-1001',
    made: '2026-11-23T08:45:00',
    by: 'Fernhollow Loom Supply',
    sum: '131.6',
    groups: [
      {
        reference: 'RN-1001-USD',
        day: '2026-11-23',
        from: { name: 'Fernhollow Loom Supply', account: 'US 021000021 100200', bank: '', currency: 'USD' },
        sum: '131.6',
        transfers,
      },
    ],
    ...more,
  });

  it('is valid by the schema, whatever names and purposes hold', async () => {
    const odd = transfer({
      reference: 'RN-1001-2',
      amount: '311540',
      currency: 'JPY',
      to: { name: `Kumo & Söhne <藍> ${'long '.repeat(40)}`, account: 'PT50000201231234567890154', bank: '' },
      purpose: `K 7702\u0007, ${'K 7703, '.repeat(40)}`,
    });
    const xml = creditTransferXml(file([transfer(), odd]));
    expect(await problemsOfTransfers(xml)).toEqual([]);
    const { Document } = new XMLParser({ parseTagValue: false }).parse(xml) as {
      Document: { CstmrCdtTrfInitn: { GrpHdr: object; PmtInf: { CdtTrfTxInf: Record<string, never>[] } } };
    };
    const { GrpHdr, PmtInf } = Document.CstmrCdtTrfInitn;
    expect(GrpHdr).toMatchObject({ MsgId: 'RN-1001', NbOfTxs: '2', CtrlSum: '131.6' });
    expect(PmtInf.CdtTrfTxInf).toMatchObject([
      { PmtId: { EndToEndId: 'RN-1001-1' }, CdtrAgt: { FinInstnId: { BICFI: 'GREYUS33' } }, CdtrAcct: { Id: { Othr: { Id: 'US021000021778899' } } } }, // prettier-ignore
      { PmtId: { EndToEndId: 'RN-1001-2' }, CdtrAcct: { Id: { IBAN: 'PT50000201231234567890154' } } },
    ]);
  });

  it.each([
    ['an amount below zero', file([transfer({ amount: '-1' })])],
    ['a reference that is too long', file([transfer({ reference: 'R'.repeat(36) })])],
    ['no currency', file([transfer({ currency: 'usd' })])],
    ['a bank’s code that is none', file([transfer({ to: { ...transfer().to, bank: 'GREY' } })])],
    ['nothing to pay', file([], { groups: [] })],
  ])('is refused by the schema with %s', async (_, wrong) => {
    expect((await problemsOfTransfers(creditTransferXml(wrong))).length).toBeGreaterThan(0);
  });
});
