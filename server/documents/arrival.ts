import { formatQuantity, quantity } from '@obolus/core/exact/amounts';
import { poolId } from '@obolus/core/costing/pool';
import { citing } from '../storage/lineColumns.ts';
import { facts } from '../storage/tables.ts';
import { type DocumentCommand, lineAt } from './documentCommand.ts';
import { MOVED } from './lineQueries.ts';
import { lots } from './writeParts.ts';
import { lotsOf } from './readParts.ts';
import { loadSources } from '../storage/load/sources.ts';
import { wantGoods } from '../storage/load/wanted.ts';

export const arrival: DocumentCommand<'arrival'> = {
  read: (body, reader) => ({
    kind: 'arrival',
    date: body.date,
    lines: body.lines.map((line, position) => ({
      of: line.of,
      quantity: reader.quantity(line.quantity, `/lines/${position}/quantity`),
      lots: lotsOf(line, reader, `/lines/${position}`),
      lost: line.lost === '' ? quantity(0n) : reader.quantity(line.lost, `/lines/${position}/lost`),
    })),
  }),
  async load(command, loader) {
    await loadSources(
      loader,
      command.lines.map(({ of }) => of),
    );
    const sources = command.lines.flatMap(({ of }) => loader.parts.sources.get(of) ?? []);
    wantGoods(
      loader,
      sources.map(({ item, party }) => poolId(item, party)),
      command.date,
      'in',
    );
  },
  header: () => ({}),
  rows: ({ lines }, saving) => [
    {
      table: facts.arrivalLine,
      rows: lines.map((line, position) => ({
        ...lineAt(saving, position),
        ...citing('transfer', 'transfer_line_no', line.of),
        quantity: line.quantity,
        lost: line.lost,
      })),
    },
  ],
  write: ({ date, lines }, names) => ({
    date,
    lines: lines.map((line) => ({
      of: names.line(line.of),
      quantity: formatQuantity(line.quantity),
      lost: formatQuantity(line.lost),
      ...lots(line.lots),
    })),
  }),
  lines: MOVED,
};
