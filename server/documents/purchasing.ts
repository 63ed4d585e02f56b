import type { EntityManager } from 'typeorm';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import { poolId } from '@obolus/core/costing/pool';
import { poolsReached } from '@obolus/core/purchasing/bill/decide';
import {
  formatAmount,
  formatQuantity,
  FRACTION_PLACES,
  PRICE_PLACES,
  quantity,
  sumOf,
} from '@obolus/core/exact/amounts';
import { formatDecimal } from '@obolus/core/exact/decimal';
import { billNumberShape } from '@obolus/core/purchasing/billNumber';
import { taxesOn } from '@obolus/core/purchasing/taxCode';
import type { ReceiptDocument } from '@obolus/core/purchasing/receipt/command';
import type { Books } from '@obolus/core/state/books';
import type { CommandOf } from '@obolus/core/posting/kinds';
import type { Reader } from '../asking/reader.ts';
import { citing, dimensionColumns, keyOf } from '../storage/savePosted.ts';
import { facts } from '../storage/tables.ts';
import { leaveDraft } from '../storage/drafts.ts';
import { type DocumentCommand, lineAt, type Saving } from './documentCommand.ts';
import { dimensionsOf, lotsOf, vendorIn, warehouseIn } from './readParts.ts';

export const receipt: DocumentCommand<'receipt'> = {
  read: (body, reader) => ({
    kind: 'receipt',
    vendor: reader.given(body.vendor, '/vendor'),
    date: body.date,
    warehouse: body.warehouse,
    lines: body.lines.map((line, position) => ({
      of: line.of,
      quantity: reader.quantity(line.quantity, `/lines/${position}/quantity`),
      lots: lotsOf(line, reader, `/lines/${position}`),
      corrected: line.price
        ? { price: reader.price(line.price, `/lines/${position}/price`), reason: line.reason ?? '' }
        : undefined,
      unit: line.unit?.trim(),
      last: line.last,
      origin: line.origin === '' ? undefined : line.origin,
      preference: line.preference,
    })),
    aside: (body.aside ?? []).map((line, position) => ({
      of: line.of === '' ? undefined : line.of,
      item: line.item === '' ? undefined : line.item,
      what: line.what,
      quantity: reader.quantity(line.quantity, `/aside/${position}/quantity`),
      unit: line.unit?.trim(),
      reason: line.reason,
      place: line.place,
    })),
  }),
  async load(command, loader) {
    const aside = command.aside ?? [];
    await loader.loadOrderLines([
      ...new Set([...command.lines.map((line) => line.of), ...aside.flatMap(({ of }) => of ?? [])]),
    ]);
    await loader.loadItems(aside.flatMap(({ item }) => item ?? []));
    const ordered = command.lines.flatMap((line) => loader.orderLine(line.of) ?? []);
    await loader.loadRates(
      ordered.map((line) => line.currency),
      command.date,
    );
    await loader.loadTaxCodes();
    const items = ordered.flatMap(({ bought }) => bought.item ?? []);
    loader.wantGoods(
      items.map((item) => poolId(item, command.warehouse)),
      command.date,
      'in',
    );
  },
  brings: (body) => [warehouseIn(body)],
  header: ({ vendor, warehouse, packingSlip, transport }) => ({ vendor, warehouse, reference: packingSlip, transport }),
  async settle({ vendor, lines }, manager, { id, books }, body) {
    if (!books.draftsBills || body.bill || lines.length === 0) return;
    const [from] = (await manager.query('SELECT name FROM vendor WHERE id = ?', [vendor])) as { name: string }[];
    await leaveDraft(manager, {
      kind: 'bill',
      title: `Bill of ${from?.name ?? ''} for what came on ${body.date}`,
      body: { vendor, receipt: id },
    });
  },
  // What goods cost is for whoever may say what was billed.
  alsoNeeds: ({ bill: billed, lines }) => (billed || lines.some(({ price }) => price) ? ['bill'] : []),
  async loadFollowing({ vendor, date, bill: billed }, loader) {
    if (billed) await loader.loadBillNumber(vendor, billed.reference, date);
  },
  follows: (document, { bill: billed }, { taxCodes }) =>
    billed && { kind: 'bill', body: billOf(document, billed, taxCodes), at: '/bill' },
  rows: ({ lines, aside, closed }, saving, body) => [
    {
      table: facts.receiptAside,
      rows: aside.map((line, position) => ({
        ...keyOf(line.id),
        ...(line.of === undefined
          ? { order_id: null, order_line_no: null }
          : citing('order', 'order_line_no', line.of)),
        item_id: line.item ?? null,
        what: line.what,
        quantity: line.quantity,
        reason: line.reason,
        place: line.place,
        photo_id: body.aside?.[position]?.photo || null,
      })),
    },
    {
      table: facts.orderClosingLine,
      rows: closed.map(({ line, of, quantity }) => ({
        ...keyOf(line),
        ...citing('order', 'order_line_no', of),
        quantity,
      })),
    },
    {
      table: facts.receiptLine,
      rows: lines.map((line) => ({
        ...keyOf(line.id),
        ...citing('order', 'order_line_no', line.of),
        ordered_by_id: saving.books.orderLines.get(line.of)?.by ?? null,
        item_id: line.bought.item ?? null,
        pool_id: saving.poolRow(line.pool),
        quantity: line.quantity,
        per: line.per,
        currency: line.currency,
        rate: line.rate,
        amount: line.amount,
        base_amount: line.baseAmount,
        expense: line.bought.expense ?? null,
        origin: line.origin,
        preference: line.preference ? 1 : 0,
        ...dimensionColumns(line.dimensions ?? {}),
        corrected_price: line.corrected?.price ?? null,
        corrected_because: line.corrected?.reason ?? '',
      })),
    },
    {
      table: facts.receiptAhead,
      rows: lines.flatMap((line) =>
        line.ahead.map((part) => ({
          ...keyOf(line.id),
          ...citing('ahead', 'ahead_line_no', part.of),
          quantity: part.quantity,
          amount: part.amount,
          base_amount: part.base,
          goods: part.goods,
          tax: part.tax,
        })),
      ),
    },
    {
      table: facts.receiptEstimate,
      rows: lines.flatMap((line) => line.estimates.map(({ kind, amount }) => ({ ...keyOf(line.id), kind, amount }))),
    },
  ],
};

