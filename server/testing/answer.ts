import type { ApprovalView } from '@obolus/contract/views/approvals';
import type { Client, Reply } from './client.ts';

/** What somebody sees waiting for a second person, or answered. */
export const approvals = async (client: Client): Promise<ApprovalView[]> =>
  ((await client.call('GET', '/api/approvals')).body.rows ?? []) as ApprovalView[];

/** Answers what is asked of a subject, as the list of approvals shows it to whoever answers. */
export async function answer(
  client: Client,
  of: string,
  step: 'approved' | 'rejected' = 'approved',
  { reason = '', date = '2026-03-20' }: { reason?: string; date?: string } = {},
): Promise<Reply> {
  const asked = (await approvals(client)).find((row) => row.of === of && row.answer === '');
  const { subject = 'set-up', seen = '' } = asked ?? {};
  return client.post('approval', { subject, of, seen, date, step, reason });
}
