import { SUBJECTS } from '../approvals.ts';
import { DifferenceView } from '../commands.ts';
import { Amount, BaseAmount, Currency, exactly, oneOf, type Static, Text, Type } from '../figures.ts';
import { Name, orEmpty } from './parts.ts';
import { Says, Shown } from '../message.ts';

/** What a field of something was and is to become. */
const Changed = Type.Array(exactly({ what: Shown, was: Text(2000), became: Shown, isFigure: Type.Boolean() }));

/** What a second person is asked to approve, or was: exactly what, by whom, and what is different in it. */
export const ApprovalView = exactly({
  subject: oneOf(SUBJECTS),
  of: Text(60),
  /** To be given back with the answer: exactly this is answered. */
  seen: Text(64),
  title: Shown,
  /** Where it can be looked at. */
  link: Text(200),
  /** The key of a draft whose paper can be looked at; empty where there is none. */
  paper: Text(36),
  total: Type.Union([exactly({ amount: Amount, currency: Currency }), Type.Null()]),
  /** What decides in base currency, and the limit that it is above; null where no amount does. */
  amount: Type.Union([BaseAmount, Type.Null()]),
  above: Type.Union([BaseAmount, Type.Null()]),
  note: Text(200),
  askedBy: Name,
  askedAt: Text(40),
  mine: Type.Boolean(),
  mayAnswer: Type.Boolean(),
  answer: orEmpty(oneOf(['approved', 'rejected'] as const)),
  reason: Text(500),
  answeredBy: Name,
  answeredAt: Text(40),
  /** Of a bill: how it differs and how each difference was decided. */
  differences: Type.Array(
    exactly({ ...DifferenceView.properties, label: Shown, decision: Text(20), reason: Text(200) }),
  ),
  /** Of a bill: what speaks against its paper, besides its figures. */
  doubts: Says,
  /** What changed since it was approved last, or what is to change. */
  changes: Changed,
});

export type ApprovalView = Static<typeof ApprovalView>;
