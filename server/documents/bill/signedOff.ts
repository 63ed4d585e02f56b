import type { EntityManager } from 'typeorm';
import type { PreviewReply } from '@obolus/contract/commands';
import { hashOfBody } from '../../storage/bodyHash.ts';

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