/** The bill that came with the goods: all that was received and is not billed ahead, at what it was received at, with the taxes of its order. */
function billOf(
  { vendor, date, lines }: ReceiptDocument,
  { reference, terms, another }: NonNullable<BodyOf<'receipt'>['bill']>,
  taxCodes: Books['taxCodes'],
): BodyOf<'bill'> {
  const open = lines
    .map((line) => ({ ...line, open: quantity(line.quantity - sumOf(line.ahead)) }))
    .filter((line) => line.open > 0n);
  const currency = lines[0]?.currency ?? '';
  const taxes = taxesOn(
    open.map(({ amount, taxCode }) => ({ amount, code: taxCode, levels: taxCodes.get(taxCode) ?? [] })),
  );
  return {
    vendor,
    reference,
    date,
    currency,
    ...(terms ? { terms } : {}),
    ...(another ? { another } : {}),
    charges: [],
    lines: open.map((line) => ({
      of: line.id,
      quantity: formatQuantity(line.open),
      difference: 'cost' as const,
      price: formatDecimal(line.pricing.price, PRICE_PLACES),
      discount: formatDecimal(line.pricing.discount, FRACTION_PLACES - 2),
    })),
    tax: taxes.map(({ amount, recoverable, lines: on }) => ({
      amount: formatAmount(amount, currency),
      recoverable,
      lines: [...on],
    })),
  };
}

export const asideClosing: DocumentCommand<'aside-closing'> = {
  read: (body, reader) => ({
    kind: 'aside-closing',
    date: body.date,
    reason: body.reason,
    lines: body.lines.map((line, position) => ({
      ...line,
      quantity: reader.quantity(line.quantity, `/lines/${position}/quantity`),
    })),
  }),
  load: (command, loader) => loader.loadAsides(command.lines.map(({ of }) => of)),
  header: ({ reason }) => ({ note: reason }),
  headerOf: ({ vendor }) => ({ vendor }),
  rows: ({ lines }, saving) => [
    {
      table: facts.asideClosingLine,
      rows: lines.map(({ of, quantity, outcome }, position) => ({
        ...lineAt(saving, position),
        ...citing('aside', 'aside_line_no', of),
        quantity,
        outcome,
      })),
    },
  ],
};

export const putAway: DocumentCommand<'put-away'> = {
  read: (body, reader) => ({
    kind: 'put-away',
    date: body.date,
    lines: body.lines.map((line, position) => ({
      of: line.of,
      quantity: reader.quantity(line.quantity, `/lines/${position}/quantity`),
      bin: line.bin.trim(),
    })),
  }),
  async load(command, loader) {
    await loader.loadReceiptLines([...new Set(command.lines.map(({ of }) => of))]);
    await loader.loadBins();
  },
  header: () => ({}),
  headerOf: ({ warehouse }) => ({ warehouse }),
  rows: ({ lines }, saving) => [
    {
      table: facts.putAwayLine,
      rows: lines.map(({ of, quantity, bin }, position) => ({
        ...lineAt(saving, position),
        ...citing('receipt', 'receipt_line_no', of),
        quantity,
        bin,
      })),
    },
  ],
};

