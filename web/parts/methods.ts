import type { ItemView } from '@obolus/contract/views';

/** How an item is valued, in the trade's words. */
export const METHOD: Readonly<Record<ItemView['method'], string>> = {
  fifo: 'FIFO',
  average: 'moving average',
  standard: 'standard cost',
  lot: 'by lot or serial number',
};
