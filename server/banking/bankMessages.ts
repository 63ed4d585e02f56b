import { RequestError } from '../asking/failures.ts';
import { childAt, childrenOf, readXml, textAt, type XmlNode } from '../papers/readXml.ts';

/** What the bank says of one payment that it was asked for. */
export interface StatusLine {
  readonly reference: string;
  readonly isRejected: boolean;
  /** As the bank gives its reason: a code of ISO 20022, and what it says beside. */
  readonly says: string;
  /** What it was asked for, where it says so. */
  readonly asked: Asked | undefined;
}

interface Asked {
  readonly amount: string;
  readonly currency: string;
}

/** One movement of the account. */
export interface StatementLine {
  readonly day: string;
  readonly isDebit: boolean;
  /** What moved the account, in its currency, and what of it the bank kept. */
  readonly amount: string;
  readonly currency: string;
  readonly fee: string;
  /** What we called the payment; empty where it is none of ours. */
  readonly reference: string;
  /** The number of the check that was cashed; empty where it is none. */
  readonly check: string;
  readonly asked: Asked | undefined;
  /** The bank charges for something of its own. */
  readonly isCharge: boolean;
  readonly says: string;
  /** All that names whom it went to and what for. */
  readonly names: string;
}

/** A whole group of payments; all of the file where it is not named. */
export interface RejectedGroup {
  readonly group: string | undefined;
  readonly says: string;
}

export type BankMessage =
  | {
      readonly kind: 'status';
      readonly reference: string;
      /** The file that it answers, as we called it, and what of it was rejected without a word of its payments. */
      readonly answers: string;
      readonly rejected: readonly RejectedGroup[];
      readonly lines: readonly StatusLine[];
    }
  | {
      readonly kind: 'statement';
      readonly reference: string;
      readonly account: string;
      readonly lines: readonly StatementLine[];
    };

/**
 * Reads what a bank sent: a payment status report (ISO 20022 pain.002) or account statements (camt.053), whatever their version.
 * @throws RequestError saying what it is not
 */
export function readBankMessages(content: Buffer): BankMessage[] {
  const root = childAt(readXml(content), 'Document');
  const report = childAt(root, 'CstmrPmtStsRpt');
  if (report) return [readStatus(report)];
  const statements = childrenOf(childAt(root, 'BkToCstmrStmt'), 'Stmt');
  if (statements.length === 0) throw new RequestError(422, 'problem.not_of_a_bank');
  return statements.map(readStatement);
}

function readStatus(report: XmlNode): BankMessage {
  const reference = named(textAt(report, 'GrpHdr', 'MsgId'));
  const whole = statusOf(childAt(report, 'OrgnlGrpInfAndSts'), 'GrpSts');
  const groups = childrenOf(report, 'OrgnlPmtInfAndSts');
  const lines = groups.flatMap((group) => {
    const ofGroup = statusOf(group, 'PmtInfSts');
    return childrenOf(group, 'TxInfAndSts').map((line): StatusLine => {
      const own = statusOf(line, 'TxSts');
      const status = [own, ofGroup, whole].find(({ code }) => code !== '') ?? own;
      return {
        reference: textAt(line, 'OrgnlEndToEndId').slice(0, 35),
        isRejected: status.code === 'RJCT',
        says: (own.says || status.says).slice(0, 140),
        asked: askedIn(childAt(line, 'OrgnlTxRef', 'Amt', 'InstdAmt')),
      };
    });
  });
  // A file that is not even read is rejected as a whole, a group as a group: its payments are not named then.
  const silent = groups.filter((group) => childrenOf(group, 'TxInfAndSts').length === 0);
  const rejectedGroups = silent.flatMap((group): RejectedGroup[] => {
    const { code, says } = statusOf(group, 'PmtInfSts');
    return code === 'RJCT' ? [{ group: textAt(group, 'OrgnlPmtInfId'), says: (says || whole.says).slice(0, 140) }] : [];
  });
  const isWhole = whole.code === 'RJCT' && groups.length === 0;
  return {
    kind: 'status',
    reference,
    answers: textAt(report, 'OrgnlGrpInfAndSts', 'OrgnlMsgId'),
    rejected: isWhole ? [{ group: undefined, says: whole.says.slice(0, 140) }] : rejectedGroups,
    lines,
  };
}

