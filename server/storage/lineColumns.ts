import type { About } from '@obolus/core/books/journal';
import type { LineId } from '@obolus/core/costing/pool';

/** The columns by which a row is a line. */
export function keyOf(line: LineId): { document_id: string; line_no: number } {
  const [document = '', number = ''] = line.split('/');
  return { document_id: document, line_no: Number(number) };
}

/** The columns by which a row cites a line: `<what>_id` and the one named. */
export function citing(what: string, lineColumn: string, line: LineId): Record<string, unknown> {
  const { document_id: document, line_no: number } = keyOf(line);
  return { [`${what}_id`]: document, [lineColumn]: number };
}

export const dimensionColumns = ({ department, location, project }: About) => ({
  department: department ?? null,
  location: location ?? null,
  project: project ?? null,
});
