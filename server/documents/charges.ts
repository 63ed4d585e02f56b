import { facts } from '../storage/tables.ts';
import { citing, keyOf } from '../storage/savePosted.ts';
import { lineAt, type DocumentCommand } from './documentCommand.ts';

export const allocation: DocumentCommand<'allocation'> = {
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
    })),
    more: body.more,
    entry: body.entry === '' ? undefined : body.entry,
    customsRate:
      body.customsRate === undefined || body.customsRate === ''
        ? undefined
        : reader.rate(body.customsRate, '/customsRate'),
    declared: body.declared,
  }),
  async load(command, loader) {
    await loader.loadReceiptLines(command.to);
    await loader.loadStockLines(command.to.filter((line) => loader.receiptLine(line) === undefined));
    await loader.loadCharges(command.charges.map((charge) => charge.of));
    if (command.charges.some(({ basis }) => basis === 'duty')) await loader.loadTariff();
    for (const line of command.to) {
      const landed = loader.receiptLine(line) ?? loader.stockLine(line);
      if (landed?.pool !== undefined) loader.wantFrom(landed.pool, landed);
    }
  },
  header: () => ({}),
  rows: (document, saving) => {
    const shares = document.shares.flatMap((share, asked) =>
      document.to.map((line, position) => ({
        ...citing('charge', 'charge_line_no', share.charge),
        ...citing('receipt', 'receipt_line_no', line),
        basis: share.basis,
        by_hand: document.charges[asked]?.fixed.some((fixed) => fixed.line === line) ?? false,
        amount: share.amounts[position] ?? 0n,
      })),
    );
    const uses = document.shares.flatMap((share) =>
      document.to.flatMap((line, position) => {
        const amount = share.estimatesUsed[position] ?? 0n;
        return amount === 0n ? [] : [{ ...citing('receipt', 'receipt_line_no', line), kind: share.kind, amount }];
      }),
    );
    return [
      { table: facts.allocationShare, rows: shares.map((row, position) => ({ ...lineAt(saving, position), ...row })) },
      { table: facts.estimateUse, rows: uses.map((row, position) => ({ ...lineAt(saving, position), ...row })) },
    ];
  },
};

export const estimateClosing: DocumentCommand<'estimate-closing'> = {
  read: (body) => ({ kind: 'estimate-closing', ...body }),
  async load(command, loader) {
    await loader.loadReceiptLines(command.lines.map(({ of }) => of));
    for (const { of } of command.lines) {
      const received = loader.receiptLine(of);
      if (received?.pool !== undefined) loader.wantFrom(received.pool, received);
    }
  },
  header: ({ reason }) => ({ note: reason }),
  rows: ({ lines }, saving) => [
    {
      table: facts.estimateUse,
      rows: lines.map(({ of, charge, amount }, position) => ({
        ...lineAt(saving, position),
        ...citing('receipt', 'receipt_line_no', of),
        kind: charge,
        amount,
      })),
    },
  ],
};

export const chargeMove: DocumentCommand<'charge-move'> = {
  read: (body, reader, { baseCurrency }) => ({
    kind: 'charge-move',
    ...body,
    amount: reader.base(body.amount, baseCurrency, '/amount'),
  }),
  load: (command, loader) => loader.loadExpensed(command.of),
  header: () => ({}),
  rows: ({ moved, of, amount }, { id }) => [
    {
      table: facts.billCharge,
      rows: [{ ...keyOf(moved.id), kind: moved.kind, amount, base_amount: amount, is_cost: 1 }],
    },
    { table: facts.expenseMove, rows: [{ document_id: id, ...citing('of', 'of_line_no', of), amount }] },
  ],
};
