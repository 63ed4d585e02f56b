import type { EntityManager } from 'typeorm';
import { documentAmount, price, quantity } from '@obolus/core/exact/amounts';
import { type Proposal, propose } from '@obolus/core/matching/propose';
import type { BillText } from '@obolus/core/matching/billText';
import { type Row, text } from '../queries/figures.ts';
import { readTaxLevels } from '../storage/load/taxCodes.ts';
import type { BillPaper } from '../billPapers/billPaper.ts';
import { termsOfPaper } from './termsOfPaper.ts';
import { goodsNamedBy } from './namedShipments.ts';
import { type BillDraft, draftOfBill } from './draftOfPaper.ts';
import { type BillableLine, readBillable } from './openLines.ts';
import { booksUpTo } from './restsOn.ts';

/** What is proposed now for the lines of a vendor's paper, and the lines it was proposed from. */
export async function readProposals(manager: EntityManager, vendor: string, paper: BillPaper): Promise<Proposed> {
  const from = `${vendor} ${await booksUpTo(manager)}`;
  const before = latest.get(paper);
  if (before?.from === from) return before;
  const open = paper.currency === '' ? [] : await readBillable(manager, vendor, paper);
  const goods = paper.lines.map((line) => (line.quantity > 0n ? line : nameless(line.description)));
  const proposed = { from, open, proposals: propose(goods, open, paper.currency).map(wholeLine) };
  latest.set(paper, proposed);
  return proposed;
}

interface Proposed {
  readonly proposals: readonly Proposal[];
  readonly open: readonly BillableLine[];
}

/** What was proposed for a paper last: it is taken in, opened and shown within moments, and from the same books it is proposed for once. */
const latest = new WeakMap<BillPaper, Proposed & { readonly from: string }>();

/** What is billed beyond what is open stands on the last line that it was found for: there somebody says where it goes. */
function wholeLine(proposal: Proposal): Proposal {
  const last = proposal.covers.at(-1);
  if (!last || proposal.left <= 0n) return proposal;
  return {
    ...proposal,
    covers: [...proposal.covers.slice(0, -1), { ...last, quantity: quantity(last.quantity + proposal.left) }],
  };
}

/** A line that can cover no goods: it may still name a charge. */
const nameless = (description: string): BillText => ({
  order: '',
  slip: '',
  names: [],
  description,
  unit: '',
  amount: documentAmount(0n),
  quantity: quantity(0n),
  price: price(0n),
  per: quantity(1n),
});

/** The draft of a bill that its paper and what is open now make. */
export async function draftOfPaper(
  manager: EntityManager,
  id: string,
  vendor: string,
  paper: BillPaper,
): Promise<BillDraft> {
  const { proposals, open } = await readProposals(manager, vendor, paper);
  const { due, terms, instalments } = await termsOfPaper(manager, vendor, paper);
  const [row] = (await manager.query('SELECT usual_expense FROM vendor WHERE id = ?', [vendor])) as Row[];
  return draftOfBill(id, vendor, paper, proposals, {
    open,
    levels: await readTaxLevels(manager),
    usualExpense: text(row?.usual_expense),
    due,
    terms,
    instalments,
    // A bill of goods has its charges' goods on it.
    onto: proposals.some(({ covers }) => covers.length > 0) ? undefined : await goodsNamedBy(manager, paper),
  });
}
