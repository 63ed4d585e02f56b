import type { EntityManager } from 'typeorm';
import type { Subject } from '@obolus/contract/approvals';
import { REGISTERS } from '@obolus/contract/registers/registers';
import { registerOf } from '@obolus/contract/registers/register';
import type { ApprovalView } from '@obolus/contract/views/approvals';
import { message, type MessageId } from '@obolus/messages/message';
import { type Row, text } from '../queries/figures.ts';
import { readEntries } from '../setUp/entries.ts';
import { fieldsOfChange, type Waiting } from '../setUp/second.ts';
import { shownLimit } from '../signIn/people.ts';
import { claimShown } from './claimShown.ts';
import { prepaymentShown } from './prepaymentShown.ts';
import { returnShown } from './returnShown.ts';

type AskedShown = Pick<ApprovalView, 'title' | 'link'> & Partial<ApprovalView>;

/** Drafts that are shown as they are, nothing of them worked out. */
const SHOWN: Partial<Readonly<Record<Subject, (manager: EntityManager, body: never) => Promise<AskedShown>>>> = {
  claim: claimShown,
  return: returnShown,
  prepayment: prepaymentShown,
};

/** Whether what was asked is shown from its request: a document has a page of its own. */
export const isShownAsAsked = (subject: Subject): boolean => subject === 'set-up' || subject in SHOWN;

/** What is asked of a second person, from its request: a draft, or a change of what is set up. */
export const askedShown = (
  manager: EntityManager,
  subject: Subject,
  of: string,
  body: unknown,
  currency: string,
): Promise<AskedShown> =>
  SHOWN[subject]?.(manager, body as never) ?? changeShown(manager, of, body as Waiting, currency);

/** What of the set-up is to change, by the labels of its fields. */
async function changeShown(
  manager: EntityManager,
  of: string,
  waiting: Waiting,
  currency: string,
): Promise<Pick<ApprovalView, 'title' | 'link' | 'changes'>> {
  const [what = '', which = ''] = of.split('/');
  if (what === 'people') {
    const [person] = (await manager.query('SELECT name FROM user_account WHERE id = ?', [which])) as Row[];
    const changes = fieldsOfChange(waiting).map(({ was, became }) => ({
      what: message('approval.limit'),
      isFigure: true,
      was: shownLimit(was, currency),
      became: shownLimit(became, currency),
    }));
    return { title: message('approval.title_limit', { name: text(person?.name) }), link: '/setup/people', changes };
  }
  const register = registerOf(what);
  if (register === undefined) return { title: of, link: '', changes: [] };
  const [entry] = await readEntries(manager, register, [which]);
  const known = new Map(REGISTERS[register].fields.map((field) => [field.name, field]));
  return {
    title: message('approval.title_entry', {
      what: { word: REGISTERS[register].one },
      name: entry?.fields.name ?? entry?.fields.number ?? '',
    }),
    link: `/setup/${register}/${which}`,
    changes: fieldsOfChange(waiting).map(({ field, was, became }) => ({
      what: labelled(known.get(field)?.label) ?? field,
      was,
      became,
      isFigure: known.get(field)?.as === 'figure',
    })),
  };
}

const labelled = (label: MessageId | undefined) => label && message(label);
