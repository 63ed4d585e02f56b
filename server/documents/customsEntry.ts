import { type BaseAmount, formatAmount, formatRate, rate } from '@obolus/core/exact/amounts';
import { citing, keyOf } from '../storage/lineColumns.ts';
import { facts } from '../storage/tables.ts';
import { big, type Row, showAmount, text } from '../queries/figures.ts';
import { type DocumentCommand, lineAt } from './documentCommand.ts';
import { loadCustomsEntry } from '../storage/load/customs.ts';
import { loadDeclared } from '../storage/load/declared.ts';
import { viewCharged } from '../customs/charged.ts';
import { payableRow } from './billNumbers.ts';
import { vendorIn } from './readParts.ts';
import { message } from '@obolus/messages/message';
import type { Shown } from '@obolus/contract/message';

export const customsEntry: DocumentCommand<'customs-entry'> = {
  read: (body, reader, { baseCurrency }) => {
    const stated = (amount: string, at: string) => (amount === '' ? undefined : reader.base(amount, baseCurrency, at));
    return {
      kind: 'customs-entry',
      date: body.date,
      entered: body.entered,
      reference: reader.given(body.reference, '/reference'),
      vendor: body.vendor,
      authority: body.authority,
      corrects: body.corrects || undefined,
      charges: body.charges.map(({ kind, amount }, position) => ({
        kind,
        amount: reader.base(amount, baseCurrency, `/charges/${position}/amount`),
      })),
      rates: body.rates.map((row, position) => ({
        currency: row.currency,
        rate: reader.rate(row.rate, `/rates/${position}/rate`),
      })),
      lines: body.lines.map((line, position) => ({
        goods: line.goods,
        code: line.code.trim(),
        origin: line.origin || undefined,
        preference: line.preference,
        value: stated(line.value, `/lines/${position}/value`),
        duty: stated(line.duty, `/lines/${position}/duty`),
        importTax: stated(line.importTax, `/lines/${position}/importTax`),
        additions: stated(line.additions ?? '', `/lines/${position}/additions`),
      })),
    };
  },
  async load({ lines, corrects }, loader) {
    if (corrects !== undefined) await loadCustomsEntry(loader, corrects);
    await loadDeclared(
      loader,
      lines.flatMap(({ goods }) => goods),
    );
  },
  // What the schedule has is for whoever enters it: posting rests on nothing of it.
  preview: async (manager, { books, command }) =>
    command ? { charged: await viewCharged(manager, books, command, command.lines) } : {},
  brings: ({ vendor, authority }) => [vendorIn({ vendor }), vendorIn({ vendor: authority })],
  // Whoever it is owed to is the party of the document; the broker is, where it only states.
  header: ({ vendor, authority, reference }) => ({
    vendor: authority || vendor || undefined,
    reference: reference.trim(),
    ...(authority ? { isOwed: true } : {}),
  }),
  reference: 'document.entry_number',
  rows: ({ lines, rates, charges, entered, vendor, corrects, total }, saving) => [
    {
      table: facts.customsEntry,
      rows: [{ document_id: saving.id, entered, broker_id: vendor || null, corrects_id: corrects ?? null }],
    },
    {
      table: facts.billCharge,
      rows: charges.map(({ id, kind, amount, isCost }) => ({
        ...keyOf(id),
        kind,
        amount,
        base_amount: amount,
        is_cost: isCost ? 1 : 0,
        reason: '',
      })),
    },
    ...(total === 0n ? [] : [payableRow(saving, { amount: total, base: total })]),
    {
      table: facts.customsEntryLine,
      rows: lines.map((line, position) => ({
        ...lineAt(saving, position),
        code: line.code,
        origin: line.origin ?? null,
        preference: line.preference ?? null,
        value: line.value ?? null,
        duty: line.duty ?? null,
        import_tax: line.importTax ?? null,
        additions: line.additions ?? null,
      })),
    },
    {
      table: facts.customsEntryGoods,
      rows: lines.flatMap(({ goods }, position) =>
        goods.map((line) => ({
          document_id: saving.id,
          entry_line_no: position + 1,
          ...citing('goods', 'goods_line_no', line),
        })),
      ),
    },
    { table: facts.customsEntryRate, rows: rates.map((row) => ({ document_id: saving.id, ...row })) },
  ],
  write: ({ date, entered, reference, vendor, authority, corrects, rates, lines, charges }, names) => {
    const stated = (amount: BaseAmount | undefined) =>
      amount === undefined ? '' : formatAmount(amount, names.baseCurrency);
    return {
      date,
      entered,
      reference,
      vendor: names.vendor(vendor),
      authority: names.vendor(authority),
      ...(corrects === undefined ? {} : { corrects: names.document(corrects) }),
      charges: charges.map(({ kind, amount }) => ({ kind, amount: stated(amount) })),
      rates: rates.map((row) => ({ currency: row.currency, rate: formatRate(row.rate) })),
      lines: lines.map(({ goods, code, origin = '', preference, value, duty, importTax, additions }) => ({
        goods: goods.map((line) => names.line(line)),
        code,
        origin,
        ...(preference === undefined ? {} : { preference }),
        value: stated(value),
        duty: stated(duty),
        importTax: stated(importTax),
        ...(additions === undefined ? {} : { additions: stated(additions) }),
      })),
    };
  },
  async facts(manager, id) {
    const [entry] = (await manager.query(
      `SELECT e.entered, b.name AS broker, c.number AS corrects FROM customs_entry e LEFT JOIN vendor b ON b.id = e.broker_id LEFT JOIN document c ON c.id = e.corrects_id
       WHERE e.document_id = ?`,
      [id],
    )) as Row[];
    const rates: Row[] = await manager.query(
      'SELECT currency, rate FROM customs_entry_rate WHERE document_id = ? ORDER BY currency',
      [id],
    );
    return [
      { name: message('document.entered_on'), value: message('document.day', { day: { day: text(entry?.entered) } }) },
      ...(entry?.broker == null ? [] : [{ name: message('document.broker'), value: text(entry.broker) }]),
      ...(entry?.corrects == null ? [] : [{ name: message('document.corrects'), value: text(entry.corrects) }]),
      ...rates.map((row) => ({
        name: message('document.customs_rate', { currency: text(row.currency) }),
        value: message('document.figure', { figure: { figure: formatRate(rate(big(row.rate))) } }),
      })),
    ];
  },
  noteOf: (row, currency) => [
    ...(row.value == null
      ? []
      : [message('document.customs_value', { amount: { figure: showAmount(row.value, currency) } })]),
    ...(row.import_tax == null
      ? []
      : [message('document.import_tax', { amount: { figure: showAmount(row.import_tax, currency) } })]),
    ...(row.preference == null
      ? []
      : [message(Number(row.preference) ? 'document.preference' : 'document.no_preference')]),
    ...goodsOf(text(row.goods)),
  ],
  labelOf: (row) => (row.item_name ? text(row.item_name) : message('document.no_tariff_code')),
  lines: `SELECT l.line_no, COALESCE(l.duty, 0) AS amount, l.value, l.import_tax, l.preference, COALESCE(l.origin, '') AS item_number, '' AS item_unit, NULL AS of_id,
            l.code AS item_name,
            (SELECT GROUP_CONCAT(CONCAT(i.name, ' ', o.number) ORDER BY g.goods_id, g.goods_line_no SEPARATOR '|') FROM customs_entry_goods g JOIN document o ON o.id = g.goods_id
             JOIN movement m ON m.document_id = g.goods_id AND m.line_no = g.goods_line_no JOIN pool p ON p.id = m.pool_id JOIN item i ON i.id = p.item_id
             WHERE g.document_id = l.document_id AND g.entry_line_no = l.line_no) AS goods
          FROM customs_entry_line l WHERE l.document_id = ?
          UNION ALL SELECT c.line_no, c.amount, NULL, NULL, NULL, '', '', NULL, k.name, NULL FROM bill_charge c LEFT JOIN charge_kind k ON k.code = c.kind
            WHERE c.document_id = ? AND c.line_no > (SELECT MAX(l.line_no) FROM customs_entry_line l WHERE l.document_id = c.document_id) AND NOT (c.kind = 'duty')
          ORDER BY line_no`,
};

const NAMED = 12;

/** The goods of a line by name, the first of many. */
function goodsOf(goods: string): Shown[] {
  const names = goods.split('|').filter(Boolean);
  const more = names.length - NAMED;
  return [...names.slice(0, NAMED), ...(more > 0 ? [message('document.and_more', { more })] : [])];
}
