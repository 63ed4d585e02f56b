import type { MessageId } from '@obolus/messages/message';
import { exactly, oneOf, Text, Type, type Static } from './figures.ts';

export const CONDITIONS = ['has', 'has-not', 'is', 'from', 'to', 'empty', 'filled'] as const;

/** What a column must hold. `to` is text, a figure, a day, or `today`, also with days more or less: `today+7`. */
export const Condition = exactly({ column: Text(40), is: oneOf(CONDITIONS), to: Text(100) });

export type Condition = Static<typeof Condition>;

export const Conditions = Type.Array(Condition, { maxItems: 12 });

/** How a list is looked at. */
export const ListState = exactly({
  sort: Type.Optional(Text(40)),
  down: Type.Optional(Type.Boolean()),
  find: Type.Optional(Text(100)),
  where: Type.Optional(Conditions),
  columns: Type.Optional(Type.Array(Text(40), { maxItems: 60 })),
});

export type ListState = Static<typeof ListState>;

/** A way to look at a list that everybody has. */
export interface ListView {
  readonly name: MessageId;
  readonly state: ListState;
}

export const ListRow = exactly({ id: Text(40), link: Text(200), cells: Type.Record(Type.String(), Type.String()) });

export type ListRow = Static<typeof ListRow>;

export const ListPage = exactly({
  rows: Type.Array(ListRow),
  /** Where the next page begins. */
  next: Type.Union([Text(1000), Type.Null()]),
  /** Of all that is found, told with the first page alone. */
  count: Type.Union([Type.Integer({ minimum: 0 }), Type.Null()]),
  sums: Type.Record(Type.String(), Type.String()),
});

export type ListPage = Static<typeof ListPage>;

/** A list of many rows, described once: the server sorts, filters and pages it, the web draws it, and a file of it has the same columns. */
export interface List {
  readonly title: MessageId;
  /** So many rows, counted: 12 orders. */
  readonly rows: MessageId;
  readonly columns: readonly ListColumn[];
  /** Sorted by this column at first, downwards where it says so. */
  readonly sort: string;
  readonly down?: true;
  /** Ways to look at it that everybody has. */
  readonly views?: readonly ListView[];
}

export interface ListColumn {
  readonly name: string;
  readonly title: MessageId;
  readonly as: 'text' | 'day' | 'figure';
  /** What its codes are called, where it holds codes. */
  readonly words?: Readonly<Record<string, MessageId>>;
  /** Told of the rows that are shown; the list cannot be sorted or filtered by it. */
  readonly calculated?: true;
  /** Not shown until it is asked for. */
  readonly optional?: true;
  /** Its sum over all rows that are found stands at the foot. */
  readonly sum?: true;
  /** Only to filter by: what a page fixes. */
  readonly hidden?: true;
}
