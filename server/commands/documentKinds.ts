import type { BodyOf } from '@obolus/contract/commands';
import type { DocumentKind } from '@obolus/contract/roles';
import { poolId } from '@obolus/core/costing/pool';
import type { CommandOf } from '@obolus/core/posting/decide';
import { billNumberKey } from '@obolus/core/purchasing/billNumber';
import { poolsReached } from '@obolus/core/purchasing/bill';
import type { BooksLoader } from '../storage/loadBooks.ts';
import type { Reader } from './read.ts';

/** What a kind of document adds to the one path of a command: how its body is read, and what its decision rests on. */
export interface DocumentCommand<Kind extends DocumentKind> {
  /** The body's figures as the core's; what cannot be read is left with the reader. */
  read(body: BodyOf<Kind>, reader: Reader, baseCurrency: string): CommandOf[Kind];
  /** Loads, and for posting locks, in the loader's order. The company is loaded already. */
  load(command: CommandOf[Kind], loader: BooksLoader): Promise<void>;
  /** What stands on the document beside its lines. */
  header(body: BodyOf<Kind>): DocumentHeader;
}

export interface DocumentHeader {
  readonly vendor?: string;
  readonly customer?: string;
  readonly warehouse?: string;
  /** The base currency where undefined. */
  readonly currency?: string;
  readonly reference?: string;
  readonly referenceKey?: string;
  readonly transport?: string;
  readonly note?: string;
}

const order: DocumentCommand<'order'> = {
  read: (body, reader) => ({
    kind: 'order',
    vendor: reader.given(body.vendor, '/vendor'),
    currency: body.currency,
    date: body.date,
    lines: body.lines.map((line, position) => ({
      bought: { item: reader.given(line.item, `/lines/${position}/item`) },
      quantity: reader.quantity(line.quantity, `/lines/${position}/quantity`),
      price: reader.price(line.price, `/lines/${position}/price`),
      discount: reader.discount(line.discount, `/lines/${position}/discount`),
      due: line.due === '' ? undefined : line.due,
    })),
  }),
  async load(command, loader) {
    await loader.loadItems(command.lines.flatMap((line) => line.bought.item ?? []));
    await loader.loadRates([command.currency], command.date);
  },
  header: ({ vendor, warehouse, currency, note }) => ({ vendor, warehouse, currency, note }),
};

const receipt: DocumentCommand<'receipt'> = {
  read: (body, reader) => ({
    kind: 'receipt',
    vendor: reader.given(body.vendor, '/vendor'),
    date: body.date,
    warehouse: body.warehouse,
    lines: body.lines.map((line, position) => ({ of: line.of, quantity: reader.quantity(line.quantity, `/lines/${position}/quantity`) })),
  }),
  async load(command, loader) {
    await loader.loadOrderLines(command.lines.map((line) => line.of));
    const ordered = command.lines.flatMap((line) => loader.orderLine(line.of) ?? []);
    await loader.loadRates(
      ordered.map((line) => line.currency),
      command.date,
    );
    await loader.loadPools(
      ordered.flatMap((line) => (line.bought.item === undefined ? [] : [poolId(line.bought.item, command.warehouse)])),
      command.date,
      'in',
    );
  },
  header: ({ vendor, warehouse, packingSlip, transport }) => ({ vendor, warehouse, reference: packingSlip, transport }),
};

