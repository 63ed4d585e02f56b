import { AskedDay, BaseAmount, Currency, Day, exactly, Id, oneOf, Quantity, Rate, Text, Type } from '../figures.ts';
import { TariffGap, TriedCode } from '../views/tariff.ts';
import {
  ChargeKindView,
  DimensionView,
  Fields,
  ItemView,
  PersonView,
  PriceView,
  RegisterEntry,
  SavedEntry,
  TaxCodeView,
  TermsView,
  VendorView,
  BankAccountView,
  WarehouseView,
} from '../views/setUp.ts';
import { FIGURE_STYLES, IMPORT_KINDS, MAY_IMPORT } from '../imports.ts';
import { ImportView } from '../views/drafts.ts';
import { REGISTER_NAMES } from '../registers/register.ts';
import { type Role, ROLES } from '../roles.ts';
import { VendorRecord } from '../views/orders.ts';
import { endpoint } from '../endpoint.ts';
import { byId, byKey, firstOf, list } from './parts.ts';

const importers: readonly Role[] = [...new Set(Object.values(MAY_IMPORT).flat())];

const PERSON = {
  role: oneOf(ROLES),
  approvalLimit: Type.Union([BaseAmount, Type.Literal('')], { description: 'In base currency; empty for none' }),
};

/** What fits is looked up a few at a time, what is named is given whole; with neither everything in use. */
const sought = {
  find: Type.Optional(Text(80, 'Number, code or name; the first forty that fit')),
  ids: Type.Optional(
    Type.String({
      pattern: '^[0-9]{1,19}(,[0-9]{1,19}){0,499}$',
      maxLength: 10_000,
      description: 'Ids, apart by commas',
    }),
  ),
};

const ofRegister = { register: oneOf(REGISTER_NAMES) };

