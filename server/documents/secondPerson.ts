import { ASKED_AS, type AskedKind } from '@obolus/contract/approvals';
import { approvalOfBody, isApproved } from '../storage/approvalRequests.ts';
import type { DocumentCommand } from './documentCommand.ts';

/** What a kind asks of a second person about its drafts: whether somebody else agreed to exactly this body, and how that stands. */
export const askedAbout = <Kind extends AskedKind>(
  kind: Kind,
): Required<Pick<DocumentCommand<Kind>, 'question' | 'preview'>> => ({
  question: async (manager, { key, user, body }) => ({
    signedOff: key !== undefined && (await isApproved(manager, ASKED_AS[kind], key, body, user)),
  }),
  preview: async (manager, { key, body }) => ({
    approval: key === undefined ? '' : await approvalOfBody(manager, ASKED_AS[kind], key, body),
  }),
});
