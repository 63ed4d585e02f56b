import { BASIS_NAMES } from '@obolus/contract/kinds/allocation';
import type { Basis } from '@obolus/core/charges/basis';
import type { LineId } from '@obolus/core/costing/pool';
import { formatAmount, formatQuantity } from '@obolus/core/exact/amounts';
import type { DocumentOf } from '@obolus/core/posting/kinds';
import { citing, keyOf } from '../storage/lineColumns.ts';
import { facts } from '../storage/tables.ts';
import { stands } from '../storage/load/rows.ts';
import { big, showAmount, text } from '../queries/figures.ts';
import { changedSince } from '../queries/valueChangedSince.ts';
import { type DocumentCommand, lineAt, type Saving } from './documentCommand.ts';
import { ITEM } from './lineQueries.ts';
import { given } from './writeParts.ts';
import { loadCharges } from '../storage/load/charges.ts';
import { loadCustomsEntry } from '../storage/load/customs.ts';
import type { BooksLoader } from '../storage/load/loader.ts';
import { loadDeclared } from '../storage/load/declared.ts';
import { loadTariff } from '../storage/load/setUp.ts';
import { wantFrom } from '../storage/load/wanted.ts';
import { message } from '@obolus/messages/message';

/**
 * The goods that charges go onto, with what they are in; where a charge is shared by duty, the schedule, and the goods that the customs entry
 * declares beside these, since it may be limited as a whole.
 */
export async function loadLandedOn(
  loader: BooksLoader,
  to: readonly LineId[],
  charges: readonly { readonly basis: Basis }[],
  entry: string | undefined,
): Promise<void> {
  const byDuty = charges.some(({ basis }) => basis === 'duty');
  if (entry !== undefined) await loadCustomsEntry(loader, entry);
  const declared = entry === undefined || !byDuty ? undefined : loader.parts.customsEntries.get(entry)?.declared;
  const goods = [...new Set([...to, ...(declared?.keys() ?? [])])];
  await loadDeclared(loader, goods);
  if (byDuty)
    await loadTariff(
      loader,
      goods.map((line) => {
        const item = loader.parts.receiptLines.get(line)?.bought.item ?? loader.parts.stockLines.get(line)?.item;
        return loader.parts.items.get(item ?? '')?.tariffCode;
      }),
    );
  for (const line of to) {
    const landed = loader.parts.receiptLines.get(line) ?? loader.parts.stockLines.get(line);
    if (landed?.pool !== undefined) wantFrom(loader, landed.pool, landed);
  }
}

/** A row for each share. Written for sheets of thousands of lines: what all shares of a line or of a charge say is worked out once. */
function shareRows({ to, shares, charges }: DocumentOf['allocation'], { id }: Saving): object[] {
  const lines = to.map(keyOf);
  return shares.flatMap(({ charge, basis, amounts, varied }, asked) => {
    const { document_id: chargeId, line_no: chargeLine } = keyOf(charge);
    const byHand = new Set(charges[asked]?.fixed.map(({ line }) => line));
    return lines.map(({ document_id: receiptId, line_no: receiptLine }, position) => ({
      document_id: id,
      line_no: asked * lines.length + position + 1,
      charge_id: chargeId,
      charge_line_no: chargeLine,
      receipt_id: receiptId,
      receipt_line_no: receiptLine,
      basis,
      by_hand: byHand.has(to[position] ?? ''),
      amount: amounts[position] ?? 0n,
      varied: varied[position] ?? 0n,
    }));
  });
}

function estimateUseRows({ to, shares }: DocumentOf['allocation'], saving: Saving): object[] {
  const uses = shares.flatMap(({ kind, estimatesUsed }) =>
    to.flatMap((line, position) => {
      const amount = estimatesUsed[position] ?? 0n;
      return amount === 0n ? [] : [{ ...citing('receipt', 'receipt_line_no', line), kind, amount }];
    }),
  );
  return uses.map((row, position) => ({ ...lineAt(saving, position), ...row }));
}

/** With so many shares an allocation takes long. */
const MANY = 2_000;

