import type { LineId } from '@obolus/core/costing/pool';
import type { TableRows } from '../storage/documentRows.ts';
import { citing } from '../storage/lineColumns.ts';
import { facts } from '../storage/tables.ts';

/** That a payment or prepayment was made of a place of a run; nothing for one that was typed. */
export function paidByRun(run: LineId | undefined, id: string): TableRows[] {
  if (run === undefined) return [];
  return [{ table: facts.runPaid, rows: [{ document_id: id, ...citing('run', 'run_line_no', run) }] }];
}
