import type { BodyOf, DocumentKind } from '@obolus/contract/kinds/kinds';
import { addDays } from '@obolus/core/exact/calendar';
import type { Lookups } from '@obolus/server/imports/documents';
import type { Ordered, Step, StoryLots } from './story.ts';

/** A body of a kind, as the interface sends it. */
export type Posted = { [Kind in DocumentKind]: { readonly kind: Kind; readonly body: BodyOf<Kind> } }[DocumentKind];

/** What a step names, as the server calls it. */
export interface Known {
  readonly date: string;
  readonly item: (number: string) => string;
  readonly vendor: (number: string) => { readonly id: string; readonly currency: string };
  readonly warehouse: (code?: string) => string;
  /** The company's account that a payment in a currency leaves: one in it, else the main one. */
  readonly bankAccount: (currency: string) => string;
  readonly document: (name: string) => string;
  /** `gr-wool-1/2` is line 2 of that step's document. */
  readonly line: (name: string) => string;
}

export interface OwnAccount {
  readonly id: string;
  readonly currency: string;
}

/**
 * @param documents the ids of the steps before, by their names
 * @param accounts the company's own, the main one first
 */
export function known(
  date: string,
  lookups: Lookups,
  documents: ReadonlyMap<string, string>,
  accounts: readonly OwnAccount[],
): Known {
  const document = (name: string) => documents.get(name) ?? '0';
  return {
    date,
    bankAccount: (currency) => (accounts.find((own) => own.currency === currency) ?? accounts[0])?.id ?? '',
    item: (number) => lookups.items.get(number.toLowerCase()) ?? '',
    vendor: (number) => lookups.vendors.get(number.toLowerCase()) ?? { id: '', currency: 'USD' },
    warehouse: (code = 'MAIN') => lookups.warehouses.get(code.toLowerCase()) ?? '',
    document,
    line: (name) => {
      const [of = '', number = ''] = name.split('/');
      return `${document(of)}/${number}`;
    },
  };
}

/** The document that a step of the story stands for. */
export function documentOf(step: Step, as: Known): Posted {
  const word = (Object.keys(MADE) as Word[]).find((each) => each in step);
  if (word === undefined) throw new Error(`The step ${step.name} stands for no document.`);
  return (MADE[word] as (step: Step, as: Known) => Posted)(step, as);
}

type Word =
  | 'order'
  | 'receipt'
  | 'puts'
  | 'bill'
  | 'customs'
  | 'shipped'
  | 'allocation'
  | 'delivery'
  | 'invoice'
  | 'assembly'
  | 'transfer'
  | 'count'
  | 'return'
  | 'standard'
  | 'payment'
  | 'prepayment'
  | 'step'
  | 'change'
  | 'close';

