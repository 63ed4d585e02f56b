import { startTransition, useEffect, useRef, useState } from 'react';
import type { AskedShares, ColumnShares, SharedOn } from './shares.ts';
import type { Answered, Asked } from './sharesWorker.ts';

const keyOf = ({ amount, basis, fixed, density, beside }: AskedShares): string =>
  JSON.stringify([
    amount,
    basis,
    fixed,
    basis === 'chargeable' ? density : undefined,
    beside && [
      beside.kind,
      beside.more,
      beside.charges.map((charge) => [charge.kind, charge.isKeptOut, keyOf(charge)]),
    ],
  ]);

/** What was answered for these lines so far, by what was asked. */
interface Known {
  readonly turn: number;
  readonly columns: ReadonlyMap<string, ColumnShares>;
}

const NOTHING: Known = { turn: 0, columns: new Map() };

/**
 * The shares of charges over lines, calculated beside the page so that it stays at full rate. Until a column is calculated anew the
 * one before it stands.
 */
export function useShares(
  lines: readonly SharedOn[],
  charges: readonly AskedShares[],
  currency: string,
): readonly (ColumnShares | undefined)[] {
  const worker = useRef<Worker>(undefined);
  const [known, setKnown] = useState(NOTHING);
  /** Rises with every change of the lines: what was asked before is worth nothing. */
  const turn = useRef(0);
  const sent = useRef(new Set<string>());
  const ofLines = useRef<readonly SharedOn[]>(undefined);
  const keys = charges.map(keyOf);

  useEffect(() => {
    const started = new Worker(new URL('./sharesWorker.ts', import.meta.url), { type: 'module' });
    started.onmessage = ({ data }: MessageEvent<Answered>) => {
      if (data.turn !== turn.current) return;
      // Drawn between what somebody types and moves meanwhile.
      startTransition(() =>
        setKnown((before) => ({
          turn: data.turn,
          columns: new Map([
            ...(before.turn === data.turn ? before.columns : []),
            ...data.columns.map(({ key, shares }) => [key, shares] as const),
          ]),
        })),
      );
    };
    worker.current = started;
    ofLines.current = undefined;
    return () => started.terminate();
  }, []);

  const asked = keys.join('\n');
  const latest = useRef(charges);
  latest.current = charges;
  useEffect(() => {
    const isNew = ofLines.current !== lines;
    if (isNew) {
      ofLines.current = lines;
      turn.current += 1;
      sent.current = new Set();
    }
    const missing = [...new Map(latest.current.map((charge) => [keyOf(charge), charge]))].flatMap(([key, charge]) =>
      sent.current.has(key) ? [] : [{ key, asked: charge }],
    );
    if (!isNew && missing.length === 0) return;
    for (const { key } of missing) sent.current.add(key);
    const message: Asked = {
      turn: turn.current,
      ...(isNew ? { lines: { of: lines.map(sharedOn), currency } } : {}),
      charges: missing,
    };
    worker.current?.postMessage(message);
  }, [lines, asked, currency]);

  const last = useRef<readonly (ColumnShares | undefined)[]>([]);
  const isOfThese = ofLines.current === lines && known.turn === turn.current;
  const now = keys.map((key, at) => (isOfThese ? known.columns.get(key) : undefined) ?? last.current[at]);
  const next = now.map((column) => (column?.ok && column.amounts.length !== lines.length ? undefined : column));
  const isSame = next.length === last.current.length && next.every((column, at) => column === last.current[at]);
  if (!isSame) last.current = next;
  return last.current;
}

const sharedOn = ({ line, received, goods, estimates, carried, item }: SharedOn): SharedOn => ({
  line,
  received,
  goods,
  estimates,
  carried,
  item: { id: item.id, weight: item.weight, volume: item.volume },
});
