import { createHash } from 'node:crypto';
import type { EntityManager } from 'typeorm';
import type { PreviewReply } from '@obolus/contract/commands';

/** A body as text that is the same for the same body, in whatever order its fields were written. */
const inOrder = (body: unknown): string =>
  JSON.stringify(body, (_, value: unknown) =>
    typeof value === 'object' && value !== null && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
      : value,
  );

export const hashOfBody = (body: unknown): string => createHash('sha256').update(inOrder(body)).digest('hex');

/** Whether somebody other than whoever posts it looked at exactly this body of a draft and agreed. */
export async function isSignedOff(manager: EntityManager, draft: string, body: unknown, by: string): Promise<boolean> {
  const rows: unknown[] = await manager.query(
    "SELECT 1 FROM sign_off WHERE draft_id = ? AND body_hash = ? AND answer = 'agreed' AND answered_by <> ? LIMIT 1",
    [draft, hashOfBody(body), by],
  );
  return rows.length > 0;
}

/** How exactly this body of a draft stands with the second person: as it was asked and answered last; empty where nobody was asked. */
export async function secondLookAt(
  manager: EntityManager,
  draft: string,
  body: unknown,
): Promise<PreviewReply['secondLook']> {
  const [last] = (await manager.query(
    'SELECT answer FROM sign_off WHERE draft_id = ? AND body_hash = ? ORDER BY id DESC LIMIT 1',
    [draft, hashOfBody(body)],
  )) as { answer: '' | 'agreed' | 'sent back' }[];
  return last ? last.answer || 'asked' : '';
}
