import { describe, expect, it } from '@jest/globals';
import { base } from '../exact/amounts.ts';
import { emptyBooks } from '../state/books.ts';
import { companyOf } from '../state/company.ts';
import type { Asked } from '../state/approval.ts';
import { type ApprovalCommand, decideApproval } from './approval.ts';

const books = emptyBooks(companyOf({ currency: 'USD', firstOpenDay: '2026-03-01' }));
const asked: Asked = {
  request: '7',
  by: 'ines',
  concerns: undefined,
  seen: 'abc',
  isAnswered: false,
  amount: base(120_00n),
  above: base(100_00n),
};
const command = (more: Partial<ApprovalCommand> = {}): ApprovalCommand => ({
  kind: 'approval',
  subject: 'bill',
  of: 'draft',
  seen: 'abc',
  date: '2026-03-05',
  step: 'approved',
  reason: '',
  by: 'piet',
  asked,
  ...more,
});
const reasons = (more: Partial<ApprovalCommand>) => {
  const decision = decideApproval(books, command(more));
  return decision.accepted ? [] : decision.refusals.map(({ reason, at }) => `${reason} ${at}`);
};

describe('what a second person answers', () => {
  it('keeps exactly what was approved, what it came to and the limit that it is above, and posts nothing', () => {
    const decision = decideApproval(books, command());
    expect(decision).toMatchObject({
      accepted: true,
      posted: { document: { of: 'draft', seen: 'abc', amount: 120_00n, above: 100_00n, by: 'piet' }, entries: [] },
    });
  });

  it.each([
    ['nothing was asked', { asked: undefined }, ['approval_not_awaited /of']],
    ['it was answered', { asked: { ...asked, isAnswered: true } }, ['approval_not_awaited /of']],
    ['something else is asked by now', { seen: 'abd' }, ['approval_changed_since /seen']],
    ['it was asked by the one who answers', { by: 'ines' }, ['approval_own /of']],
    ['it is about the one who answers', { asked: { ...asked, concerns: 'piet' } }, ['approval_own /of']],
    ['it is rejected without a reason', { step: 'rejected', reason: ' ' }, ['reason_missing /reason']],
    ['its day is closed', { date: '2026-02-28' }, ['date_in_closed_period /date']],
  ] as const)('is refused where %s', (_, more, expected) => {
    expect(reasons(more)).toEqual(expected);
  });
});
