import type { MessageId } from '@obolus/messages/message';
import type { ListColumn } from './listState.ts';

export const text = (name: string, title: MessageId, more: Partial<ListColumn> = {}): ListColumn => ({
  name,
  title,
  as: 'text',
  ...more,
});

export const day = (name: string, title: MessageId, more: Partial<ListColumn> = {}): ListColumn => ({
  name,
  title,
  as: 'day',
  ...more,
});

export const figure = (name: string, title: MessageId, more: Partial<ListColumn> = {}): ListColumn => ({
  name,
  title,
  as: 'figure',
  ...more,
});

export const optional = { optional: true } as const;

export const hidden = { hidden: true } as const;

type StatusOf<Id> = Id extends `status.${infer Code}` ? Code : never;

/** Words for the codes that a column holds. */
export const words = (...codes: StatusOf<MessageId>[]): Pick<ListColumn, 'words'> => ({
  words: Object.fromEntries(codes.map((code) => [code, `status.${code}`] as const)),
});
