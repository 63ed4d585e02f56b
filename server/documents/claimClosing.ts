import { documentAmount, formatAmount, formatQuantity } from '@obolus/core/exact/amounts';
import { citing, keyOf } from '../storage/lineColumns.ts';
import { loadBankAccount } from '../storage/load/bankAccounts.ts';
import { loadCreditable } from '../storage/load/creditable.ts';
import { loadItems } from '../storage/load/items.ts';
import { loadRates } from '../storage/load/setUp.ts';
import { wantFrom } from '../storage/load/wanted.ts';
import { facts } from '../storage/tables.ts';
import { accountCurrency, accountIn, cameIntoBank } from './bankMovement.ts';
import type { DocumentCommand } from './documentCommand.ts';
import { OF } from './lineQueries.ts';
import { askedAbout } from './secondPerson.ts';

const ASKED = askedAbout('claim-closing');

export const claimClosing: DocumentCommand<'claim-closing'> = {
  ...ASKED,
  question: async (manager, asked) => ({
    ...(await ASKED.question(manager, asked)),
    ...(await accountCurrency(manager, asked)),
  }),
  read: (body, reader, { baseCurrency, signedOff, accountCurrency: kept = baseCurrency }) => ({
    kind: 'claim-closing',
    vendor: reader.given(body.vendor, '/vendor'),
    currency: body.currency,
    date: body.date,
    reason: body.reason,
    signedOff,
    ...accountIn(body),
    ...(body.got ? { got: reader.document(body.got, kept, '/got') } : {}),
    lines: body.lines.map(({ of, quantity, amount, received, to = 'cost' }, position) => ({
      of,
      ...(quantity === undefined || quantity === ''
        ? {}
        : { quantity: reader.quantity(quantity, `/lines/${position}/quantity`) }),
      ...(amount === undefined || amount === ''
        ? {}
        : { amount: reader.document(amount, body.currency, `/lines/${position}/amount`) }),
      received:
        received === '' ? documentAmount(0n) : reader.document(received, body.currency, `/lines/${position}/received`),
      to,
    })),
  }),
  async load(command, loader) {
    await loadCreditable(
      loader,
      command.lines.map(({ of }) => of),
    );
    await loadBankAccount(loader, command.account, command.date);
    await loadRates(loader, [command.currency], command.date);
    for (const { of, to } of command.lines) {
      const goods = loader.parts.creditable.get(of)?.goods;
      if (!goods || to !== 'cost') continue;
      await loadItems(loader, [goods.pool.split('@')[0] ?? '']);
      wantFrom(loader, goods.pool, { id: goods.movement, date: goods.date });
    }
  },
  header: ({ vendor, currency, reason }) => ({ vendor, currency, note: reason }),
  rows: ({ account, lines, came }, { id }) => [
    {
      table: facts.creditLine,
      rows: lines.map((line) => ({
        ...keyOf(line.id),
        ...citing('of', 'of_line_no', line.of),
        goes_to: line.isReturn ? 'return' : 'expected',
        quantity: line.closed,
        amount: line.isReturn ? line.ownAmount : (line.amount ?? 0n),
        own_amount: line.ownAmount,
        own: line.own,
        payable: line.money,
        received: line.received,
      })),
    },
    ...cameIntoBank(
      { account, came, amount: documentAmount(lines.reduce((sum, { received }) => sum + received, 0n)) },
      id,
    ),
  ],
  write: ({ vendor, currency, date, reason, account, got, lines }, names) => ({
    vendor: names.vendor(vendor),
    currency,
    date,
    reason,
    ...(account === undefined ? {} : { account: names.bankAccount(account) }),
    ...(got === undefined ? {} : { got: formatAmount(got, names.currencyOf(account)) }),
    lines: lines.map(({ of, quantity, amount, received, to }) => ({
      of: names.line(of),
      ...(quantity === undefined ? {} : { quantity: formatQuantity(quantity) }),
      ...(amount === undefined ? {} : { amount: formatAmount(amount, currency) }),
      received: formatAmount(received, currency),
      to,
    })),
  }),
  lines: `SELECT l.line_no, IF(l.quantity > 0, l.quantity, NULL) AS quantity, l.amount, o.number AS item_name, '' AS item_number, '' AS item_unit, ${OF}
           FROM credit_line l JOIN document o ON o.id = l.of_id WHERE l.document_id = ? ORDER BY l.line_no`,
};
