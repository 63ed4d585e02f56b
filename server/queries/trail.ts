import type { EntityManager } from 'typeorm';
import type { DocumentKind } from '@obolus/contract/kinds/kinds';
import type { TrailPart } from '@obolus/contract/views/documents';
import { documentAmount, rate, toBase } from '@obolus/core/exact/amounts';
import { groupBy } from '../storage/groupBy.ts';
import { big, type Row, showAmount, text } from './figures.ts';
import { message, type MessageId } from '@obolus/messages/message';

/** The place of a kind of document in the trail: where the trail begins that it belongs to, and what it adds to it. */
export interface TrailStage {
  readonly label: MessageId;
  /** The kind that the trail begins with. */
  readonly from: DocumentKind;
  /** SQL: the ids of the documents that this one goes back to, each `?` its own id. */
  readonly roots: string;
  /**
   * SQL: id, kind, number and day of every document of this stage on the roots `(?)`, with amounts in minor units, and the
   * currency and rate they are in (null in base); in the order of entry.
   */
  readonly rows: string;
  /** The amount of a row that does not hold one. */
  amountOf?(row: Row, currency: string): bigint;
}

/** The whole chain that a document stands in, in base currency: it begins at what the document goes back to. */
export async function trailOf(
  manager: EntityManager,
  currency: string,
  id: string,
  { here, stages }: { here: TrailStage | undefined; stages: readonly TrailStage[] },
): Promise<TrailPart[]> {
  if (!here) return [];
  const asked = here.roots.split('?').length - 1;
  const found: Row[] = await manager.query(here.roots, Array<string>(asked).fill(id));
  const roots = [...new Set(found.map((row) => text(row.id)))];
  if (roots.length === 0) return [];
  const parts: TrailPart[] = [];
  for (const stage of stages.filter(({ from }) => from === here.from)) {
    const rows: Row[] = await manager.query(stage.rows, [roots]);
    for (const row of rows) if (stage.amountOf) row.amount = stage.amountOf(row, text(row.currency)).toString();
    parts.push(partOf(stage.label, rows, currency));
  }
  return parts;
}

/**
 * A part of the trail in base currency. Goods are taken at their order's rate, converted once for all lines of a currency and
 * rate: a gap in the ribbon is then quantity or price, never exchange or rounding. Rows without a currency are in base already.
 */
function partOf(label: MessageId, rows: readonly Row[], currency: string): TrailPart {
  const documents = [...groupBy(rows, (row) => text(row.id)).values()].map((lines) => {
    const [first] = lines;
    const amount = inBase(lines, currency);
    return {
      id: text(first?.id),
      kind: text(first?.kind) as DocumentKind,
      number: text(first?.number),
      date: text(first?.date),
      amount: showAmount(amount, currency),
    };
  });
  return {
    label: message(label),
    amount: showAmount(inBase(rows, currency), currency),
    documents,
  };
}

function inBase(rows: readonly Row[], currency: string): bigint {
  const groups = groupBy(rows, (row) => `${row.currency ?? ''}|${row.rate ?? ''}`);
  return [...groups.values()].reduce((total, group) => {
    const sum = group.reduce((amount, row) => amount + big(row.amount), 0n);
    const [first] = group;
    return (
      total +
      (first?.currency == null ? sum : toBase(documentAmount(sum), first.currency, rate(big(first.rate)), currency))
    );
  }, 0n);
}
