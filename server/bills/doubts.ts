import type { EntityManager } from 'typeorm';
import { addDays } from '@obolus/core/exact/calendar';
import { documentAmount, formatAmount } from '@obolus/core/exact/amounts';
import { decimalsOf } from '@obolus/core/exact/currencies';
import { parseDecimal } from '@obolus/core/exact/decimal';
import type { SumName } from '../billPapers/addsUp.ts';
import type { BillPaper } from '../billPapers/billPaper.ts';
import { inWords } from '../billPapers/vocabulary.ts';
import { unknownCode } from '../papers/units.ts';
import { termsOfPaper } from './termsOfPaper.ts';
import type { BillableLine } from './openLines.ts';
import { doubtsOfReferences, type Twin } from './references.ts';
import { paidElsewhere } from '../billPapers/paidElsewhere.ts';
import { foldedName, isForUs } from '../papers/ours.ts';
import { isYes } from '../papers/readXml.ts';
import { big, type Row, text } from '../queries/figures.ts';
import { isOpen } from '../queries/openOfOrder.ts';
import { type Message, message, type MessageId, type Value } from '@obolus/messages/message';

const COMMERCIAL = '380';
const CREDIT_NOTE = '381';
/** Types that are said by name: partial, corrected, prepayment, self-billed, factored (UNTDID 1001). */
const KNOWN_TYPES = ['326', '384', '386', '389', '393'] as const;
/** How long after its date a paper is still entered without a look at it. */
const OLDEST_DAYS = 366;

/** A paper that waits, with what its vendor may bill now. */
export interface PaperAtHand {
  readonly id: string;
  readonly vendor: string;
  readonly paper: BillPaper;
  readonly open: readonly BillableLine[];
  /** What waits with the same number. */
  readonly twin: Twin | undefined;
}

/**
 * All that speaks against posting a paper unseen, whatever its figures come to. A paper for somebody else, one that is paid in
 * part, does not add up, or names an order which cannot be meant is looked at first.
 */
export async function doubtsOf(
  manager: EntityManager,
  { id, vendor, paper, open, twin }: PaperAtHand,
  today: string,
): Promise<Message[]> {
  const doubts = [
    doubtOfType(paper),
    doubtOfCopy(paper),
    doubtOfUnread(paper),
    await doubtOfPrepaid(manager, vendor, paper),
    ...doubtsOfAmounts(paper),
    doubtOfUnits(paper),
    doubtOfSums(paper),
    doubtOfDay(paper, today),
    await doubtOfSeller(manager, vendor, paper),
    await doubtOfSender(manager, id),
    await doubtOfBuyer(manager, paper),
    ...(await doubtsOfPayee(manager, vendor, paper)),
    ...(await termsOfPaper(manager, vendor, paper)).doubts,
    ...(await doubtsOfReferences(manager, vendor, paper, open)),
    twin && message('paper.doubt_twin', { number: twin.number, name: twin.name }),
  ];
  return doubts.filter((doubt) => doubt !== undefined);
}

function doubtOfType({ kind, besides: { typeCode } }: BillPaper): Message | undefined {
  if (typeCode === '' || typeCode === (kind === 'bill' ? COMMERCIAL : CREDIT_NOTE)) return undefined;
  const known = KNOWN_TYPES.find((type) => type === typeCode);
  if (known !== undefined) return message(`paper.doubt_type_${known}`);
  return message(`paper.doubt_type_${kind}`, { type: typeCode });
}

const doubtOfCopy = ({ besides: { copy } }: BillPaper): Message | undefined =>
  isYes(copy) ? message('paper.doubt_copy') : undefined;

/** So many values are named of those that nobody understands. */
const NAMED = 4;

function doubtOfUnread({ besides: { unread } }: BillPaper): Message | undefined {
  if (unread.length === 0) return undefined;
  const named = unread.slice(0, NAMED).map(({ path, says }) => `${inWords(path)}: ${says.slice(0, 40)}`);
  return message('paper.doubt_unread', { count: unread.length, what: { list: named } });
}

function doubtOfUnits({ lines }: BillPaper): Message | undefined {
  const codes = [...new Set(lines.flatMap(({ unit }) => unknownCode(unit) ?? []))];
  return codes.length === 0
    ? undefined
    : message('paper.doubt_units', { count: codes.length, codes: { list: codes.slice(0, NAMED) } });
}

/** What it says that is paid already is looked for among what was prepaid and is not used up. */
async function doubtOfPrepaid(
  manager: EntityManager,
  vendor: string,
  { besides: { prepaid }, currency }: BillPaper,
): Promise<Message | undefined> {
  if (!isSaid(prepaid)) return undefined;
  const open = (await manager.query(
    `SELECT d.number, x.amount FROM open_item x JOIN document d ON d.id = x.line_document_id WHERE x.vendor_id = ? AND ${isOpen('prepaid')} AND d.currency = ? ORDER BY d.id`,
    [vendor, currency],
  )) as Row[];
  const said = { amount: figureOrText(prepaid), currency };
  if (open.length === 0) return message('paper.doubt_prepaid', said);
  return message('paper.doubt_prepaid_open', {
    ...said,
    open: { figure: formatAmount(documentAmount(open.reduce((sum, row) => sum + big(row.amount), 0n)), currency) },
    numbers: { list: open.slice(0, NAMED).map((row) => text(row.number)) },
  });
}