export const allocation: DocumentCommand<'allocation'> = {
  isLong: ({ to, charges }) => (to.length * charges.length > MANY ? 'ahead' : undefined),
  read: (body, reader, { baseCurrency }) => ({
    kind: 'allocation',
    date: body.date,
    to: body.to,
    charges: body.charges.map((charge, position) => ({
      of: charge.of,
      basis: charge.basis,
      amount:
        charge.amount === '' ? undefined : reader.base(charge.amount, baseCurrency, `/charges/${position}/amount`),
      fixed: charge.fixed.map((share, at) => ({
        line: share.line,
        amount: reader.base(share.amount, baseCurrency, `/charges/${position}/fixed/${at}/amount`),
      })),
      limitedTo: charge.limitedTo,
      difference: charge.difference,
      density: charge.density ? reader.quantity(charge.density, `/charges/${position}/density`) : undefined,
    })),
    more: body.more,
    entry: body.entry || undefined,
  }),
  async load(command, loader) {
    await loadCharges(
      loader,
      command.charges.map((charge) => charge.of),
    );
    await loadLandedOn(loader, command.to, command.charges, command.entry);
  },
  header: () => ({}),
  rows: (document, saving) => [
    { table: facts.allocationShare, rows: shareRows(document, saving) },
    { table: facts.allocation, rows: [{ document_id: saving.id, entry_id: document.entry ?? null }] },
    { table: facts.estimateUse, rows: estimateUseRows(document, saving) },
  ],
  shows: ({ shares }, { company }) => ({
    // All others are known to whoever asks without the tariff schedule.
    shares: shares
      .filter(({ basis }) => basis === 'duty')
      .map(({ charge, amounts }) => ({
        charge,
        amounts: amounts.map((amount) => formatAmount(amount, company.currency)),
      })),
  }),
  write: ({ date, to, charges, more, entry }, names) => ({
    date,
    to: to.map((line) => names.line(line)),
    charges: charges.map(({ of, basis, density, difference, amount, fixed, limitedTo }) => ({
      of: names.line(of),
      basis,
      ...given('density', density && formatQuantity(density)),
      ...given('difference', difference),
      amount: amount === undefined ? '' : formatAmount(amount, names.baseCurrency),
      fixed: fixed.map((share) => ({
        line: names.line(share.line),
        amount: formatAmount(share.amount, names.baseCurrency),
      })),
      ...(limitedTo === undefined ? {} : { limitedTo: limitedTo.map((line) => names.line(line)) }),
    })),
    ...(more ? { more } : {}),
    ...given('entry', entry && names.document(entry)),
  }),
  trail: {
    label: 'document.trail_charges',
    from: 'order',
    roots: `SELECT l.order_id AS id FROM allocation_share s JOIN receipt_line l ON l.document_id = s.receipt_id AND l.line_no = s.receipt_line_no WHERE s.document_id = ?`,
    rows: `SELECT d.id, d.kind, d.number, d.date, s.amount FROM receipt_line l JOIN allocation_share s ON s.receipt_id = l.document_id AND s.receipt_line_no = l.line_no
      JOIN document d ON d.id = s.document_id WHERE l.order_id IN (?) AND ${stands('d.id')} ORDER BY d.id`,
  },
  noteOf: (row, baseCurrency) => [
    text(row.kind),
    message(BASIS_NAMES[Number(row.by_hand) ? 'manual' : (text(row.basis) as Basis)]),
    ...(big(row.varied) === 0n
      ? []
      : [message('document.varied', { amount: { figure: showAmount(row.varied, baseCurrency) } })]),
    ...(big(row.changed) === 0n
      ? []
      : [message('document.changed_since', { amount: { figure: showAmount(row.changed, baseCurrency) } })]),
  ],
  lines: `SELECT l.line_no, l.amount, l.basis, l.by_hand, l.varied, ${changedSince('l')} AS changed, c.kind, ${ITEM}, o.id AS of_id, o.number AS of_number FROM allocation_share l
               JOIN bill_charge c ON c.document_id = l.charge_id AND c.line_no = l.charge_line_no JOIN movement r ON r.document_id = l.receipt_id AND r.line_no = l.receipt_line_no
               JOIN pool p ON p.id = r.pool_id JOIN item i ON i.id = p.item_id JOIN document o ON o.id = l.receipt_id WHERE l.document_id = ? ORDER BY l.line_no`,
};
