import { type AskedShares, type ColumnShares, SharedLines, type SharedOn } from './shares.ts';

/** What the worker is asked: lines when they are new, and charges to be shared over them. */
export interface Asked {
  readonly turn: number;
  readonly lines?: { readonly of: readonly SharedOn[]; readonly currency: string };
  readonly charges: readonly { readonly key: string; readonly asked: AskedShares }[];
}

export interface Answered {
  readonly turn: number;
  readonly columns: readonly { readonly key: string; readonly shares: ColumnShares }[];
}

let lines: SharedLines | undefined;

self.onmessage = ({ data }: MessageEvent<Asked>) => {
  if (data.lines) lines = new SharedLines(data.lines.of, data.lines.currency);
  const columns = data.charges.map(({ key, asked }) => ({
    key,
    shares: lines?.share(asked) ?? { ok: false as const, reason: '' },
  }));
  const answer: Answered = { turn: data.turn, columns };
  // Handed over, not copied.
  self.postMessage(answer, {
    transfer: columns.flatMap(({ shares }) => (shares.ok ? [shares.amounts.buffer as ArrayBuffer] : [])),
  });
};
