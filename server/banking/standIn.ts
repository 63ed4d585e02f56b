import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import type { EntityManager } from 'typeorm';
import { XMLBuilder } from 'fast-xml-parser';
import { validateXML } from 'xmllint-wasm';
import { across, documentAmount, formatAmount, ONE_TO_ONE, rate, type Rate } from '@obolus/core/exact/amounts';
import { parseDecimal } from '@obolus/core/exact/decimal';
import { decimalsOf } from '@obolus/core/exact/currencies';
import { childAt, childrenOf, readXml, textAt, type XmlNode } from '../papers/readXml.ts';
import { big, type Row, text } from '../queries/figures.ts';
import type { CheckPaper } from '../papers/checkPaper.ts';
import { baseCurrency } from '../setUp/baseCurrency.ts';

/*
 * A bank that ships with the application instead of the company's own (docs/configuration.md). It takes files of credit transfers like every bank, answers
 * with a status report, and gives statements of the account. It knows nothing of the books but what the file says, and the rates of exchange.
 */

/** Transfers in another currency cost this much each, in minor units of the account's currency; keeping the account costs it with every statement. */
const FEE = 1500n;
const KEEPING = 650n;
/** The bank sells foreign money dearer than the rate of the day, by so many parts in a thousand. */
const DEARER = 4n;

/** What the last signs of a payee's account make the bank answer. */
const REJECTS: readonly { ends: string; code: string; says: string }[] = [
  { ends: '0404', code: 'AC04', says: 'The account is closed' },
  { ends: '0505', code: 'BE01', says: 'The name does not belong to the account' },
];

interface Order {
  readonly reference: string;
  /** The number of the check that it is; a transfer where there is none. */
  readonly check?: string;
  readonly amount: bigint;
  readonly currency: string;
  readonly name: string;
  readonly account: string;
}

const SCHEMA = createRequire(import.meta.url).resolve('@obolus/server/schemas/pain.001.001.09.xsd');

/** What is wrong with a file by the schema of ISO 20022; nothing where it is valid. */
export async function problemsOfTransfers(content: string): Promise<string[]> {
  const schema = await readFile(SCHEMA, 'utf8');
  const { errors } = await validateXML({
    xml: { fileName: 'run.xml', contents: content },
    schema: { fileName: 'pain.001.001.09.xsd', contents: schema },
  });
  return errors.map(({ message }) => message);
}

/** The bank takes a file: its answer, and the next statement of the account, are ready at once. */
export async function sendToStandIn(manager: EntityManager, content: string, at: string): Promise<void> {
  const problems = await problemsOfTransfers(content);
  const initiation = childAt(readXml(Buffer.from(content)), 'Document', 'CstmrCdtTrfInitn');
  const message = textAt(initiation, 'GrpHdr', 'MsgId');
  const groups = childrenOf(initiation, 'PmtInf');
  await ready(manager, `${message}-status.xml`, statusReport(message, groups, problems), at);
  if (problems.length > 0) return;
  const home = await baseCurrency(manager);
  const [first] = groups;
  // The file says in what currency the account is kept.
  const kept = textAt(first, 'DbtrAcct', 'Ccy') || home;
  const entries: Entry[] = [];
  for (const group of groups) {
    const day = textAt(group, 'ReqdExctnDt', 'Dt');
    for (const order of ordersIn(group)) {
      if (rejectOf(order)) continue;
      const isForeign = order.currency !== kept;
      const fee = isForeign ? FEE : 0n;
      const rateOf = (currency: string) => dayRate(manager, currency, home, day);
      const sold = across(
        documentAmount(order.amount),
        { currency: order.currency, rate: isForeign ? dearer(await rateOf(order.currency)) : ONE_TO_ONE },
        { currency: kept, rate: isForeign ? await rateOf(kept) : ONE_TO_ONE },
      );
      entries.push({ order, day, fee, took: sold + fee });
    }
  }
  await ready(manager, `${message}-statement.xml`, statement(message, accountIn(first, 'DbtrAcct'), kept, entries), at);
}

/** Whoever has these checks cashes them: a statement of the account is ready with them, by their numbers. */
export async function cashAtStandIn(
  manager: EntityManager,
  checks: readonly CheckPaper[],
  day: string,
  at: string,
): Promise<void> {
  const [first] = checks;
  if (!first) return;
  const message = `CHK-${first.number}-${checks.at(-1)?.number}`;
  const entries = checks.map(({ number, amount, currency, payee, bank }): Entry => {
    const parsed = parseDecimal(amount, decimalsOf(currency));
    const took = parsed.ok ? parsed.scaled : 0n;
    const order = { reference: '', check: number, amount: took, currency, name: payee.name, account: bank.account };
    return { order, day, took, fee: 0n };
  });
  await ready(manager, `${message}.xml`, statement(message, first.bank.account, first.currency, entries), at);
}

const ready = (manager: EntityManager, name: string, content: string, at: string): Promise<unknown> =>
  manager.query('INSERT INTO bank_stand_in (name, content, ready_at) VALUES (?, ?, ?)', [name, content, at]);

/** What the bank has ready that nobody fetched, in its order; it stays ready until it was read. */
export async function readyAtStandIn(manager: EntityManager): Promise<{ id: string; name: string; content: Buffer }[]> {
  const rows: Row[] = await manager.query('SELECT id, name, content FROM bank_stand_in WHERE fetched = 0 ORDER BY id');
  return rows.map((row) => ({ id: text(row.id), name: text(row.name), content: Buffer.from(text(row.content)) }));
}

