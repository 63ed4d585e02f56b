import { approvalFacts, approvalState } from './tables/approvals.ts';
import { bankFacts, bankStandIn } from './tables/bank.ts';
import { bills } from './tables/bills.ts';
import { chain } from './tables/chain.ts';
import { charges } from './tables/charges.ts';
import { company } from './tables/company.ts';
import { documents } from './tables/documents.ts';
import { goods } from './tables/goods.ts';
import { items } from './tables/items.ts';
import { jobs } from './tables/jobs.ts';
import { ledger } from './tables/ledger.ts';
import { openItemFacts, openItemState } from './tables/openItems.ts';
import { parties } from './tables/parties.ts';
import { purchasing } from './tables/purchasing.ts';
import { setUpParts } from './tables/setUpParts.ts';
import { sums } from './tables/sums.ts';
import { state as kept } from './tables/state.ts';

/*
 * The tables, by trade. Facts are appended and never changed; the application's database user has no right to (see rights.ts).
 * Money: whole minor units as BIGINT. Quantities and prices: millionths as BIGINT. Rates: 10 places as BIGINT.
 */

/** What is set up and may be changed. */
export const setUp = { ...company, ...items, ...parties };

/** Posted documents and what they caused: appended only. */
export const facts = {
  ...documents,
  ...purchasing,
  ...bills,
  ...charges,
  ...goods,
  ...ledger,
  ...openItemFacts,
  ...approvalFacts,
  ...bankFacts,
};

/** What can be worked out again, or need not last: may be changed and removed. */
export const state = { ...kept, ...openItemState, ...jobs, ...sums, ...approvalState, ...bankStandIn };

export { chain, setUpParts };

export const allTables = [setUp, setUpParts, facts, chain, state].flatMap((group) => Object.values(group));
