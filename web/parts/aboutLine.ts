import { showFigure } from '../locale/figures.ts';
import type { EntryView } from '@obolus/contract/commands';

/** What a journal line is about: goods, an expense, a vendor or a bank account, with what moved on that in a currency of its own; then department, location and project. */
export const aboutLine = ({
  item,
  expense,
  vendor,
  bank,
  held,
  department,
  location,
  project,
}: EntryView['lines'][number]): string =>
  [
    item ?? expense ?? vendor ?? bank,
    held && `${showFigure(held.amount.replace('-', ''))}\u00a0${held.currency}`,
    department,
    location,
    project,
  ]
    .filter(Boolean)
    .join(' · ');
