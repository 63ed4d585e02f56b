import type { Command } from '@obolus/core/posting/kinds';

export const whoOf = (command: Command): string => ('by' in command && command.by ? command.by : 'accountant');

/** The kinds of charge that a command names. */
export function chargeKindsIn(command: Command): string[] {
  if (command.kind === 'bill' || command.kind === 'customs-entry') return command.charges.map(({ kind }) => kind);
  if (command.kind === 'charge-move') return [command.charge];
  if (command.kind === 'order' || command.kind === 'order-change')
    return command.lines.flatMap(({ estimates = [] }) => estimates.map(({ kind }) => kind));
  return [];
}

/** The vendors that a command names. */
export const vendorsIn = (command: Command): string[] =>
  ['vendor', 'authority'].flatMap((field) => {
    const name = (command as unknown as Record<string, unknown>)[field];
    return typeof name === 'string' && name !== '' ? [name] : [];
  });

export const emptyIds = () => ({
  items: new Map<string, string>(),
  vendors: new Map<string, string>(),
  warehouses: new Map<string, string>(),
  bankAccounts: new Map<string, string>(),
  chargeKinds: new Set<string>(),
  documents: new Map<string, string>(),
});
