import type { EntityManager } from 'typeorm';
import type { BodyOf, DocumentKind } from '@obolus/contract/kinds/kinds';
import { FOUND_NAMES } from '@obolus/contract/kinds/vendorStatement';
import type { PreviewReply } from '@obolus/contract/commands';
import { documentAmount, formatAmount } from '@obolus/core/exact/amounts';
import { isDay } from '@obolus/core/exact/calendar';
import { decimalsOf } from '@obolus/core/exact/currencies';
import { parseDecimal } from '@obolus/core/exact/decimal';
import type { OwnLine, VendorStatementCommand } from '@obolus/core/paying/vendorStatement/command';
import { type Found, layBeside } from '@obolus/core/paying/vendorStatement/layBeside';
import { billNumberKey } from '@obolus/core/purchasing/billNumber';
import { message } from '@obolus/messages/message';
import { readOwnAccount } from '../queries/ownAccount.ts';
import { type Row, showAmount, text } from '../queries/figures.ts';
import { loadRates } from '../storage/load/setUp.ts';
import { facts } from '../storage/tables.ts';
import { type DocumentCommand, lineAt } from './documentCommand.ts';
import { OF } from './lineQueries.ts';
import { given } from './writeParts.ts';

const NOTHING_OWED = { opening: documentAmount(0n), closing: documentAmount(0n), lines: [] };

export const vendorStatement: DocumentCommand<'vendor-statement'> = {
  question: async (manager, { body: { vendor, currency, date, from = '' } }) => ({
    account:
      vendor === '' || !isDay(date) || (from !== '' && !isDay(from))
        ? NOTHING_OWED
        : await readOwnAccount(manager, { vendor, currency, from, to: date }),
  }),
  read: (body, reader, { account = NOTHING_OWED }) => {
    const amount = (said: string | undefined, at: string) =>
      said === undefined || said === '' ? documentAmount(0n) : reader.document(said, body.currency, at);
    return {
      kind: 'vendor-statement',
      vendor: reader.given(body.vendor, '/vendor'),
      currency: body.currency,
      date: body.date,
      from: body.from || undefined,
      reference: body.reference.trim(),
      stated: {
        opening: amount(body.from ? body.opening : '', '/opening'),
        closing: reader.document(body.closing, body.currency, '/closing'),
      },
      lines: body.lines.map((line, at) => ({
        date: line.date,
        reference: line.reference.trim(),
        text: line.text?.trim() ?? '',
        amount: reader.document(line.amount, body.currency, `/lines/${at}/amount`),
        document: line.document || undefined,
      })),
      own: account,
      agreed: body.agreed ? amount(body.agreed, '/agreed') : undefined,
      note: body.note?.trim() ?? '',
    };
  },
  // The rate of its day stands on every document.
  load: ({ currency, date }, loader) => loadRates(loader, [currency], date),
  header: ({ vendor, currency, reference, note }) => ({
    vendor,
    currency,
    reference: reference.trim(),
    note: note ?? '',
  }),
  reference: 'document.statement_number',
  rows: ({ from, stated, own, agreed, compared }, saving) => [
    {
      table: facts.vendorStatement,
      rows: [
        {
          document_id: saving.id,
          from_day: from ?? null,
          opening: stated.opening,
          closing: stated.closing,
          own_opening: own.opening,
          own_closing: own.closing,
          agreed,
        },
      ],
    },
    {
      table: facts.vendorStatementLine,
      rows: compared.map(({ found, stated: line, own: ours }, position) => ({
        ...lineAt(saving, position),
        found,
        date: line?.date ?? null,
        reference: line?.reference ?? '',
        says: line?.text ?? '',
        amount: line?.amount ?? null,
        of_id: ours?.document ?? null,
        own_date: ours?.date ?? null,
        own_amount: ours?.amount ?? null,
      })),
    },
  ],
  preview: async (manager, { body, questioned }) => ({
    statement: await viewBeside(manager, body, questioned?.account ?? NOTHING_OWED),
  }),
  write: ({ vendor, currency, date, from, reference, stated, lines, agreed, note }, names) => ({
    vendor: names.vendor(vendor),
    currency,
    date,
    ...given('from', from),
    reference,
    ...(from === undefined ? {} : { opening: formatAmount(stated.opening, currency) }),
    closing: formatAmount(stated.closing, currency),
    ...(agreed === undefined ? {} : { agreed: formatAmount(agreed, currency) }),
    ...given('note', note || undefined),
    lines: lines.map((line) => ({
      date: line.date,
      reference: line.reference,
      ...given('text', line.text || undefined),
      amount: formatAmount(line.amount, currency),
      ...given('document', line.document === undefined ? undefined : names.document(line.document)),
    })),
  }),
  facts: async (manager, id) => {
    const [row] = (await manager.query(
      'SELECT s.*, d.currency FROM vendor_statement s JOIN document d ON d.id = s.document_id WHERE s.document_id = ?',
      [id],
    )) as Row[];
    if (!row) return [];
    const currency = text(row.currency);
    const figure = (minor: string | null | undefined) =>
      message('payables.balance_in', { amount: { figure: showAmount(minor, currency) }, currency });
    return [
      ...(row.from_day == null
        ? []
        : [{ name: message('word.from_day'), value: message('document.day', { day: { day: row.from_day } }) }]),
      { name: message('payables.statement_theirs'), value: figure(row.closing) },
      { name: message('payables.statement_ours'), value: figure(row.own_closing) },
      { name: message('payables.agreed_balance'), value: figure(row.agreed) },
    ];
  },
  lines: `SELECT l.line_no, COALESCE(l.amount, l.own_amount) AS amount, IF(l.amount IS NULL, COALESCE(NULLIF(o.reference, ''), o.number), COALESCE(NULLIF(l.reference, ''), l.says)) AS item_name, '' AS item_number, '' AS item_unit,
           l.found, l.own_amount, l.amount AS stated, s.currency, ${OF} FROM vendor_statement_line l JOIN document s ON s.id = l.document_id LEFT JOIN document o ON o.id = l.of_id WHERE l.document_id = ? ORDER BY l.line_no`,
  noteOf: (row) => [
    message(FOUND_NAMES[text(row.found) as Found]),
    ...(text(row.found) === 'amount-differs'
      ? [message('payables.ours_is', { amount: { figure: showAmount(row.own_amount, text(row.currency)) } })]
      : []),
  ],
};

