import type { PreviewReply } from '@obolus/contract/commands';
import { billNumberShape } from '@obolus/core/purchasing/billNumber';
import { formatAmount } from '@obolus/core/exact/amounts';
import { poolsReached } from '@obolus/core/purchasing/bill/decide';
import { refusal } from '@obolus/core/state/refusal';
import { loadLandedOn } from '../allocation.ts';
import { type DocumentCommand, lineAt } from '../documentCommand.ts';
import { citing, dimensionColumns, keyOf } from '../../storage/lineColumns.ts';
import { vendorIn } from '../readParts.ts';
import { readBillBody } from './readBody.ts';
import { writeBill } from './write.ts';
import { facts } from '../../storage/tables.ts';
import { stands } from '../../storage/load/rows.ts';
import { freeNumber, keepNumber, payableRow } from '../billNumbers.ts';
import { big, type Row, showAmount, text } from '../../queries/figures.ts';
import type { Difference } from '@obolus/core/purchasing/bill/command';
import { readBill } from '@obolus/core/purchasing/bill/read';
import { approvalOfBody, isApproved } from '../../storage/approvalRequests.ts';
import { paidElsewhereByPaper } from '../../billPapers/paidElsewhere.ts';
import { crossRateFacts, crossRateRows, viewCrossRate } from '../crossRates.ts';
import { holdFacts } from '../paymentHold.ts';
import { payeeFacts } from './payee.ts';
import { dueOf, instalmentFacts, instalmentRows } from './instalments.ts';
import { learnFromDraft } from './learn.ts';
import { loadBillNumber } from '../../storage/load/bills.ts';
import { loadChargeAllowances } from '../../storage/load/company.ts';
import { loadOrderLines } from '../../storage/load/orderLines.ts';
import { loadReceiptLines } from '../../storage/load/receiptLines.ts';
import { loadPayables } from '../../storage/load/payables.ts';
import { loadRates, loadTaxCodes } from '../../storage/load/setUp.ts';
import { wantFrom } from '../../storage/load/wanted.ts';
import { message, type MessageId } from '@obolus/messages/message';
import type { Shown } from '@obolus/contract/message';
import { inWords } from '../../asking/inWords.ts';

