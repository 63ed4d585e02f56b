import { BaseAmount, Currency, Day, exactly, Id, LineId, Rate, Text, Type } from '../figures.ts';
import { kind } from './kind.ts';
import { lines, MOST_LINES } from './parts.ts';

const Stated = (description: string) =>
  Type.Union([BaseAmount, Type.Literal('')], {
    description: `${description}; empty where the entry does not state it`,
  });

/** What customs went by: it states, and posts nothing. An allocation that cites it works out duty by it. */
export const customsEntry = kind({
  name: 'customs-entry',
  prefix: 'CE',
  mayPost: ['accountant'],
  amounts: 'kind.amounts_duty',
  body: exactly({
    date: Day,
    reference: Text(60, 'The number of the entry at customs'),
    vendor: Type.Union([Id, Type.Literal('')], {
      description: 'The broker; empty where the company made the entry itself',
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
    }),
  }),
});
