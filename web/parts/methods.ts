import type { ItemView } from '@obolus/contract/views/setUp';

const METHODS: Readonly<Record<string, string>> = {
  fifo: 'FIFO',
  average: 'moving average',
  standard: 'standard cost',
  lot: 'by lot',
  serial: 'by serial number',
};

/** How goods are valued, in the trade's words. */
export const methodInWords = (method: string | undefined): string => METHODS[method ?? ''] ?? '';

export const methodOf = ({ method, tracking }: ItemView): string =>
  methodInWords(tracking === 'serial' ? 'serial' : method);
