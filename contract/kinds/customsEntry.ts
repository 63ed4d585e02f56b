import { BaseAmount, Currency, Day, exactly, Id, LineId, Rate, Text, Type } from '../figures.ts';
import { kind } from './kind.ts';
import { ChargeKind, lines, MOST_LINES } from './parts.ts';

const Stated = (description: string) =>
  Type.Union([BaseAmount, Type.Literal('')], {
    description: `${description}; empty where the entry does not state it`,
  });

/** What customs went by; where the company lets it carry the debt, it posts what is owed there. An allocation that cites it works out duty by it. */
export const customsEntry = kind({
  name: 'customs-entry',
  prefix: 'CE',
  mayPost: ['accountant'],
  amounts: 'kind.amounts_duty',
  body: exactly({
    date: Day,
    entered: Day,
    reference: Text(60, 'The number of the entry at customs'),
    vendor: Type.Union([Id, Type.Literal('')], {
      description: 'The broker; empty where the company made the entry itself',
    }),
    authority: Type.Union([Id, Type.Literal('')], {
      description: 'The customs authority that the debt is owed to; empty where the entry only states',
    }),
    corrects: Type.Optional(
      Type.Union([Id, Type.Literal('')], {
        description: 'The customs entry that it corrects: amounts may be below zero',
      }),
    ),
    charges: Type.Array(exactly({ kind: ChargeKind, amount: BaseAmount }), {
      maxItems: 20,
      description: 'What is owed beside duty and import tax: fees, interest, a fine',
    }),
    rates: Type.Array(exactly({ currency: Currency, rate: Rate }), {
      maxItems: 50,
      description: 'Rates of exchange that customs used, one for each foreign currency',
    }),
    lines: lines({
      goods: Type.Array(LineId, {
        maxItems: MOST_LINES,
        description: 'Received lines that the line declares; none where the goods have not come',
      }),
      code: Type.String({ maxLength: 20, pattern: '^[0-9 .]*$', description: 'The tariff code that was declared' }),
      origin: Type.String({
        pattern: '^([A-Z]{2})?$',
        description: 'A country of ISO 3166-1; empty where it is as the receipt states it',
      }),
      preference: Type.Optional(
        Type.Boolean({ description: 'Whether a preference was claimed; left out, as the receipt states it' }),
      ),
      value: Stated('Customs value'),
      duty: Stated('Duty charged'),
      importTax: Stated('Import tax charged'),
      additions: Type.Optional(Stated('What belongs to the customs value beside the price')),
    }),
  }),
});