/** The comparison as far as lines can be read; places are those of the body. */
async function viewBeside(
  manager: EntityManager,
  body: BodyOf<'vendor-statement'>,
  own: VendorStatementCommand['own'],
): Promise<PreviewReply['statement']> {
  const { currency, vendor } = body;
  const readable = body.lines.flatMap(({ date, reference, amount, document }, place) => {
    const figure = parseDecimal(amount, decimalsOf(currency));
    return isDay(date) && figure.ok && figure.scaled !== 0n
      ? [{ place, date, reference, amount: documentAmount(figure.scaled), document: document || undefined }]
      : [];
  });
  const documents = await documentsOf(manager, own.lines);
  const compared = layBeside(readable, own.lines);
  const missing = compared.flatMap(({ found, stated }) =>
    found === 'missing-here' && stated !== undefined ? [readable[stated]?.reference ?? ''] : [],
  );
  const waiting = await waitingOf(manager, vendor, missing);
  return {
    own: { opening: formatAmount(own.opening, currency), closing: formatAmount(own.closing, currency) },
    beside: compared.map(({ found, stated, ours }) => {
      const [line, item] = [
        stated === undefined ? undefined : readable[stated],
        ours === undefined ? undefined : own.lines[ours],
      ];
      const document = item && documents.get(item.document);
      return {
        found,
        place: line?.place ?? null,
        own:
          item && document
            ? { document, date: item.date, reference: item.reference, amount: formatAmount(item.amount, currency) }
            : null,
        waiting: (found === 'missing-here' && waiting.get(billNumberKey(line?.reference ?? ''))) || null,
      };
    }),
  };
}

async function documentsOf(manager: EntityManager, lines: readonly OwnLine[]) {
  if (lines.length === 0) return new Map<string, { id: string; kind: DocumentKind; number: string }>();
  const rows: Row[] = await manager.query('SELECT id, kind, number FROM document WHERE id IN (?)', [
    lines.map(({ document }) => document),
  ]);
  return new Map(
    rows.map((row) => [
      text(row.id),
      { id: text(row.id), kind: text(row.kind) as DocumentKind, number: text(row.number) },
    ]),
  );
}

/** Bills and credit memos of these numbers that came and are not posted yet, by the key of their number. */
async function waitingOf(manager: EntityManager, vendor: string, numbers: readonly string[]) {
  const found = new Map<string, { id: string; kind: DocumentKind }>();
  const keys = new Set(numbers.map(billNumberKey).filter((key) => key !== ''));
  if (keys.size === 0) return found;
  const drafts: Row[] = await manager.query(
    `SELECT d.id, d.kind, JSON_VALUE(d.body, '$.reference') AS reference FROM draft d
     WHERE d.shared = 1 AND d.kind IN ('bill', 'credit') AND JSON_VALUE(d.body, '$.vendor') = ?`,
    [vendor],
  );
  for (const draft of drafts) {
    const key = billNumberKey(text(draft.reference));
    if (keys.has(key)) found.set(key, { id: text(draft.id), kind: text(draft.kind) as DocumentKind });
  }
  return found;
}
