import type { LineId } from '@obolus/core/costing/pool';
import { placeInRun } from '@obolus/core/paying/released';
import { facts } from '../storage/tables.ts';
import type { TableRows } from '../storage/documentRows.ts';

/** That a payment or prepayment was made of a place of a run; nothing for one that was typed. */
export function paidByRun(run: LineId | undefined, id: string): TableRows[] {
  if (run === undefined) return [];
  const { document, position } = placeInRun(run);
  return [{ table: facts.runPaid, rows: [{ document_id: id, run_id: document, run_line_no: position + 1 }] }];
}
