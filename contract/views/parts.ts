import { DOCUMENT_KINDS } from '../kinds/kinds.ts';
import { oneOf, Quantity, Text, Type } from '../figures.ts';

export const Name = Text(160);

export const Count = Type.Integer({ minimum: 0 });

export const AnyKind = oneOf(DOCUMENT_KINDS);

/** The unit of a line's price, and how many stock units it holds. `asked` is the line's quantity in it. */
export const InUnit = { unit: Text(20), per: Quantity };

export const orEmpty = <Figure extends Parameters<typeof Type.Array>[0]>(figure: Figure) =>
  Type.Union([figure, Type.Literal('')]);
