import { Currency, Day, exactly, Id, LineId, oneOf, Text, Type } from '../figures.ts';
import { Asked, lines, Party, Terms } from './parts.ts';
import { kind } from './kind.ts';

/** The rules of the International Chamber of Commerce, 2020. */
export const INCOTERMS = ['EXW', 'FCA', 'CPT', 'CIP', 'DAP', 'DPU', 'DDP', 'FAS', 'FOB', 'CFR', 'CIF'] as const;

export const order = kind({
  name: 'order',
  prefix: 'PO',
  mayPost: ['buyer', 'accountant'],
  amounts: 'kind.amounts_ordered',
  body: exactly({
    vendor: Party,
    date: Day,
    currency: Currency,
    warehouse: Id,
    lines: lines({
      ...Asked,
      replaces: Type.Optional(
        Type.Union([LineId, Type.Literal('')], {
          description: 'The line of a return whose goods it is in place of, where their own order is closed',
        }),
      ),
    }),
    note: Text(500),
    terms: Terms,
    incoterm: Type.Optional(oneOf(['', ...INCOTERMS] as const)),
    place: Type.Optional(Text(60, 'The named place of the Incoterm')),
  }),
});
