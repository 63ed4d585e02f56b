import { randomUUID } from 'node:crypto';
import type { DataSource } from 'typeorm';
import { pino } from 'pino';
import type { BodyOf, DocumentKind } from '@obolus/contract/kinds/kinds';
import type { ImportKind } from '@obolus/contract/imports';
import type { Role } from '@obolus/contract/roles';
import { addDays } from '@obolus/core/exact/calendar';
import { RefusedError } from '@obolus/server/asking/failures';
import { postDocument } from '@obolus/server/commands/runCommand';
import { worded } from '@obolus/server/asking/wording';
import { loadImport, startImport } from '@obolus/server/imports/load';
import { readImport, stageImport } from '@obolus/server/imports/stage';
import { type Lookups, readLookups } from '@obolus/server/imports/documents';
import { setUpCompany } from '@obolus/server/setUp/company';
import { answerBankAccount } from '@obolus/server/setUp/bankAccounts';
import { changeEntry } from '@obolus/server/setUp/registers';
import { takeBillIn } from '@obolus/server/bills/takeIn';
import { keepMail } from '@obolus/server/mail/mails';
import { takeAttachments } from '@obolus/server/mail/receive';
import type { SignedIn } from '@obolus/server/asking/signedIn';
import { keepAdvice } from '@obolus/server/despatch/advices';
import { billPaper, crossIndustryPaper } from './billPapers.ts';
import { demoCompany, DIMENSIONS, ITEMS, PRICES, TAX_CODES, TERMS, VENDORS, WAREHOUSES } from './company.ts';
import { despatchAdvice } from './despatchAdvice.ts';
import { pdfPaper } from './pdfPaper.ts';
import { type Step, STORY, type StoryLots } from './story.ts';
import { type Waiting, WAITING_BILLS } from './waitingBills.ts';

const DAYS = 185;

/** Illustrative rates of exchange, from so many days ago on. */
const CURRENCIES = ['EUR', 'NZD', 'CAD', 'JPY'];
const RATES: readonly (readonly ['start' | number, string, string, string, string])[] = [
  ['start', '1.0825', '0.5984', '0.7310', '0.006710'],
  [139, '1.0861', '0.6002', '0.7274', '0.006688'],
  [87, '1.0910', '0.6011', '0.7255', '0.006655'],
  [68, '1.0938', '0.5990', '0.7268', '0.006690'],
  [43, '1.0895', '0.5978', '0.7281', '0.006724'],
  [10, '1.0874', '0.5967', '0.7290', '0.006730'],
];

/** Lays the demo company relative to `today`, through the same imports and commands as the interface uses. */
export async function loadDemo(source: DataSource, today: string): Promise<void> {
  const day = (before: number) => addDays(today, -before);
  const firstOpenDay = `${day(DAYS).slice(0, 7)}-01`;
  await setUpCompany(source, demoCompany(firstOpenDay));
  const users: { id: string; role: Role }[] = await source.query('SELECT id, role FROM user_account');
  const idOf = (role: Role) => users.find((user) => user.role === role)?.id ?? '';
  const accountant = idOf('accountant');
  // Whoever sets up a bank account does not pay it, so the administrator does.
  for (const [kind, text] of imports(firstOpenDay, day)) {
    const role = kind === 'vendors' ? 'administrator' : 'accountant';
    await importFile(source, { id: idOf(role), role }, today, [kind, text]);
  }
  await bankAccounts(source, { confirms: idOf('approver'), accountant }, today);

  const documents = new Map<string, string>();
  const lookups = await readLookups(source.manager);
  const now = (step: Step) => () => new Date(Date.parse(`${day(step.day)}T09:00:00Z`) + STORY.indexOf(step) * 60_000);
  for (const step of [...STORY].sort((a, b) => b.day - a.day)) {
    const { kind, body } = documentOf(step, lookups, documents, day);
    const user =
      users.find(
        (entry) =>
          entry.role ===
          (kind === 'order-approval'
            ? 'approver'
            : kind.startsWith('order')
              ? 'buyer'
              : kind === 'receipt' || kind === 'put-away' || kind === 'delivery'
                ? 'receiver'
                : 'accountant'),
      )?.id ?? accountant;
    const posted = await postDocument(source, kind, body as BodyOf<typeof kind>, {
      user,
      key: randomUUID(),
      now: now(step),
      today: day(step.day),
    }).catch((problem: unknown) => {
      if (problem instanceof RefusedError)
        throw new Error(
          `The demo's ${step.name} is refused: ${problem.refusals.map((entry) => worded(entry, problem.names).says).join(' ')}`,
        );
      throw problem;
    });
    documents.set(step.name, posted.id);
  }
  await keepAdvice(
    source,
    randomUUID(),
    await announcedShuttles(source, documents.get('shuttles-2') ?? '0', addDays(today, 1)),
    idOf('receiver'),
  );
  await allowances(source, { id: idOf('administrator'), role: 'administrator', name: '', email: '' }, today);
  for (const bill of WAITING_BILLS) await takeIn(source, bill, { documents, today, accountant });
  await refusedAttachment(source, today);
}

