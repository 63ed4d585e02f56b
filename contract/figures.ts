import { Type, type Static, type TSchema } from '@sinclair/typebox';

/** Figures travel as text, exact: no number of JSON ever holds money, a quantity, a price or a rate. */
const figure = (description: string) => Type.String({ maxLength: 40, description });

export const Quantity = figure('A quantity in the item’s stock unit, at most 6 decimals');
export const Price = figure('A price for one stock unit in the document’s currency, at most 6 decimals');
export const Discount = figure('A discount in percent, at most 4 decimals');
export const Amount = figure('An amount in the currency named beside it');
export const BaseAmount = figure('An amount in the company’s base currency');
export const Rate = figure('Base currency units for one unit of the document’s currency');
export const Day = Type.String({ maxLength: 10, description: 'A day, YYYY-MM-DD' });
/** A day that must be one, where nothing else looks at it. */
export const AskedDay = Type.String({ format: 'date', description: 'A day, YYYY-MM-DD' });
export const Id = Type.String({ pattern: '^[0-9]{1,19}$', description: 'An identifier' });
export const LineId = Type.String({
  pattern: '^[0-9]{1,19}/[0-9]{1,6}$',
  description: 'A line of a document: document/line',
});
export const Key = Type.String({
  pattern: '^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$',
  description: 'A key made by the client (UUID)',
});
export const Text = (maxLength: number, description = '') => Type.String({ maxLength, description });
export const Currency = Type.String({ minLength: 3, maxLength: 3, description: 'A currency code of ISO 4217' });

/** An object that allows no field beyond its own. */
export const exactly = <Fields extends Record<string, TSchema>>(fields: Fields) =>
  Type.Object(fields, { additionalProperties: false });

export const oneOf = <Values extends readonly string[]>(values: Values) =>
  Type.Unsafe<Values[number]>({ type: 'string', enum: [...values] });

export type { Static, TSchema };
export { Type };