const bill: DocumentCommand<'bill'> = {
  read: (body, reader) => ({
    kind: 'bill',
    vendor: reader.given(body.vendor, '/vendor'),
    number: reader.given(body.number, '/number'),
    currency: body.currency,
    date: body.date,
    lines: body.lines.map((line, position) => ({
      of: line.of,
      quantity: reader.quantity(line.quantity, `/lines/${position}/quantity`),
      price: reader.price(line.price, `/lines/${position}/price`),
      discount: reader.discount(line.discount, `/lines/${position}/discount`),
      difference: line.difference,
    })),
    charges: body.charges.map((charge, position) => ({
      kind: charge.kind,
      amount: reader.document(charge.amount, body.currency, `/charges/${position}/amount`),
    })),
  }),
  async load(command, loader) {
    await loader.loadBillNumber(command.vendor, billNumberKey(command.number));
    await loader.loadReceiptLines(command.lines.map((line) => line.of));
    await loader.loadRates([command.currency], command.date);
    const reached = poolsReached(loader.books(0n), command);
    await loader.loadPoolsWithHistory(reached);
  },
  header: ({ vendor, currency, number }) => ({ vendor, currency, reference: number.trim(), referenceKey: billNumberKey(number) }),
};

const allocation: DocumentCommand<'allocation'> = {
  read: (body, reader, baseCurrency) => ({
    kind: 'allocation',
    date: body.date,
    to: body.to,
    charges: body.charges.map((charge, position) => ({
      of: charge.of,
      basis: charge.basis,
      amount: charge.amount === '' ? undefined : reader.base(charge.amount, baseCurrency, `/charges/${position}/amount`),
      fixed: charge.fixed.map((share, at) => ({
        line: share.line,
        amount: reader.base(share.amount, baseCurrency, `/charges/${position}/fixed/${at}/amount`),
      })),
    })),
  }),
  async load(command, loader) {
    await loader.loadReceiptLines(command.to);
    await loader.loadCharges(command.charges.map((charge) => charge.of));
    await loader.loadPoolsWithHistory(command.to.flatMap((line) => loader.receiptLine(line)?.pool ?? []));
  },
  header: () => ({}),
};

const delivery: DocumentCommand<'delivery'> = {
  read: (body, reader) => ({
    kind: 'delivery',
    customer: reader.given(body.customer, '/customer'),
    date: body.date,
    warehouse: body.warehouse,
    lines: body.lines.map((line, position) => ({
      item: reader.given(line.item, `/lines/${position}/item`),
      quantity: reader.quantity(line.quantity, `/lines/${position}/quantity`),
    })),
  }),
  async load(command, loader) {
    const items = command.lines.map((line) => line.item);
    await loader.loadItems(items);
    await loader.loadPools(
      items.filter((item) => item !== '').map((item) => poolId(item, command.warehouse)),
      command.date,
      'out',
    );
  },
  header: ({ customer, warehouse }) => ({ customer: customer.trim(), warehouse }),
};

const invoice: DocumentCommand<'invoice'> = {
  read: (body, reader) => ({
    kind: 'invoice',
    customer: reader.given(body.customer, '/customer'),
    date: body.date,
    lines: body.lines.map((line, position) => ({
      of: line.of,
      quantity: reader.quantity(line.quantity, `/lines/${position}/quantity`),
      price: reader.price(line.price, `/lines/${position}/price`),
    })),
  }),
  load: (command, loader) => loader.loadDeliveryLines(command.lines.map((line) => line.of)),
  header: ({ customer }) => ({ customer: customer.trim() }),
};

const opening: DocumentCommand<'opening'> = {
  read: (body, reader, baseCurrency) => ({
    kind: 'opening',
    date: body.date,
    warehouse: body.warehouse,
    lines: body.lines.map((line, position) => ({
      item: reader.given(line.item, `/lines/${position}/item`),
      quantity: reader.quantity(line.quantity, `/lines/${position}/quantity`),
      value: reader.base(line.value, baseCurrency, `/lines/${position}/value`),
    })),
  }),
  async load(command, loader) {
    const items = command.lines.map((line) => line.item);
    await loader.loadItems(items);
    await loader.loadPools(
      items.filter((item) => item !== '').map((item) => poolId(item, command.warehouse)),
      command.date,
      'in',
    );
  },
  header: ({ warehouse }) => ({ warehouse }),
};

export const DOCUMENT_COMMANDS: { readonly [Kind in DocumentKind]: DocumentCommand<Kind> } = { order, receipt, bill, allocation, delivery, invoice, opening };