export const fetchedFromStandIn = (manager: EntityManager, id: string): Promise<unknown> =>
  manager.query('UPDATE bank_stand_in SET fetched = 1 WHERE id = ?', [id]);

const dearer = (of: Rate): Rate => rate((of * (1000n + DEARER)) / 1000n);

async function dayRate(manager: EntityManager, currency: string, home: string, day: string): Promise<Rate> {
  if (currency === home) return ONE_TO_ONE;
  const [row] = (await manager.query(
    'SELECT rate FROM exchange_rate WHERE currency = ? AND from_day <= ? ORDER BY from_day DESC LIMIT 1',
    [currency, day],
  )) as Row[];
  return rate(big(row?.rate));
}

const accountIn = (node: XmlNode | undefined, name: string): string =>
  textAt(node, name, 'Id', 'IBAN') || textAt(node, name, 'Id', 'Othr', 'Id');

const ordersIn = (group: XmlNode): Order[] =>
  childrenOf(group, 'CdtTrfTxInf').map((transfer) => {
    const amount = childAt(transfer, 'Amt', 'InstdAmt');
    const currency = typeof amount === 'object' && typeof amount['@Ccy'] === 'string' ? amount['@Ccy'] : '';
    const parsed = parseDecimal(textAt(transfer, 'Amt', 'InstdAmt'), decimalsOf(currency));
    return {
      reference: textAt(transfer, 'PmtId', 'EndToEndId'),
      amount: parsed.ok ? parsed.scaled : 0n,
      currency,
      name: textAt(transfer, 'Cdtr', 'Nm'),
      account: accountIn(transfer, 'CdtrAcct'),
    };
  });

const rejectOf = ({ account }: Order) => REJECTS.find(({ ends }) => account.endsWith(ends));

const builder = new XMLBuilder({ ignoreAttributes: false, format: true, suppressEmptyNode: true });
const xml = (name: string, content: object): string =>
  builder.build({
    '?xml': { '@_version': '1.0', '@_encoding': 'UTF-8' },
    Document: { '@_xmlns': `urn:iso:std:iso:20022:tech:xsd:${name}`, ...content },
  });
const money = (amount: bigint, currency: string) => ({
  '#text': formatAmount(documentAmount(amount), currency),
  '@_Ccy': currency,
});

function statusReport(message: string, groups: readonly XmlNode[], problems: readonly string[]): string {
  const [problem] = problems;
  return xml('pain.002.001.10', {
    CstmrPmtStsRpt: {
      GrpHdr: { MsgId: `${message}-S` },
      OrgnlGrpInfAndSts: {
        OrgnlMsgId: message,
        OrgnlMsgNmId: 'pain.001.001.09',
        GrpSts: problem === undefined ? 'PART' : 'RJCT',
        ...(problem === undefined ? {} : { StsRsnInf: { Rsn: { Cd: 'FF01' }, AddtlInf: problem.slice(0, 105) } }),
      },
      OrgnlPmtInfAndSts: groups.map((group) => ({
        OrgnlPmtInfId: textAt(group, 'PmtInfId'),
        TxInfAndSts: ordersIn(group).map((order) => {
          const reject = problem === undefined ? rejectOf(order) : undefined;
          return {
            OrgnlEndToEndId: order.reference,
            ...(problem === undefined ? { TxSts: reject ? 'RJCT' : 'ACSP' } : {}),
            ...(reject ? { StsRsnInf: { Rsn: { Cd: reject.code }, AddtlInf: reject.says } } : {}),
            OrgnlTxRef: { Amt: { InstdAmt: money(order.amount, order.currency) } },
          };
        }),
      })),
    },
  });
}

interface Entry {
  readonly order: Order;
  readonly day: string;
  readonly took: bigint;
  readonly fee: bigint;
}

function statement(message: string, account: string, kept: string, entries: readonly Entry[]): string {
  const code = (family: string, sub: string) => ({ Domn: { Cd: 'PMNT', Fmly: { Cd: family, SubFmlyCd: sub } } });
  const day = entries.at(-1)?.day;
  return xml('camt.053.001.08', {
    BkToCstmrStmt: {
      GrpHdr: { MsgId: `${message}-M` },
      Stmt: {
        Id: `${message}-A`,
        Acct: { Id: { Othr: { Id: account } }, Ccy: kept },
        Ntry: [
          ...entries.map(({ order, day: booked, took, fee }) => ({
            Amt: money(took, kept),
            CdtDbtInd: 'DBIT',
            Sts: { Cd: 'BOOK' },
            BookgDt: { Dt: booked },
            BkTxCd: order.check === undefined ? code('ICDT', 'XBCT') : code('ICHQ', 'CCHQ'),
            NtryDtls: {
              TxDtls: {
                Refs: order.check === undefined ? { EndToEndId: order.reference } : { ChqNb: order.check },
                AmtDtls: { InstdAmt: { Amt: money(order.amount, order.currency) } },
                ...(fee === 0n ? {} : { Chrgs: { TtlChrgsAndTaxAmt: money(fee, kept) } }),
                RltdPties: { Cdtr: { Nm: order.name } },
              },
            },
          })),
          ...(day === undefined
            ? []
            : [
                {
                  Amt: money(KEEPING, kept),
                  CdtDbtInd: 'DBIT',
                  Sts: { Cd: 'BOOK' },
                  BookgDt: { Dt: day },
                  BkTxCd: code('MDOP', 'CHRG'),
                  AddtlNtryInf: 'Keeping of the account',
                },
              ]),
        ],
      },
    },
  });
}
