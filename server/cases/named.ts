import type { Command } from '@obolus/core/posting/kinds';

export const whoOf = (command: Command): string => ('by' in command && command.by ? command.by : 'accountant');

/** The kinds of charge that a command names. */
export function chargeKindsIn(command: Command): string[] {
  if (command.kind === 'bill') return command.charges.map(({ kind }) => kind);
  if (command.kind === 'charge-move') return [command.charge];
  if (command.kind === 'order' || command.kind === 'order-change')
    return command.lines.flatMap(({ estimates = [] }) => estimates.map(({ kind }) => kind));
  return [];
}

export const emptyIds = () => ({
  items: new Map<string, string>(),
  vendors: new Map<string, string>(),
  warehouses: new Map<string, string>(),
  chargeKinds: new Set<string>(),
  documents: new Map<string, string>(),
});