function doubtsOfAmounts({ besides, currency, total }: BillPaper): Message[] {
  const named = [
    [besides.rounding, 'paper.doubt_rounding'],
    [besides.withheld, 'paper.doubt_withheld'],
  ] as const;
  const found = named
    .filter(([amount]) => isSaid(amount))
    .map(([amount, doubt]) => message(doubt, { amount: figureOrText(amount), currency }));
  const asked = currency === '' ? undefined : parseDecimal(besides.payable, decimalsOf(currency));
  if (asked?.ok && asked.scaled !== total)
    found.push(
      message('paper.doubt_payable', {
        payable: figureOrText(besides.payable),
        total: { figure: formatAmount(total, currency) },
        currency,
      }),
    );
  return found;
}

/** Each figure that its own parts do not make, the first of them with both. */
function doubtOfSums({ mismatches, currency }: BillPaper): Message | undefined {
  const [first] = mismatches;
  if (first === undefined) return undefined;
  const said = { says: { figure: first.says }, comesTo: { figure: first.comesTo }, currency };
  const lines = mismatches.flatMap(({ of }) => ('line' in of ? [of.line] : []));
  const sums = mismatches.flatMap(({ of }) => ('sum' in of ? [{ word: SUM_WORDS[of.sum] }] : []));
  if (lines.length === 0) return message('paper.doubt_sums', { what: { list: sums }, ...said });
  return sums.length === 0
    ? message('paper.doubt_lines', { count: lines.length, lines: { list: lines.slice(0, NAMED) }, ...said })
    : message('paper.doubt_lines_and_sums', {
        count: lines.length,
        lines: { list: lines.slice(0, NAMED) },
        what: { list: sums },
        ...said,
      });
}

const SUM_WORDS: Readonly<Record<SumName, MessageId>> = {
  lines: 'paper.sum_lines',
  allowances: 'paper.sum_allowances',
  charges: 'paper.sum_charges',
  net: 'paper.sum_net',
  taxed: 'paper.sum_taxed',
  category: 'paper.sum_category',
  tax: 'paper.sum_tax',
  gross: 'paper.sum_gross',
  payable: 'paper.sum_payable',
};

/** An amount of a paper, which may be anything. */
const figureOrText = (amount: string): Value => (parseDecimal(amount, 6).ok ? { figure: amount } : amount);

/** An amount that is there and is not plainly zero. */
function isSaid(amount: string): boolean {
  const parsed = parseDecimal(amount, 6);
  return amount !== '' && !(parsed.ok && parsed.scaled === 0n);
}

function doubtOfDay({ date }: BillPaper, today: string): Message | undefined {
  if (date > today) return message('paper.doubt_future', { date: { day: date } });
  return date !== '' && date < addDays(today, -OLDEST_DAYS)
    ? message('paper.doubt_old', { date: { day: date } })
    : undefined;
}

/** Whoever it says that it is from is the vendor that it was found to be of: an order's number alone is no name. */
async function doubtOfSeller(manager: EntityManager, vendor: string, paper: BillPaper): Promise<Message | undefined> {
  const [row] = (await manager.query('SELECT name, number, mail, tax_number, gln FROM vendor WHERE id = ?', [
    vendor,
  ])) as Row[];
  const known = [row?.name, row?.number, row?.mail, row?.tax_number, row?.gln].map((name) => foldedName(text(name)));
  if (paper.vendor.some((name) => known.includes(foldedName(name)))) return undefined;
  const [seller] = paper.vendor;
  return seller === undefined ? message('paper.doubt_seller_unsaid') : message('paper.doubt_seller', { seller });
}

/** A mail comes from where the vendor has its address: of one that comes from elsewhere somebody says that it is right. */
async function doubtOfSender(manager: EntityManager, id: string): Promise<Message | undefined> {
  const [row] = (await manager.query(
    "SELECT p.sender, v.mail FROM incoming_paper p JOIN vendor v ON v.id = p.vendor_id WHERE p.id = ? AND p.came = 'mail' AND v.mail <> ''",
    [id],
  )) as Row[];
  if (!row || domainOf(text(row.sender)) === domainOf(text(row.mail))) return undefined;
  return message('paper.doubt_sender', { sender: text(row.sender) || '–', mail: text(row.mail) });
}

const domainOf = (address: string): string => foldedName(address.slice(address.lastIndexOf('@') + 1));

/** It is made out to the company. Rows of a stack cannot say whom they are made out to. */
async function doubtOfBuyer(
  manager: EntityManager,
  { besides: { buyer, typeCode } }: BillPaper,
): Promise<Message | undefined> {
  if (buyer.length === 0) return typeCode === '' ? undefined : message('paper.doubt_no_buyer');
  return (await isForUs(manager, buyer)) ? undefined : message('paper.doubt_buyer', { buyer: buyer[0] ?? '' });
}

/** Whom it is to be paid to is the vendor, and the account is the one on file. */
async function doubtsOfPayee(manager: EntityManager, vendor: string, { besides }: BillPaper): Promise<Message[]> {
  const elsewhere = await paidElsewhere(manager, vendor, besides);
  return [
    ...(elsewhere?.payee ? [message('paper.doubt_payee', { payee: elsewhere.payee })] : []),
    ...(elsewhere?.account ? [message('paper.doubt_account', { account: elsewhere.account })] : []),
  ];
}
