import { approval } from './en/approval.ts';
import { approvals } from './en/approvals.ts';
import { bench } from './en/bench.ts';
import { billing } from './en/billing.ts';
import { change } from './en/change.ts';
import { charge } from './en/charge.ts';
import { check } from './en/check.ts';
import { choice } from './en/choice.ts';
import { company } from './en/company.ts';
import { component } from './en/component.ts';
import { cost } from './en/cost.ts';
import { deliveries } from './en/deliveries.ts';
import { document } from './en/document.ts';
import { documents } from './en/documents.ts';
import { drafts } from './en/drafts.ts';
import { entries } from './en/entries.ts';
import { file } from './en/file.ts';
import { first } from './en/first.ts';
import { frame } from './en/frame.ts';
import { guide } from './en/guide.ts';
import { hint } from './en/hint.ts';
import { hit } from './en/hit.ts';
import { imports } from './en/imports.ts';
import { item } from './en/item.ts';
import { keys } from './en/keys.ts';
import { kind } from './en/kind.ts';
import { kinds } from './en/kinds.ts';
import { landing } from './en/landing.ts';
import { ledger } from './en/ledger.ts';
import { letter } from './en/letter.ts';
import { list } from './en/list.ts';
import { lists } from './en/lists.ts';
import { order_paper } from './en/order_paper.ts';
import { orders } from './en/orders.ts';
import { paper } from './en/paper.ts';
import { paper_value } from './en/paper_value.ts';
import { papers } from './en/papers.ts';
import { parts } from './en/parts.ts';
import { payables } from './en/payables.ts';
import { paying } from './en/paying.ts';
import { posting } from './en/posting.ts';
import { problem } from './en/problem.ts';
import { proof } from './en/proof.ts';
import { purpose } from './en/purpose.ts';
import { receiving } from './en/receiving.ts';
import { refusal } from './en/refusal.ts';
import { register } from './en/register.ts';
import { return_paper } from './en/return_paper.ts';
import { returns } from './en/returns.ts';
import { role } from './en/role.ts';
import { rows } from './en/rows.ts';
import { setUp } from './en/setUp.ts';
import { shipments } from './en/shipments.ts';
import { status } from './en/status.ts';
import { stock } from './en/stock.ts';
import { table } from './en/table.ts';
import { terms } from './en/terms.ts';
import { vendor } from './en/vendor.ts';
import { withheld_paper } from './en/withheld_paper.ts';
import { word } from './en/word.ts';

/** English: the language that the others are held against. */
export const en = {
  ...approval,
  ...approvals,
  ...bench,
  ...billing,
  ...change,
  ...charge,
  ...check,
  ...choice,
  ...company,
  ...component,
  ...cost,
  ...deliveries,
  ...document,
  ...documents,
  ...drafts,
  ...entries,
  ...file,
  ...first,
  ...frame,
  ...guide,
  ...hint,
  ...hit,
  ...imports,
  ...item,
  ...keys,
  ...kind,
  ...kinds,
  ...landing,
  ...ledger,
  ...letter,
  ...list,
  ...lists,
  ...order_paper,
  ...orders,
  ...paper,
  ...paper_value,
  ...papers,
  ...parts,
  ...payables,
  ...paying,
  ...posting,
  ...problem,
  ...proof,
  ...purpose,
  ...receiving,
  ...refusal,
  ...register,
  ...return_paper,
  ...returns,
  ...role,
  ...rows,
  ...setUp,
  ...shipments,
  ...status,
  ...stock,
  ...table,
  ...terms,
  ...vendor,
  ...withheld_paper,
  ...word,
} as const;
