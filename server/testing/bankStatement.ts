/** A bank's statement of the account that tests pay from, as camt.053, with these entries. */
export const statement = (id: string, entries: string, number = '400012345678'): string =>
  `<Document xmlns="urn:iso:std:iso:20022:tech:xsd:camt.053.001.02"><BkToCstmrStmt><Stmt><Id>${id}</Id><Acct><Id><Othr><Id>${number}</Id></Othr></Id></Acct>${entries}</Stmt></BkToCstmrStmt></Document>`;

/** One of its entries, in US dollars, under the reference that we gave to its payment. */
export const entry = (amount: string, reference = '', more = '', direction: 'DBIT' | 'CRDT' = 'DBIT'): string =>
  `<Ntry><Amt Ccy="USD">${amount}</Amt><CdtDbtInd>${direction}</CdtDbtInd><Sts>BOOK</Sts><BookgDt><Dt>2026-03-31</Dt></BookgDt><NtryDtls><TxDtls>${
    reference === '' ? '' : `<Refs><EndToEndId>${reference}</EndToEndId></Refs>`
  }${more}</TxDtls></NtryDtls></Ntry>`;
