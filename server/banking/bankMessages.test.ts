import { describe, expect, it } from '@jest/globals';
import { readBankMessages } from './bankMessages.ts';

const read = (xml: string) => readBankMessages(Buffer.from(xml));
const statement = (entries: string, head = '<Id>S-1</Id><Acct><Id><IBAN>DE89370400440532013000</IBAN></Id></Acct>') =>
  `<?xml version="1.0"?><n:Document xmlns:n="urn:iso:std:iso:20022:tech:xsd:camt.053.001.08"><n:BkToCstmrStmt><n:Stmt>${head}${entries}</n:Stmt></n:BkToCstmrStmt></n:Document>`;
const linesOf = (entries: string) =>
  read(statement(entries)).flatMap((message) => (message.kind === 'statement' ? message.lines : []));

describe('an account statement', () => {
  it('is read in every version of it: statuses as codes or as they are, days with and without a time', () => {
    const entry = (status: string, day: string) =>
      `<Ntry><Amt Ccy="EUR">10.00</Amt><CdtDbtInd>DBIT</CdtDbtInd><Sts>${status}</Sts><BookgDt>${day}</BookgDt></Ntry>`;
    const lines = linesOf(
      entry('<Cd>BOOK</Cd>', '<Dt>2026-03-31</Dt>') +
        entry('BOOK', '<DtTm>2026-04-01T10:00:00+02:00</DtTm>') +
        entry('<Cd>PDNG</Cd>', '<Dt>2026-04-02</Dt>'),
    );
    expect(lines).toMatchObject([
      { day: '2026-03-31', amount: '10.00', currency: 'EUR', isDebit: true, reference: '' },
      { day: '2026-04-01' },
    ]);
  });

  it('takes a movement of several payments apart, and the fee of one from where it stands', () => {
    const part = (reference: string, amount: string, more = '') =>
      `<TxDtls><Refs><EndToEndId>${reference}</EndToEndId></Refs><Amt Ccy="USD">${amount}</Amt>${more}</TxDtls>`;
    const lines = linesOf(
      `<Ntry><Amt Ccy="USD">150.00</Amt><CdtDbtInd>DBIT</CdtDbtInd><Sts>BOOK</Sts><BookgDt><Dt>2026-03-31</Dt></BookgDt><NtryDtls>
        ${part('RN-1-1', '100.00')}${part('RN-1-2', '50.00', '<Chrgs><Rcrd><Amt Ccy="USD">1.50</Amt></Rcrd></Chrgs>')}</NtryDtls></Ntry>
       <Ntry><Amt Ccy="USD">75.00</Amt><CdtDbtInd>DBIT</CdtDbtInd><Sts>BOOK</Sts><Chrgs><TtlChrgsAndTaxAmt Ccy="USD">2.00</TtlChrgsAndTaxAmt></Chrgs>
         <NtryDtls><TxDtls><Refs><EndToEndId>RN-1-3</EndToEndId></Refs><AmtDtls><InstdAmt><Amt Ccy="EUR">66.00</Amt></InstdAmt></AmtDtls></TxDtls></NtryDtls></Ntry>`,
    );
    expect(lines).toMatchObject([
      { reference: 'RN-1-1', amount: '100.00', fee: '' },
      { reference: 'RN-1-2', amount: '50.00', fee: '1.50' },
      { reference: 'RN-1-3', amount: '75.00', fee: '2.00', asked: { amount: '66.00', currency: 'EUR' } },
    ]);
  });

  it('tells the bank’s own charges and money that came in from payments', () => {
    const lines = linesOf(
      `<Ntry><Amt Ccy="USD">4.00</Amt><CdtDbtInd>DBIT</CdtDbtInd><Sts>BOOK</Sts><BkTxCd><Domn><Cd>PMNT</Cd><Fmly><Cd>MDOP</Cd><SubFmlyCd>CHRG</SubFmlyCd></Fmly></Domn></BkTxCd><AddtlNtryInf>Keeping</AddtlNtryInf></Ntry>
       <Ntry><Amt Ccy="USD">9.00</Amt><CdtDbtInd>CRDT</CdtDbtInd><Sts>BOOK</Sts><NtryDtls><TxDtls><RmtInf><Ustrd>Refund</Ustrd></RmtInf></TxDtls></NtryDtls></Ntry>`,
    );
    expect(lines).toMatchObject([
      { isCharge: true, isDebit: true, says: 'Keeping' },
      { isCharge: false, isDebit: false, says: 'Refund' },
    ]);
  });

  it('says its account, also where that is no IBAN; several in one file are each their own', () => {
    const other = '<Id>S-2</Id><Acct><Id><Othr><Id>4000</Id></Othr></Id></Acct>';
    const both = statement('').replace('</n:BkToCstmrStmt>', `<Stmt>${other}</Stmt></n:BkToCstmrStmt>`);
    expect(read(both)).toMatchObject([
      { kind: 'statement', reference: 'S-1', account: 'DE89370400440532013000' },
      { kind: 'statement', reference: 'S-2', account: '4000' },
    ]);
  });
});