/** What bills may differ by without a reason, and above which amount two people decide. */
async function allowances(source: DataSource, administrator: SignedIn, today: string): Promise<void> {
  const fields = {
    bill_over_part: '2',
    bill_over_amount: '50',
    bill_short_part: '5',
    sign_off_above: '500',
    charge_limits: 'freight = 10 = 60 | handling = = 100',
  };
  await changeEntry(source, 'company', '1', fields, {}, administrator, new Date(`${today}T08:00:00Z`));
}

/** A bill comes in, as a file that the accountant gives or by mail. */
async function takeIn(
  source: DataSource,
  { names, daysAgo, as, mailedFrom, ...bill }: Waiting,
  { documents, today, accountant }: { documents: ReadonlyMap<string, string>; today: string; accountant: string },
): Promise<void> {
  const billed = {
    ...bill,
    order: names === undefined ? '' : await numberOf(source, documents.get(names) ?? '0'),
    date: addDays(today, -daysAgo),
  };
  const [vendor] = (await source.query('SELECT name FROM vendor WHERE number = ?', [bill.vendor])) as {
    name: string;
  }[];
  const from = vendor?.name ?? bill.vendor;
  const content =
    as === undefined
      ? Buffer.from(billPaper(billed))
      : await pdfPaper(billed, from, as === 'pdf' ? undefined : crossIndustryPaper(billed));
  const name = `${bill.number.replace(/[^\w-]/g, '_')}.${as === undefined ? 'xml' : 'pdf'}`;
  const at = new Date(
    Date.parse(`${addDays(today, -Math.max(0, daysAgo - 1))}T08:00:00Z`) +
      WAITING_BILLS.findIndex(({ number }) => number === bill.number) * 60_000,
  );
  const given = { id: randomUUID(), name, content, at, today };
  if (mailedFrom === undefined) {
    await takeBillIn(source, { ...given, came: 'file', sender: 'Ines Varga', by: accountant });
    return;
  }
  const subject = bill.credits === undefined ? `Bill ${bill.number}` : `Credit memo ${bill.number}`;
  const mail = {
    outward: false,
    sender: mailedFrom,
    recipients: [BILLS],
    subject,
    text: `Please find our ${subject.replace(/^./, (letter) => letter.toLowerCase())} attached.\n\n${from}`,
    at,
  };
  await keepMail(source, { ...mail, attachments: [name] });
  await takeBillIn(source, { ...given, came: 'mail', sender: mailedFrom, by: null });
}

const BILLS = 'bills@fernhollow.example';

