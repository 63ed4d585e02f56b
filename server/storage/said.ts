import type { Message } from '@obolus/messages/message';

/** What is to be said, as it is kept: without words, as JSON; empty for nothing. */
export const keptSays = (says: readonly Message[]): string => (says.length === 0 ? '' : JSON.stringify(says));

/** What was kept to be said. */
export const readSays = (kept: string | null | undefined): Message[] => (kept ? (JSON.parse(kept) as Message[]) : []);