export const setUpEndpoints = {
  items: endpoint({
    method: 'get',
    path: '/items',
    summary: 'Items',
    allow: 'signed-in',
    query: exactly({ ...sought, vendor: Type.Optional(Id) }),
    reply: list(ItemView),
  }),
  itemsNamed: endpoint({
    method: 'get',
    path: '/items/named',
    summary:
      'The items that texts name, by number, a code on them or the vendor’s own number; what names none is not there',
    allow: 'signed-in',
    query: exactly({ texts: Text(4000, 'Apart by line feeds'), vendor: Type.Optional(Id) }),
    reply: list(exactly({ text: Text(4000), item: Id })),
  }),
  tariffGaps: endpoint({
    method: 'get',
    path: '/tariff/gaps',
    summary: 'Items without a tariff code, and those whose code no rate reaches on a day',
    allow: 'signed-in',
    query: exactly({ on: AskedDay }),
    reply: firstOf(TariffGap),
  }),
  crossRates: endpoint({
    method: 'get',
    path: '/rates/cross',
    summary: 'Units of each other currency that has a rate on a day for one of a currency',
    allow: 'signed-in',
    query: exactly({ currency: Currency, on: Day }),
    reply: list(exactly({ currency: Currency, rate: Rate })),
  }),
  tryCode: endpoint({
    method: 'get',
    path: '/tariff/try',
    summary: 'What goods of a code are charged on a day, by which rates, and why others do not apply',
    allow: 'signed-in',
    query: exactly({
      code: Text(20),
      origin: Text(2),
      preference: Type.Optional(Type.Literal('yes')),
      on: Day,
      value: BaseAmount,
      quantity: Quantity,
      item: Type.Optional(Id),
    }),
    reply: TriedCode,
  }),
  vendors: endpoint({
    method: 'get',
    path: '/vendors',
    summary: 'Vendors',
    allow: 'signed-in',
    query: exactly(sought),
    reply: list(VendorView),
  }),
  warehouses: endpoint({
    method: 'get',
    path: '/warehouses',
    summary: 'Warehouses',
    allow: 'signed-in',
    reply: list(WarehouseView),
  }),
  bankAccounts: endpoint({
    method: 'get',
    path: '/bank-accounts',
    summary: 'The company’s own accounts, from which vendors are paid',
    allow: 'signed-in',
    reply: list(BankAccountView),
  }),
  terms: endpoint({
    method: 'get',
    path: '/terms',
    summary: 'Terms of payment',
    allow: 'signed-in',
    reply: list(TermsView),
  }),
  taxCodes: endpoint({
    method: 'get',
    path: '/tax-codes',
    summary: 'Tax codes',
    allow: 'signed-in',
    reply: list(TaxCodeView),
  }),
  chargeKinds: endpoint({
    method: 'get',
    path: '/charge-kinds',
    summary: 'Kinds of charge',
    allow: 'signed-in',
    reply: list(ChargeKindView),
  }),
  dimensions: endpoint({
    method: 'get',
    path: '/dimensions',
    summary: 'Departments, locations and projects',
    allow: 'signed-in',
    reply: list(DimensionView),
  }),
  vendorRecord: endpoint({
    method: 'get',
    path: '/vendors/:id/record',
    summary: 'How a vendor delivers: on time and in full, by month',
    allow: 'signed-in',
    params: byId,
    reply: VendorRecord,
  }),
  prices: endpoint({
    method: 'get',
    path: '/vendors/:id/prices',
    summary: 'Prices of a vendor: its list, else the last order',
    allow: 'signed-in',
    params: byId,
    reply: list(PriceView),
  }),
  entry: endpoint({
    method: 'get',
    path: '/registers/:register/:id',
    summary: 'What is set up: an entry with its history',
    allow: 'signed-in',
    params: exactly({ ...ofRegister, id: Id }),
    reply: RegisterEntry,
  }),
  newEntry: endpoint({
    method: 'post',
    path: '/registers/:register',
    summary: 'Set up a new entry; who may is said by the register',
    allow: 'signed-in',
    params: exactly(ofRegister),
    body: exactly({ fields: Fields }),
    reply: SavedEntry,
    keyed: true,
  }),
  saveEntry: endpoint({
    method: 'put',
    path: '/registers/:register/:id',
    summary: 'Change fields of an entry, each from what it was seen to be; who may is said by the register',
    allow: 'signed-in',
    params: exactly({ ...ofRegister, id: Id }),
    body: exactly({ fields: Fields, seen: Fields }),
    reply: SavedEntry,
  }),
  people: endpoint({
    method: 'get',
    path: '/people',
    summary: 'People, their roles and limits',
    allow: 'signed-in',
    reply: list(PersonView),
  }),
  newPerson: endpoint({
    method: 'post',
    path: '/people',
    summary: 'Somebody new, with a password that is shown once',
    allow: ['administrator'],
    body: exactly({ name: Text(160), email: Text(160), ...PERSON }),
    reply: exactly({ person: PersonView, password: Text(60) }),
  }),
  savePerson: endpoint({
    method: 'put',
    path: '/people/:id',
    summary: 'Change somebody’s role or limit, or keep them out; never one’s own',
    allow: ['administrator'],
    params: byId,
    body: exactly({ ...PERSON, blocked: Type.Boolean() }),
    reply: PersonView,
  }),
  resetPerson: endpoint({
    method: 'post',
    path: '/people/:id/reset',
    summary: 'A link by which somebody sets a new password, once, within a day',
    allow: ['administrator'],
    params: byId,
    body: exactly({}),
    reply: exactly({ token: Text(100) }),
  }),
  imports: endpoint({
    method: 'get',
    path: '/imports',
    summary: 'Imports, latest first',
    allow: importers,
    reply: firstOf(ImportView),
  }),
  stageImport: endpoint({
    method: 'put',
    path: '/imports/:id',
    largest: '8mb',
    summary: 'Stage a CSV or XLSX file: checked line by line, nothing loaded',
    allow: importers,
    params: byKey,
    body: exactly({
      kind: oneOf(IMPORT_KINDS),
      fileName: Text(200),
      content: Text(7_000_000, 'The file, CSV or XLSX, in base64'),
      figures: Type.Optional(oneOf(FIGURE_STYLES)),
    }),
    reply: ImportView,
  }),
  import: endpoint({
    method: 'get',
    path: '/imports/:id',
    summary: 'An import with its lines',
    allow: importers,
    params: byKey,
    reply: ImportView,
  }),
  loadImport: endpoint({
    method: 'post',
    path: '/imports/:id/load',
    summary: 'Load a staged import, or go on with one that was interrupted',
    allow: importers,
    params: byKey,
    body: exactly({ leaveOutWrong: Type.Boolean() }),
    reply: ImportView,
  }),
  cancelImport: endpoint({
    method: 'post',
    path: '/imports/:id/cancel',
    summary: 'Stop an import that is loading: what is loaded stays, the rest can be gone on with',
    allow: importers,
    params: byKey,
    body: exactly({}),
    reply: ImportView,
  }),
} as const;