/** Something else that calls itself a PDF: it shows up as refused. */
async function refusedAttachment(source: DataSource, today: string): Promise<void> {
  const at = new Date(`${today}T07:40:00Z`);
  const post = { source, log: pino({ level: 'silent' }), now: () => at, today: () => today };
  await takeAttachments(post, 'prizes@nowhere.example', 'You have won', [
    { name: 'invoice.pdf', content: Buffer.from('#!/bin/sh\necho hello\n') },
  ]);
}

async function numberOf(source: DataSource, document: string): Promise<string> {
  const [row] = (await source.query('SELECT number FROM document WHERE id = ?', [document])) as { number: string }[];
  return row?.number ?? '';
}

/** Accounts are confirmed by a second person; one was changed since and waits. */
async function bankAccounts(
  source: DataSource,
  { confirms, accountant }: { confirms: string; accountant: string },
  today: string,
): Promise<void> {
  const now = new Date(`${today}T08:00:00Z`);
  const rows: { id: string; vendor_id: string }[] = await source.query(
    "SELECT id, vendor_id FROM vendor_bank_account WHERE answer = ''",
  );
  for (const { id, vendor_id: vendor } of rows) await answerBankAccount(source, vendor, id, 'confirmed', confirms, now);
  const [dholka] = (await source.query("SELECT id FROM vendor WHERE number = 'DHOL'")) as { id: string }[];
  const user = { id: accountant, role: 'accountant' as const, name: '', email: '' };
  await changeEntry(
    source,
    'vendors',
    dholka?.id ?? '0',
    { bank_account: 'IN 50200098765432' },
    { bank_account: 'IN 50100012345678' },
    user,
    now,
  );
}

/** What Dholka Shuttle Works announces of its late order, as UBL 2.1: boxes by the code on them, and goods that nobody ordered. */
async function announcedShuttles(source: DataSource, order: string, arrives: string): Promise<Buffer> {
  const [row] = (await source.query('SELECT number, date FROM document WHERE id = ?', [order])) as {
    number: string;
    date: string;
  }[];
  return Buffer.from(
    despatchAdvice({
      number: 'DSW-DA 412',
      vendor: 'DHOL',
      order: row?.number ?? '',
      date: row?.date ?? '',
      arrives,
      transport: 'FHL-016',
    }),
  );
}

function imports(firstOpenDay: string, day: (before: number) => string): [ImportKind, string][] {
  const rates = RATES.flatMap(([before, ...perCurrency]) =>
    CURRENCIES.map(
      (currency, at) => `${currency},${before === 'start' ? firstOpenDay : day(before)},${perCurrency[at]}`,
    ),
  );
  const stock = [
    'YM-EC,MAIN,80,1096.00',
    'YM-SL,MAIN,45,634.50',
    'YL-NA,MAIN,110,2101.00',
    'YL-BL,OVER,40,828.00',
    'FL-120,MAIN,3,3390.00,FL-0117|FL-0118|FL-0119',
    'TL-60,MAIN,8,1664.00',
    'BS-25,MAIN,220,1782.00',
    'DY-IN,MAIN,36,511.20,KD-2503:36',
    'DY-MA,OVER,20,222.00,KM-2411:20',
  ];
  const opening = stock.map((line) => {
    const [item, warehouse, quantity, value, lots = ''] = line.split(',');
    return `${item},${warehouse},${firstOpenDay},${quantity},${value},${lots}`;
  });
  return [
    ['items', ITEMS],
    ['terms', TERMS],
    ['tax-codes', TAX_CODES],
    ['warehouses', WAREHOUSES],
    ['dimensions', DIMENSIONS],
    ['vendors', VENDORS],
    ['prices', PRICES],
    ['rates', ['currency,from,rate', ...rates].join('\n')],
    ['opening-stock', ['item,warehouse,date,quantity,value,lots', ...opening].join('\n')],
  ];
}

/** A body of a kind, as the interface sends it. */
type Posted = { [Kind in DocumentKind]: { readonly kind: Kind; readonly body: BodyOf<Kind> } }[DocumentKind];