export const bill: DocumentCommand<'bill'> = {
  read: readBillBody,
  async load(command, loader) {
    await Promise.all([
      loadBillNumber(loader, command.vendor, command.reference, command.date),
      loadChargeAllowances(loader),
      loadTaxCodes(loader),
      loadPayables(
        loader,
        (command.disbursements ?? []).flatMap(({ of }) => (of === '' ? [] : [of])),
      ),
    ]);
    const cited = command.lines.map((line) => line.of);
    // One lock over orders and receipts together: a line may be either.
    await loadReceiptLines(loader, cited);
    const ahead = cited.filter((line) => loader.parts.receiptLines.get(line) === undefined);
    await loadOrderLines(loader, ahead);
    await loadReceiptLines(
      loader,
      ahead.flatMap((line) => (loader.parts.orderLines.get(line)?.receipts ?? []).map((received) => received.line)),
    );
    const { orderLines, receiptLines } = loader.parts;
    const ordered = cited.flatMap((line) => (receiptLines.get(line) ?? orderLines.get(line))?.currency ?? []);
    await loadRates(loader, [command.currency, ...ordered], command.date);
    const reached = new Set(poolsReached(loader.books(0n), command));
    for (const line of cited) {
      const received = loader.parts.receiptLines.get(line);
      if (received?.pool !== undefined && reached.has(received.pool)) wantFrom(loader, received.pool, received);
    }
  },
  // What a vendor delivered while it was in use is still billed.
  brings: (body) => (body.lines.length === 0 ? [vendorIn(body)] : []),
  header: ({ vendor, currency, reference, terms, due, instalments = [], another }) => ({
    isOwed: true,
    vendor,
    currency,
    reference: reference.trim(),
    ...(terms ? { terms } : {}),
    ...dueOf(due, instalments),
    ...(another ? { note: another.trim() } : {}),
  }),
  rows: (document, saving, { due }) => [
    {
      table: facts.billLine,
      rows: document.lines.map((line) => ({
        ...keyOf(line.id),
        ...(line.ahead || line.done
          ? { receipt_id: null, receipt_line_no: null }
          : citing('receipt', 'receipt_line_no', line.of)),
        ...(line.ahead || line.done
          ? citing('order', 'order_line_no', line.of)
          : { order_id: null, order_line_no: null }),
        quantity: line.quantity,
        price: line.price,
        discount: line.discount,
        difference: line.difference,
        amount: line.amount,
        in_order: line.inOrder,
        ordered: line.ordered,
        rate: line.rate,
        cleared: line.cleared,
        price_difference: line.priceDifference,
        payable: line.payable,
        tax: line.tax,
        done: line.done ? 1 : 0,
        waits: line.wait ? 1 : 0,
        reason: line.reason?.trim() ?? '',
      })),
    },
    {
      table: facts.billCharge,
      rows: document.charges.map((charge) => ({
        ...keyOf(charge.id),
        kind: charge.kind,
        amount: charge.documentAmount,
        base_amount: charge.amount,
        is_cost: charge.goes === 'goods' ? 1 : 0,
        of_return: charge.goes === 'return' ? 1 : 0,
        reason: charge.reason?.trim() ?? '',
      })),
    },
    {
      table: facts.billDisputed,
      rows: document.disputed.map((line) => ({
        ...keyOf(line.id),
        said: line.said,
        amount: line.documentAmount,
        base_amount: line.amount,
        decision: line.decision,
        reason: line.reason.trim(),
      })),
    },
    {
      table: facts.billDisbursement,
      rows: document.disbursements.map((line) => ({ ...keyOf(line.id), of_id: line.of, amount: line.amount })),
    },
    {
      table: facts.billExpense,
      rows: document.expenses.map((line) => ({
        ...keyOf(line.id),
        expense: line.expense,
        amount: line.documentAmount,
        base_amount: line.amount,
        ...dimensionColumns(line.dimensions ?? {}),
      })),
    },
    {
      table: facts.billTax,
      uncited: true,
      rows: (document.tax ?? []).map((tax, position) => ({
        ...lineAt(saving, position),
        amount: tax.amount,
        recoverable: tax.recoverable ? 1 : 0,
        self_assessed: tax.selfAssessed ? 1 : 0,
        with_discount: tax.withDiscount ? 1 : 0,
      })),
    },
    {
      table: facts.billWhole,
      uncited: true,
      rows: document.differs.map(({ kind, amount, reason }, position) => ({
        ...lineAt(saving, position),
        kind,
        amount,
        reason: reason.trim(),
      })),
    },
    crossRateRows(saving.id, document.crossRates),
    payableRow(saving, document.total),
    instalmentRows(document, saving, due),
    {
      table: facts.billRemitTo,
      rows: [document.remitTo].flatMap((to) =>
        to
          ? [{ document_id: saving.id, payee: to.payee, account: to.account, bank_code: to.bankCode, stated_by: to.by }]
          : [],
      ),
    },
  ],
  settle: ({ vendor, reference, numberKey, date, currency, total }, manager, saving) =>
    keepNumber(manager, vendor, numberKey, saving.id, {
      shape: billNumberShape(reference).slice(0, 60),
      date,
      currency,
      amount: total.amount.toString(),
    }),
  question: async (manager, { key, user, body }) => ({
    signedOff: key !== undefined && (await isApproved(manager, 'bill', key, body, user)),
    remitTo: await paidElsewhereByPaper(manager, key, body.vendor),
  }),
  preview: async (manager, { key, body, books, command, questioned }) => {
    const read = command && readBill(books, command);
    return {
      differences: (read?.differences ?? []).map(viewDifference(books.company.currency)),
      crossRates: (read?.crossRates ?? []).map(viewCrossRate),
      total: read ? formatAmount(read.total, body.currency) : null,
      approval: key === undefined ? '' : await approvalOfBody(manager, 'bill', key, body),
      asksPayee: questioned?.remitTo ?? null,
    };
  },
  alsoNeeds: ({ land }) => (land ? ['allocation'] : []),
  async loadFollowing({ land }, loader) {
    if (!land) return;
    await loadLandedOn(loader, land.to, land.bases, land.entry || undefined);
  },
  follows: ({ charges }, { land }) =>
    land
      ? [
          {
            kind: 'allocation',
            at: '/land',
            body: {
              date: land.date,
              to: land.to,
              charges: land.bases.map(({ charge, basis, limitedTo }) => ({
                of: charges[charge]?.id ?? '',
                basis,
                amount: '',
                fixed: [],
                ...(limitedTo ? { limitedTo } : {}),
              })),
              ...(land.more ? { more: true } : {}),
              ...(land.entry ? { entry: land.entry } : {}),
            },
          },
        ]
      : [],
  reversal: { settle: freeNumber },
  duplicate: {
    index: 'bill_number_once',
    refusal: ({ reference }) => refusal('bill_number_taken', '/reference', { number: reference }),
  },
  after: learnFromDraft,
  write: writeBill,
  total: ['bill_line', 'bill_charge', 'bill_expense', 'bill_tax', 'bill_disputed', 'bill_disbursement']
    .map((table) => `COALESCE((SELECT SUM(b.amount) FROM ${table} b WHERE b.document_id = d.id), 0)`)
    .join(' + '),
  trail: {
    label: 'document.trail_billed',
    from: 'order',
    roots: `SELECT COALESCE(b.order_id, l.order_id) AS id FROM bill_line b LEFT JOIN receipt_line l ON l.document_id = b.receipt_id AND l.line_no = b.receipt_line_no WHERE b.document_id = ?
      UNION SELECT l.order_id FROM allocation_share s JOIN receipt_line l ON l.document_id = s.receipt_id AND l.line_no = s.receipt_line_no WHERE s.charge_id = ?`,
    rows: `SELECT d.id, d.kind, d.number, d.date, o.currency, o.rate, b.amount FROM document o
      JOIN (SELECT l.order_id, b.document_id, b.in_order AS amount FROM receipt_line l JOIN bill_line b ON b.receipt_id = l.document_id AND b.receipt_line_no = l.line_no
            UNION ALL SELECT b.order_id, b.document_id, b.in_order FROM bill_line b) b ON b.order_id = o.id
      JOIN document d ON d.id = b.document_id WHERE o.id IN (?) AND ${stands('d.id')} ORDER BY d.id`,
  },
  facts: async (manager, id) => [
    ...(await crossRateFacts(manager, id)),
    ...(await instalmentFacts(manager, id)),
    ...(await holdFacts(manager, id)),
    ...(await payeeFacts(manager, id)),
  ],
  reference: 'document.vendor_number',
  labelOf: (row) => (row.is_tax ? message('document.tax') : text(row.item_name)),
  noteOf: decidedOf,
  lines: `SELECT l.line_no, l.quantity, l.price, COALESCE(r.per, ol.per) AS per, l.discount, l.amount, l.difference, l.price_difference, l.reason, IF(l.waits, 'wait', IF(l.order_id IS NOT NULL AND l.done = 0, 'ahead', '')) AS ahead, COALESCE(i.name, r.expense, ol.expense) AS item_name,
                COALESCE(i.number, '') AS item_number, COALESCE(i.unit, '') AS item_unit, o.id AS of_id, o.number AS of_number, l.line_no AS position, 0 AS is_tax
         FROM bill_line l LEFT JOIN receipt_line r ON r.document_id = l.receipt_id AND r.line_no = l.receipt_line_no
         LEFT JOIN ordered_line ol ON ol.document_id = l.order_id AND ol.line_no = l.order_line_no
         LEFT JOIN item i ON i.id = COALESCE(r.item_id, ol.item_id) JOIN document o ON o.id = COALESCE(l.receipt_id, l.order_id) WHERE l.document_id = ?
         UNION ALL SELECT l.line_no, NULL, NULL, NULL, NULL, l.amount, 'charge', NULL, l.reason, '', l.kind, '', '', NULL, NULL, l.line_no, 0 FROM bill_charge l WHERE l.document_id = ?
         UNION ALL SELECT l.line_no, NULL, NULL, NULL, NULL, l.amount, 'expense', NULL, '', '', l.expense, '', '', NULL, NULL, l.line_no, 0 FROM bill_expense l WHERE l.document_id = ?
         UNION ALL SELECT NULL, NULL, NULL, NULL, NULL, l.amount, CONCAT(IF(l.self_assessed, 'self-', ''), IF(l.recoverable, 'reclaimed', 'kept')), NULL, '', '', '', '', '', NULL, NULL, l.line_no + 100000, 1 FROM bill_tax l WHERE l.document_id = ?
         UNION ALL SELECT l.line_no, NULL, NULL, NULL, NULL, l.amount, IF(l.decision = 'credit', 'disputed-credit', 'disputed-not-ours'), NULL, l.reason, '', l.said, '', '', NULL, NULL, l.line_no, 0 FROM bill_disputed l WHERE l.document_id = ?
         UNION ALL SELECT l.line_no, NULL, NULL, NULL, NULL, l.amount, 'disbursement', NULL, '', '', o.reference, '', '', o.id, o.number, l.line_no, 0 FROM bill_disbursement l JOIN document o ON o.id = l.of_id WHERE l.document_id = ?
         ORDER BY position`,
};

/** How the difference of a line was decided, whether it is ahead of the goods, and why. */
function decidedOf(row: Row, baseCurrency: string): Shown[] {
  const difference = big(row.price_difference);
  const into = INTO[text(row.difference)];
  const ahead = AHEAD[text(row.ahead)];
  return [
    ...(row.quantity == null ? [inWords('purpose', text(row.difference))] : []),
    ...(difference !== 0n && into ? [message(into, { amount: { figure: showAmount(difference, baseCurrency) } })] : []),
    ...(ahead ? [message(ahead)] : []),
    ...(row.reason ? [text(row.reason)] : []),
  ];
}

const INTO: Readonly<Record<string, MessageId>> = {
  cost: 'document.into_cost',
  variance: 'document.to_variance',
  credit: 'document.asked_credit',
};
const AHEAD: Readonly<Record<string, MessageId>> = { wait: 'document.ahead_waits', ahead: 'document.ahead' };

const viewDifference =
  (currency: string) =>
  ({ at, kind, amount, allowed, outside }: Difference): PreviewReply['differences'][number] => ({
    at,
    kind,
    amount: formatAmount(amount, currency),
    outside,
    allowed: allowed === undefined ? null : formatAmount(allowed, currency),
  });