describe('a status report', () => {
  const report = (groups: string, whole = '') =>
    `<Document><CstmrPmtStsRpt><GrpHdr><MsgId>R-1</MsgId></GrpHdr><OrgnlGrpInfAndSts><OrgnlMsgId>RN-1</OrgnlMsgId>${whole}</OrgnlGrpInfAndSts>${groups}</CstmrPmtStsRpt></Document>`;
  const line = (reference: string, status = '') =>
    `<TxInfAndSts><OrgnlEndToEndId>${reference}</OrgnlEndToEndId>${status}</TxInfAndSts>`;
  const rejected = (xml: string) =>
    read(xml).flatMap((message) =>
      message.kind === 'status'
        ? message.lines.map(({ reference, isRejected, says }) => [reference, isRejected, says])
        : [],
    );

  it('says of each payment what became of it, with the bank’s reason', () => {
    const why =
      '<StsRsnInf><Rsn><Cd>AC04</Cd></Rsn><AddtlInf>closed</AddtlInf><AddtlInf>since May</AddtlInf></StsRsnInf>';
    const group = `<OrgnlPmtInfAndSts>${line('RN-1-1', '<TxSts>ACSC</TxSts>')}${line('RN-1-2', `<TxSts>RJCT</TxSts>${why}`)}</OrgnlPmtInfAndSts>`;
    expect(rejected(report(group))).toEqual([
      ['RN-1-1', false, ''],
      ['RN-1-2', true, 'AC04 closed since May'],
    ]);
  });

  it('rejects all of a group, or of the file, where their payments say nothing of their own', () => {
    const group = (status: string) =>
      `<OrgnlPmtInfAndSts>${status}${line('RN-1-1')}${line('RN-1-2', '<TxSts>ACSP</TxSts>')}</OrgnlPmtInfAndSts>`;
    const why = '<StsRsnInf><Rsn><Prtry>late</Prtry></Rsn></StsRsnInf>';
    expect(rejected(report(group(`<PmtInfSts>RJCT</PmtInfSts>${why}`)))).toEqual([
      ['RN-1-1', true, 'late'],
      ['RN-1-2', false, ''],
    ]);
    expect(rejected(report(group(''), `<GrpSts>RJCT</GrpSts>${why}`))).toEqual([
      ['RN-1-1', true, 'late'],
      ['RN-1-2', false, ''],
    ]);
  });

  it('rejects groups, or all of it, without naming any payment', () => {
    const why = '<StsRsnInf><Rsn><Cd>FF01</Cd></Rsn></StsRsnInf>';
    expect(read(report('', `<GrpSts>RJCT</GrpSts>${why}`))).toMatchObject([
      { answers: 'RN-1', lines: [], rejected: [{ group: undefined, says: 'FF01' }] },
    ]);
    const group = `<OrgnlPmtInfAndSts><OrgnlPmtInfId>RN-1-EUR</OrgnlPmtInfId><PmtInfSts>RJCT</PmtInfSts>${why}</OrgnlPmtInfAndSts>`;
    expect(read(report(group))).toMatchObject([{ lines: [], rejected: [{ group: 'RN-1-EUR', says: 'FF01' }] }]);
    expect(read(report(group.replace('RJCT', 'ACCP')))).toMatchObject([{ rejected: [] }]);
  });
});