async function importFile(
  source: DataSource,
  user: { id: string; role: Role },
  today: string,
  [kind, text]: readonly [ImportKind, string],
): Promise<void> {
  const id = randomUUID();
  const staged = await stageImport(source, user, today, id, {
    kind,
    fileName: `${kind}.csv`,
    content: Buffer.from(text),
  });
  if (staged.wrong > 0)
    throw new Error(
      `The demo's ${kind} are wrong: ${JSON.stringify(staged.rows.filter((row) => row.problems.length > 0))}`,
    );
  const worker = { source, log: pino({ level: 'silent' }), now: () => new Date() };
  await startImport(worker, id, false, loadImport);
  const loaded = await readImport(source.manager, id, { withRows: false });
  if (loaded.state !== 'loaded') throw new Error(`The demo's ${kind} did not load: ${loaded.says}`);
}

function documentOf(
  step: Step,
  lookups: Lookups,
  documents: ReadonlyMap<string, string>,
  day: (before: number) => string,
): Posted {
  const item = (number: string) => lookups.items.get(number.toLowerCase()) ?? '';
  const vendor = (number: string) => lookups.vendors.get(number.toLowerCase()) ?? { id: '', currency: 'USD' };
  const warehouse = (code = 'MAIN') => lookups.warehouses.get(code.toLowerCase()) ?? '';
  const line = (name: string) => {
    const [document = '', number = ''] = name.split('/');
    return `${documents.get(document) ?? '0'}/${number}`;
  };
  const date = day(step.day);
  const goods = ([number, quantity, lots]: readonly [string, string, StoryLots?]) => ({
    item: item(number),
    quantity,
    ...lotsOf(lots),
  });
  const cited = ([of, quantity, lots]: readonly [string, string, StoryLots?]) => ({
    of: line(of),
    quantity,
    ...lotsOf(lots),
  });
  if ('order' in step) {
    const { id, currency } = vendor(step.order);
    const lines = step.lines.map(([bought, asked, price, due, freight, { warehouse: into, ...more } = {}]) => ({
      ...(bought.startsWith('expense: ')
        ? { item: '', expense: bought.slice('expense: '.length) }
        : { item: item(bought) }),
      quantity: asked.split(' ')[0] ?? '',
      unit: asked.split(' ')[1] ?? '',
      price,
      discount: '',
      due: addDays(date, due),
      ...(freight === undefined ? {} : { estimates: [{ kind: 'freight', by: 'unit' as const, figure: freight }] }),
      ...more,
      ...(into === undefined ? {} : { warehouse: warehouse(into) }),
    }));
    const [incoterm, place] = step.carriage ?? [];
    const carriage = incoterm === undefined || place === undefined ? {} : { incoterm, place };
    return {
      kind: 'order',
      body: { vendor: id, date, currency, warehouse: warehouse(), note: step.note ?? '', lines, ...carriage },
    };
  }
  if ('receipt' in step) {
    const { slip: packingSlip, transport = '', last = [], aside = [] } = step;
    const lines = step.lines.map((received) => ({
      ...cited(received),
      ...(last.includes(received[0]) ? { last: true } : {}),
    }));
    const stand = aside.map(({ of, what = '', ...said }) => ({
      ...said,
      of: of === undefined ? '' : line(of),
      item: '',
      what,
    }));
    const where = { date, warehouse: warehouse(step.warehouse), packingSlip, transport };
    return { kind: 'receipt', body: { vendor: vendor(step.receipt).id, ...where, lines, aside: stand } };
  }
  if ('puts' in step)
    return {
      kind: 'put-away',
      body: { date, lines: step.puts.map(([of, quantity, bin]) => ({ of: line(of), quantity, bin })) },
    };
  if ('bill' in step) {
    const { id, currency } = vendor(step.bill);
    const lines = (step.lines ?? []).map(([of, quantity, price, difference = 'cost', reason]) => ({
      of: line(of),
      quantity,
      price,
      discount: '',
      difference,
      ...(reason ? { reason } : {}),
    }));
    const charges = (step.charges ?? []).map(([kind, amount]) => ({ kind, amount }));
    const tax = (step.tax ?? []).map(([amount, recoverable]) => ({ amount, recoverable }));
    return { kind: 'bill', body: { vendor: id, reference: step.number, date, currency, lines, charges, tax } };
  }
  if ('allocation' in step) {
    const charges = step.allocation.map(([of, basis]) => ({ of: line(of), basis, amount: '', fixed: [] }));
    return { kind: 'allocation', body: { date, to: step.to.map(line), charges } };
  }
  if ('delivery' in step)
    return {
      kind: 'delivery',
      body: { customer: step.delivery, date, warehouse: warehouse(), lines: step.lines.map(goods) },
    };
  if ('invoice' in step) {
    return {
      kind: 'invoice',
      body: {
        customer: step.invoice,
        date,
        lines: step.lines.map(([of, quantity, price]) => ({ of: line(of), quantity, price })),
      },
    };
  }
  if ('assembly' in step) {
    const { uses, assembly, conversion } = step;
    return {
      kind: 'assembly',
      body: { date, warehouse: warehouse(), uses: uses.map(goods), makes: goods(assembly), conversion },
    };
  }
  if ('transfer' in step) {
    const [from, to] = step.transfer;
    return {
      kind: 'transfer',
      body: { date, from: warehouse(from), to: warehouse(to), inTransit: false, lines: step.lines.map(goods) },
    };
  }
  if ('count' in step) {
    const lines = step.lines.map(([number, quantity, change]) => ({ item: item(number), quantity, change }));
    return { kind: 'count', body: { date, warehouse: warehouse(), reason: step.count, lines } };
  }
  if ('return' in step) {
    const lines = step.lines.map((part) => ({ ...cited(part), replace: false, confirmed: false }));
    return { kind: 'return', body: { vendor: vendor(step.return).id, date, reference: step.number, lines } };
  }
  if ('standard' in step)
    return {
      kind: 'standard',
      body: { date, lines: step.standard.map(([number, standard]) => ({ item: item(number), standard })) },
    };
  if ('payment' in step) {
    const { id, currency } = vendor(step.payment);
    const bills = step.bills.map(([bill, amount]) => ({
      of: documents.get(bill) ?? '0',
      amount,
      discount: '',
      writeOff: '',
    }));
    return {
      kind: 'payment',
      body: { vendor: id, date, currency, from: '', discountsTo: 'income', reason: '', bills },
    };
  }
  if ('step' in step) {
    const about = { of: documents.get(step.of) ?? '0', seen: 1, date, reason: step.reason ?? '' };
    const { step: deed } = step;
    return deed === 'approved' || deed === 'rejected'
      ? { kind: 'order-approval', body: { ...about, step: deed } }
      : { kind: 'order-step', body: { ...about, step: deed } };
  }
  if ('change' in step) {
    const lines = step.lines.map(([of, quantity, price, due]) => ({
      of: line(of),
      item: '',
      quantity,
      price,
      discount: '',
      due: addDays(date, due),
    }));
    return {
      kind: 'order-change',
      body: { of: documents.get(step.change) ?? '0', seen: 1, date, reason: step.reason, lines },
    };
  }
  if ('close' in step) {
    return {
      kind: 'order-closing',
      body: {
        of: documents.get(step.close) ?? '0',
        date,
        reason: step.reason,
        lines: step.lines.map((of) => ({ of: line(of) })),
      },
    };
  }
  const { id, currency } = vendor(step.prepayment);
  return { kind: 'prepayment', body: { vendor: id, date, currency, amount: step.amount } };
}

const lotsOf = (lots: StoryLots | undefined) =>
  lots === undefined
    ? {}
    : {
        lots: lots.map((part) =>
          typeof part === 'string' ? { lot: part, quantity: '1' } : { lot: part[0], quantity: part[1] },
        ),
      };