const MADE: { readonly [Name in Word]: (step: Extract<Step, Record<Name, unknown>>, as: Known) => Posted } = {
  order(step, as) {
    const { id, currency } = as.vendor(step.order);
    const [incoterm, place] = step.carriage ?? [];
    const carriage = incoterm === undefined || place === undefined ? {} : { incoterm, place };
    const lines = step.lines.map((line) => ordered(line, as));
    const header = { vendor: id, date: as.date, currency, warehouse: as.warehouse(), note: step.note ?? '' };
    return { kind: 'order', body: { ...header, lines, ...carriage } };
  },
  receipt(step, as) {
    const { slip: packingSlip, shipment = '', last = [], held = [] } = step;
    const lines = step.lines.map((received) => ({
      ...cited(received, as),
      ...(last.includes(received[0]) ? { last: true } : {}),
    }));
    const stand = held.map(({ of, what = '', ...said }) => ({
      ...said,
      of: of === undefined ? '' : as.line(of),
      item: '',
      what,
    }));
    const where = { date: as.date, warehouse: as.warehouse(step.warehouse), packingSlip, shipment };
    return { kind: 'receipt', body: { vendor: as.vendor(step.receipt).id, ...where, lines, held: stand } };
  },
  puts: ({ puts }, as) => ({
    kind: 'put-away',
    body: { date: as.date, lines: puts.map(([of, quantity, bin]) => ({ of: as.line(of), quantity, bin })) },
  }),
  bill(step, as) {
    const { id, currency } = as.vendor(step.bill);
    const lines = (step.lines ?? []).map(([of, quantity, price, difference = 'cost', reason]) => ({
      of: as.line(of),
      quantity,
      price,
      discount: '',
      difference,
      ...(reason ? { reason } : {}),
    }));
    const charges = (step.charges ?? []).map(([kind, amount]) => ({ kind, amount }));
    const tax = (step.tax ?? []).map(([amount, recoverable]) => ({ amount, recoverable }));
    const header = { vendor: id, reference: step.number, date: as.date, currency };
    return { kind: 'bill', body: { ...header, lines, charges, tax } };
  },
  shipped: ({ shipped, goods }, as) => ({
    kind: 'shipment-goods',
    body: { date: as.date, shipment: shipped, lines: goods.map((of) => ({ of: as.line(of) })) },
  }),
  customs({ customs: reference, broker, rates, lines }, as) {
    return {
      kind: 'customs-entry',
      body: {
        date: as.date,
        entered: as.date,
        reference,
        vendor: as.vendor(broker).id,
        authority: '',
        charges: [],
        rates: rates.map(([currency, rate]) => ({ currency, rate })),
        lines: lines.map(([goods, code, origin, value, duty, importTax]) => ({
          goods: goods.map(as.line),
          code,
          origin,
          value,
          duty,
          importTax,
        })),
      },
    };
  },
  allocation(step, as) {
    const charges = step.allocation.map(([of, basis]) => ({ of: as.line(of), basis, amount: '', fixed: [] }));
    const entry = step.by === undefined ? '' : as.document(step.by);
    return { kind: 'allocation', body: { date: as.date, to: step.to.map(as.line), charges, entry } };
  },
  delivery: (step, as) => ({
    kind: 'delivery',
    body: {
      customer: step.delivery,
      date: as.date,
      warehouse: as.warehouse(),
      lines: step.lines.map((line) => goods(line, as)),
    },
  }),
  invoice: (step, as) => ({
    kind: 'invoice',
    body: {
      customer: step.invoice,
      date: as.date,
      lines: step.lines.map(([of, quantity, price]) => ({ of: as.line(of), quantity, price })),
    },
  }),
  assembly({ assembly, uses, conversion }, as) {
    const made = { makes: goods(assembly, as), uses: uses.map((used) => goods(used, as)) };
    return { kind: 'assembly', body: { date: as.date, warehouse: as.warehouse(), ...made, conversion } };
  },
  transfer({ transfer: [from, to], lines }, as) {
    const way = { from: as.warehouse(from), to: as.warehouse(to), inTransit: false };
    return { kind: 'transfer', body: { date: as.date, ...way, lines: lines.map((line) => goods(line, as)) } };
  },
  count(step, as) {
    const lines = step.lines.map(([number, quantity, change]) => ({ item: as.item(number), quantity, change }));
    return { kind: 'count', body: { date: as.date, warehouse: as.warehouse(), reason: step.count, lines } };
  },
  return(step, as) {
    const lines = step.lines.map((part) => ({ ...cited(part, as), replace: false, confirmed: false }));
    const header = { vendor: as.vendor(step.return).id, date: as.date, reference: step.number };
    return { kind: 'return', body: { ...header, lines } };
  },
  standard: (step, as) => ({
    kind: 'standard',
    body: { date: as.date, lines: step.standard.map(([number, standard]) => ({ item: as.item(number), standard })) },
  }),
  payment(step, as) {
    const { id, currency } = as.vendor(step.payment);
    const bills = step.bills.map(([bill, amount]) => ({ of: as.document(bill), amount, discount: '', writeOff: '' }));
    const account = as.bankAccount(currency);
    const header = {
      vendor: id,
      date: as.date,
      currency,
      account,
      from: '',
      discountsTo: 'income',
      reason: '',
    } as const;
    return { kind: 'payment', body: { ...header, bills } };
  },
  prepayment(step, as) {
    const { id, currency } = as.vendor(step.prepayment);
    const order = step.ordered === undefined ? { refundable: true } : { order: as.document(step.ordered) };
    return { kind: 'prepayment', body: { vendor: id, date: as.date, currency, amount: step.amount, ...order } };
  },
  step({ step: deed, of, reason = '' }, as) {
    const about = { of: as.document(of), seen: 1, date: as.date, reason };
    return deed === 'approved' || deed === 'rejected'
      ? { kind: 'approval', body: { ...about, subject: 'order', seen: '1', step: deed } }
      : { kind: 'order-step', body: { ...about, step: deed } };
  },
  change(step, as) {
    const lines = step.lines.map(([of, quantity, price, due]) => ({
      of: as.line(of),
      item: '',
      quantity,
      price,
      discount: '',
      due: addDays(as.date, due),
    }));
    const about = { of: as.document(step.change), seen: 1, date: as.date, reason: step.reason };
    return { kind: 'order-change', body: { ...about, lines } };
  },
  close: (step, as) => ({
    kind: 'order-closing',
    body: {
      of: as.document(step.close),
      date: as.date,
      reason: step.reason,
      lines: step.lines.map((of) => ({ of: as.line(of) })),
    },
  }),
};

const EXPENSE = 'expense: ';

function ordered([bought, asked, price, due, freight, { warehouse: into, ...more } = {}]: Ordered, as: Known) {
  const [quantity = '', unit = ''] = asked.split(' ');
  return {
    ...(bought.startsWith(EXPENSE) ? { item: '', expense: bought.slice(EXPENSE.length) } : { item: as.item(bought) }),
    quantity,
    unit,
    price,
    discount: '',
    due: addDays(as.date, due),
    ...(freight === undefined ? {} : { estimates: [{ kind: 'freight', by: 'unit' as const, figure: freight }] }),
    ...more,
    ...(into === undefined ? {} : { warehouse: as.warehouse(into) }),
  };
}

type Named = readonly [name: string, quantity: string, lots?: StoryLots];

const goods = ([number, quantity, lots]: Named, as: Known) => ({ item: as.item(number), quantity, ...lotsOf(lots) });

const cited = ([of, quantity, lots]: Named, as: Known) => ({ of: as.line(of), quantity, ...lotsOf(lots) });

const lotsOf = (lots: StoryLots | undefined) =>
  lots === undefined
    ? {}
    : {
        lots: lots.map((part) =>
          typeof part === 'string' ? { lot: part, quantity: '1' } : { lot: part[0], quantity: part[1] },
        ),
      };
