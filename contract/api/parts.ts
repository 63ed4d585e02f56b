import { AskedDay, exactly, Id, Key, Type } from '../figures.ts';

export const byId = exactly({ id: Id });

export const byKey = exactly({ id: Key });

export const list = <Row extends Parameters<typeof Type.Array>[0]>(row: Row) => exactly({ rows: Type.Array(row) });

/** A list that shows the first of its rows, and says whether there are more. */
export const firstOf = <Row extends Parameters<typeof Type.Array>[0]>(row: Row) =>
  exactly({ rows: Type.Array(row), more: Type.Boolean({ description: 'Whether there are more than these' }) });

export const Done = exactly({ done: Type.Literal(true) });

/** As of a day, by all that is known, or only by what had been entered when a day ended. */
export const asKnown = { on: Type.Optional(AskedDay), known: Type.Optional(AskedDay) };

export const vendorFilter = exactly({ vendor: Type.Optional(Id) });
