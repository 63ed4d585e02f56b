import { type BaseAmount, formatAmount, formatRate, rate } from '@obolus/core/exact/amounts';
import { citing } from '../storage/lineColumns.ts';
import { facts } from '../storage/tables.ts';
import { big, type Row, showAmount, text } from '../queries/figures.ts';
import { type DocumentCommand, lineAt } from './documentCommand.ts';
import { loadDeclared, viewCharged } from '../customs/charged.ts';
import { vendorIn } from './readParts.ts';
import { message } from '@obolus/messages/message';
import type { Shown } from '@obolus/contract/message';

export const customsEntry: DocumentCommand<'customs-entry'> = {
  read: (body, reader, { baseCurrency }) => {
    const stated = (amount: string, at: string) => (amount === '' ? undefined : reader.base(amount, baseCurrency, at));
    return {
      kind: 'customs-entry',
      date: body.date,
      reference: reader.given(body.reference, '/reference'),
      vendor: body.vendor,
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
      })),
    };
  },
  load: ({ lines }, loader) => loadDeclared(loader, lines),
  // What the schedule has is for whoever enters it: posting rests on nothing of it.
  preview: async (manager, { books, command }) =>
    command ? { charged: await viewCharged(manager, books, command, command.lines) } : {},
  brings: (body) => [vendorIn(body)],
  header: ({ vendor, reference }) => ({ vendor: vendor || undefined, reference: reference.trim() }),
  reference: 'document.entry_number',
  rows: ({ lines, rates }, saving) => [
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
  write: ({ date, reference, vendor, rates, lines }, names) => {
    const stated = (amount: BaseAmount | undefined) =>
      amount === undefined ? '' : formatAmount(amount, names.baseCurrency);
    return {
      date,
      reference,
      vendor: names.vendor(vendor),
      rates: rates.map((row) => ({ currency: row.currency, rate: formatRate(row.rate) })),
      lines: lines.map(({ goods, code, origin = '', preference, value, duty, importTax }) => ({
        goods: goods.map((line) => names.line(line)),
        code,
        origin,
        ...(preference === undefined ? {} : { preference }),
        value: stated(value),
        duty: stated(duty),
        importTax: stated(importTax),
      })),
    };
  },
  async facts(manager, id) {
    const rows: Row[] = await manager.query(
      'SELECT currency, rate FROM customs_entry_rate WHERE document_id = ? ORDER BY currency',
      [id],
    );
    return rows.map((row) => ({
      name: message('document.customs_rate', { currency: text(row.currency) }),
      value: message('document.figure', { figure: { figure: formatRate(rate(big(row.rate))) } }),
    }));
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
          FROM customs_entry_line l WHERE l.document_id = ? ORDER BY l.line_no`,
};

const NAMED = 12;

/** The goods of a line by name, the first of many. */
function goodsOf(goods: string): Shown[] {
  const names = goods.split('|').filter(Boolean);
  const more = names.length - NAMED;
  return [...names.slice(0, NAMED), ...(more > 0 ? [message('document.and_more', { more })] : [])];
}
