import type { EntryView } from '@obolus/contract/commands';

/** What a journal line is about: goods, an expense or a vendor, then department, location and project. */
export const aboutLine = ({
  item,
  expense,
  vendor,
  department,
  location,
  project,
}: EntryView['lines'][number]): string =>
  [item ?? expense ?? vendor, department, location, project].filter(Boolean).join(' · ');