export const bill: DocumentCommand<'bill'> = {
  read: (body, reader, { signedOff }) => ({
    kind: 'bill',
    vendor: reader.given(body.vendor, '/vendor'),
    reference: reader.given(body.reference, '/reference'),
    another: body.another,
    signedOff,
    currency: body.currency,
    date: body.date,
    lines: body.lines.map((line, position) => ({
      of: line.of,
      quantity: reader.quantity(line.quantity, `/lines/${position}/quantity`),
      price: reader.price(line.price, `/lines/${position}/price`),
      discount: reader.discount(line.discount, `/lines/${position}/discount`),
      difference: line.difference,
      wait: line.wait,
      done: line.done,
      reason: line.reason,
    })),
    charges: body.charges.map((charge, position) => ({
      kind: charge.kind,
      reason: charge.reason,
      amount: reader.document(charge.amount, body.currency, `/charges/${position}/amount`),
    })),
    expenses: (body.expenses ?? []).map((line, position) => ({
      expense: reader.given(line.expense, `/expenses/${position}/expense`),
      amount: reader.document(line.amount, body.currency, `/expenses/${position}/amount`),
      dimensions: dimensionsOf(line),
    })),
    disputed: (body.disputed ?? []).map((line, position) => ({
      ...line,
      amount: reader.document(line.amount, body.currency, `/disputed/${position}/amount`),
    })),
    tax: (body.tax ?? []).map((tax, position) => ({
      amount: reader.document(tax.amount, body.currency, `/tax/${position}/amount`),
      recoverable: tax.recoverable,
      lines: tax.lines,
    })),
    whole: {
      tax: body.whole?.tax,
      total: body.whole?.total && {
        ...body.whole.total,
        asked: reader.document(body.whole.total.asked, body.currency, '/whole/total/asked'),
      },
    },
  }),
  async load(command, loader) {
    await loader.loadBillNumber(command.vendor, command.reference, command.date);
    await loader.loadChargeAllowances();
    await loader.loadTaxCodes();
    const cited = command.lines.map((line) => line.of);
    // One lock over orders and receipts together: a line may be either.
    await loader.loadReceiptLines(cited);
    const ahead = cited.filter((line) => loader.receiptLine(line) === undefined);
    await loader.loadOrderLines(ahead);
    await loader.loadReceiptLines(
      ahead.flatMap((line) => (loader.orderLine(line)?.receipts ?? []).map((received) => received.line)),
    );
    await loader.loadRates([command.currency], command.date);
    const reached = new Set(poolsReached(loader.books(0n), command));
    for (const line of cited) {
      const received = loader.receiptLine(line);
      if (received?.pool !== undefined && reached.has(received.pool)) loader.wantFrom(received.pool, received);
    }
  },
  // What a vendor delivered while it was in use is still billed.
  brings: (body) => (body.lines.length === 0 ? [vendorIn(body)] : []),
  header: ({ vendor, currency, reference, terms, another }) => ({
    vendor,
    currency,
    reference: reference.trim(),
    ...(terms ? { terms } : {}),
    ...(another ? { note: another.trim() } : {}),
  }),
  rows: (document, saving) => [
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
        is_cost: charge.isCost ? 1 : 0,
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
      rows: (document.tax ?? []).map((tax, position) => ({
        ...lineAt(saving, position),
        amount: tax.amount,
        recoverable: tax.recoverable ? 1 : 0,
      })),
    },
    {
      table: facts.billWhole,
      rows: document.differs.map(({ kind, amount, reason }, position) => ({
        ...lineAt(saving, position),
        kind,
        amount,
        reason: reason.trim(),
      })),
    },
    payableRow(saving, document.total),
  ],
  settle: ({ vendor, reference, numberKey, date, currency, total }, manager, saving) =>
    keepNumber(manager, vendor, numberKey, saving.id, {
      shape: billNumberShape(reference).slice(0, 60),
      date,
      currency,
      amount: total.amount.toString(),
    }),
};

const payableRow = ({ id }: Saving, { amount, base }: { amount: bigint; base: bigint }) => ({
  table: facts.payable,
  rows: [{ document_id: id, amount, base_amount: base }],
});

