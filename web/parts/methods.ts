import type { ItemView } from '@obolus/contract/views';

const METHOD: Readonly<Record<ItemView['method'], string>> = { fifo: 'FIFO', average: 'moving average', standard: 'standard cost', lot: 'by lot' };

/** How an item is valued, in the trade's words. */
export const methodOf = ({ method, tracking }: ItemView): string => (tracking === 'serial' ? 'by serial number' : METHOD[method]);
