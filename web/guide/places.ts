/** The chapter of the guide for each place of the work, by how the address begins; the longest that fits counts. */
const PLACES: readonly (readonly [address: string, chapter: string])[] = [
  ['/first-steps', 'first-steps'],
  ['/orders', 'orders'],
  ['/receiving', 'receiving'],
  ['/bench', 'match-bench'],
  ['/landing', 'landing-sheet'],
  ['/shipments', 'landing-sheet'],
  ['/deliveries', 'deliveries'],
  ['/returns', 'returns'],
  ['/payables', 'payables'],
  ['/approvals', 'approvals'],
  ['/stock', 'stock-and-cost'],
  ['/items', 'stock-and-cost'],
  ['/vendors', 'orders'],
  ['/ledger', 'ledger'],
  ['/documents', 'ledger'],
  ['/setup', 'setting-up'],
];

export const chapterAt = (address: string): string =>
  PLACES.find(([begin]) => address.startsWith(begin))?.[1] ?? 'first-steps';
