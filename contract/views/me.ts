import { Currency, Day, exactly, Id, oneOf, type Static, Text, Type } from '../figures.ts';
import { ROLES } from '../roles.ts';
import { Count, Name } from './parts.ts';

export const Me = exactly({
  user: exactly({ id: Id, name: Name, email: Text(160), role: oneOf(ROLES) }),
  company: exactly({
    name: Name,
    currency: Currency,
    firstOpenDay: Day,
    today: Day,
    blind: Type.Boolean(),
    standIns: Type.Boolean(),
    mailbox: Type.Union([Count, Type.Null()]),
  }),
  csrfToken: Text(100),
});

export type Me = Static<typeof Me>;

export const Waiting = exactly({
  /** What whoever asks may answer as a second person, and orders that wait for anybody. */
  approvals: Count,
  orders: Count,
  receiving: Count,
  bills: Count,
  charges: Count,
  deliveries: Count,
  drafts: Count,
});

export type Waiting = Static<typeof Waiting>;

export const SearchHit = exactly({ what: Text(30), title: Name, detail: Text(200), link: Text(200) });

export type SearchHit = Static<typeof SearchHit>;
