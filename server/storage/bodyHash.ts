import { createHash } from 'node:crypto';

/** A body as text that is the same for the same body, in whatever order its fields were written. */
const inOrder = (body: unknown): string =>
  JSON.stringify(body, (_, value: unknown) =>
    typeof value === 'object' && value !== null && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
      : value,
  );

export const hashOfBody = (body: unknown): string => createHash('sha256').update(inOrder(body)).digest('hex');