function statusOf(node: XmlNode | undefined, name: string): { code: string; says: string } {
  const reasons = childrenOf(node, 'StsRsnInf').map((reason) =>
    [
      textAt(reason, 'Rsn', 'Cd') || textAt(reason, 'Rsn', 'Prtry'),
      ...childrenOf(reason, 'AddtlInf').map((text) => textAt({ text }, 'text')),
    ]
      .filter(Boolean)
      .join(' '),
  );
  return { code: textAt(node, name), says: reasons.join('; ') };
}

function readStatement(statement: XmlNode): BankMessage {
  const account = textAt(statement, 'Acct', 'Id', 'IBAN') || textAt(statement, 'Acct', 'Id', 'Othr', 'Id');
  const booked = childrenOf(statement, 'Ntry').filter((entry) => {
    const status = textAt(entry, 'Sts', 'Cd') || textAt(entry, 'Sts');
    return status === 'BOOK' || status === '';
  });
  return {
    kind: 'statement',
    reference: named(textAt(statement, 'Id')),
    account,
    lines: booked.flatMap(readEntry),
  };
}

/** An entry is one movement, or several payments that the bank took together. */
function readEntry(entry: XmlNode): StatementLine[] {
  const day = (textAt(entry, 'BookgDt', 'Dt') || textAt(entry, 'BookgDt', 'DtTm')).slice(0, 10);
  const details = childrenOf(entry, 'NtryDtls').flatMap((part) => childrenOf(part, 'TxDtls'));
  const isCharge = /^(?:CHRG|COMM|FEES)$/.test(textAt(entry, 'BkTxCd', 'Domn', 'Fmly', 'SubFmlyCd'));
  const whole = childAt(entry, 'Amt');
  const one = (detail: XmlNode | undefined): StatementLine => {
    const own = details.length > 1 ? childAt(detail, 'Amt') : whole;
    const isDebit = (textAt(detail, 'CdtDbtInd') || textAt(entry, 'CdtDbtInd')) === 'DBIT';
    const other = isDebit ? 'Cdtr' : 'Dbtr';
    const said = [
      textAt(detail, 'RmtInf', 'Ustrd'),
      textAt(detail, 'AddtlTxInf'),
      textAt(entry, 'AddtlNtryInf'),
      textAt(detail, 'RltdPties', other, 'Nm') || textAt(detail, 'RltdPties', other, 'Pty', 'Nm'),
    ];
    return {
      day,
      isDebit,
      amount: textOf(own),
      currency: currencyOf(own) || currencyOf(whole),
      fee: feeIn(detail) || (details.length > 1 ? '' : feeIn(entry)),
      reference: textAt(detail, 'Refs', 'EndToEndId').slice(0, 35),
      // Leading zeros are on the form only.
      check: textAt(detail, 'Refs', 'ChqNb').replace(/^0+/, '').slice(0, 12),
      asked: askedIn(childAt(detail, 'AmtDtls', 'InstdAmt', 'Amt')),
      isCharge,
      says: (said.find((words) => words !== '') ?? '').slice(0, 140),
      names: said.join(' '),
    };
  };
  return details.length === 0 ? [one(undefined)] : details.map(one);
}

const textOf = (node: XmlNode | undefined): string => (node === undefined ? '' : textAt({ node }, 'node'));
const currencyOf = (node: XmlNode | undefined): string =>
  node === undefined || typeof node === 'string' || typeof node['@Ccy'] !== 'string' ? '' : node['@Ccy'];
const askedIn = (node: XmlNode | undefined): Asked | undefined =>
  node === undefined ? undefined : { amount: textOf(node), currency: currencyOf(node) };

const feeIn = (node: XmlNode | undefined): string =>
  textAt(childAt(node, 'Chrgs'), 'TtlChrgsAndTaxAmt') || textAt(childAt(node, 'Chrgs', 'Rcrd'), 'Amt');

/** Every message of a bank has a name: by it it is known when it comes again. */
function named(reference: string): string {
  if (reference === '') throw new RequestError(422, 'problem.bank_file_unnamed');
  return reference.slice(0, 60);
}