/** Two people enter the same bill at the same moment: the key of this table decides. */
async function keepNumber(
  manager: EntityManager,
  vendor: string,
  key: string,
  document: string,
  alike: { shape: string; date: string | null; currency: string; amount: string } = {
    shape: '',
    date: null,
    currency: '',
    amount: '0',
  },
): Promise<void> {
  const { shape, date, currency, amount } = alike;
  await manager.query(
    'INSERT INTO bill_number (vendor_id, number_key, document_id, shape, date, currency, amount) VALUES (?, ?, ?, ?, ?, ?, ?)',
    [vendor, key, document, shape, date, currency, amount],
  );
}

export const vendorReturn: DocumentCommand<'return'> = {
  read: (body, reader) => ({
    kind: 'return',
    vendor: reader.given(body.vendor, '/vendor'),
    date: body.date,
    lines: body.lines.map((line, position) => ({
      of: line.of,
      quantity: reader.quantity(line.quantity, `/lines/${position}/quantity`),
      lots: lotsOf(line, reader, `/lines/${position}`),
      replace: line.replace,
      confirmed: line.confirmed,
    })),
  }),
  async load(command, loader) {
    await loader.loadReceiptLines(command.lines.map((line) => line.of));
    for (const line of command.lines) {
      const received = loader.receiptLine(line.of);
      if (received?.pool !== undefined) loader.wantFrom(received.pool, received);
    }
  },
  header: ({ vendor, reference }) => ({ vendor, reference }),
  rows: ({ lines }) => [
    {
      table: facts.returnLine,
      rows: lines.map((line) => ({
        ...keyOf(line.line),
        ...citing('receipt', 'receipt_line_no', line.of),
        quantity: line.quantity,
        replaces: line.replace ? 1 : 0,
        unbilled: line.unbilled,
        unbilled_ordered: line.unbilledOrdered,
        unbilled_cleared: line.unbilledCleared,
        billed: line.billed,
        billed_amount: line.billedAmount,
        billed_goods: line.billedGoods,
        billed_variance: line.billedVariance,
      })),
    },
  ],
};

export const credit: DocumentCommand<'credit'> = {
  read: (body, reader) => ({
    kind: 'credit',
    vendor: reader.given(body.vendor, '/vendor'),
    reference: reader.given(body.reference, '/reference'),
    currency: body.currency,
    date: body.date,
    lines: body.lines.map((line, position) => creditLine(line, body.currency, reader, `/lines/${position}`)),
    tax: body.tax === undefined || body.tax === '' ? undefined : reader.document(body.tax, body.currency, '/tax'),
  }),
  async load(command, loader) {
    await loader.loadBillNumber(command.vendor, command.reference);
    await loader.loadCreditable(command.lines.map((line) => line.of));
    await loader.loadRates([command.currency], command.date);
    for (const line of command.lines) {
      const goods = loader.creditableLine(line.of)?.goods;
      if (goods && line.to === 'cost') {
        await loader.loadItems([goods.pool.split('@')[0] ?? '']);
        loader.wantFrom(goods.pool, { id: goods.movement, date: goods.date });
      }
    }
  },
  header: ({ vendor, currency, reference }) => ({ vendor, currency, reference: reference.trim() }),
  rows: (document, saving) => [
    {
      table: facts.creditLine,
      rows: document.lines.map((line) => ({
        ...keyOf(line.id),
        ...citing('of', 'of_line_no', line.of),
        goes_to: line.to,
        quantity: line.quantity,
        amount: line.amount,
        own_amount: line.ownAmount,
        own: line.own,
        payable: line.payable,
      })),
    },
    {
      table: facts.billCharge,
      rows: document.lines.flatMap((line) =>
        line.charge === undefined
          ? []
          : [{ ...keyOf(line.id), kind: line.charge, amount: -line.amount, base_amount: -line.payable, is_cost: 1 }],
      ),
    },
    payableRow(saving, { amount: -document.total.amount, base: -document.total.base }),
  ],
  settle: ({ vendor, numberKey }, manager, saving) => keepNumber(manager, vendor, numberKey, saving.id),
};

/** A returned line says quantity and price, another an amount and where it goes. */
function creditLine(
  line: BodyOf<'credit'>['lines'][number],
  currency: string,
  reader: Reader,
  at: string,
): CommandOf['credit']['lines'][number] {
  if (line.amount !== undefined)
    return { of: line.of, amount: reader.document(line.amount, currency, `${at}/amount`), to: line.to ?? 'cost' };
  return {
    of: line.of,
    quantity: reader.quantity(line.quantity ?? '', `${at}/quantity`),
    price: reader.price(line.price ?? '', `${at}/price`),
  };
}
