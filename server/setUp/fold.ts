/** What a key is known by, however it is written: two entries whose folded keys are the same are one. */
export const fold = (key: string): string => key.trim().toLowerCase();
