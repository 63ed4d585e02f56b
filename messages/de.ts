import { approval } from './de/approval.ts';
import { approvals } from './de/approvals.ts';
import { bench } from './de/bench.ts';
import { billing } from './de/billing.ts';
import { change } from './de/change.ts';
import { charge } from './de/charge.ts';
import { check } from './de/check.ts';
import { choice } from './de/choice.ts';
import { company } from './de/company.ts';
import { component } from './de/component.ts';
import { cost } from './de/cost.ts';
import { deliveries } from './de/deliveries.ts';
import { document } from './de/document.ts';
import { documents } from './de/documents.ts';
import { drafts } from './de/drafts.ts';
import { entries } from './de/entries.ts';
import { file } from './de/file.ts';
import { first } from './de/first.ts';
import { frame } from './de/frame.ts';
import { guide } from './de/guide.ts';
import { hint } from './de/hint.ts';
import { hit } from './de/hit.ts';
import { imports } from './de/imports.ts';
import { item } from './de/item.ts';
import { keys } from './de/keys.ts';
import { kind } from './de/kind.ts';
import { kinds } from './de/kinds.ts';
import { landing } from './de/landing.ts';
import { ledger } from './de/ledger.ts';
import { letter } from './de/letter.ts';
import { list } from './de/list.ts';
import { lists } from './de/lists.ts';
import { order_paper } from './de/order_paper.ts';
import { orders } from './de/orders.ts';
import { paper } from './de/paper.ts';
import { paper_value } from './de/paper_value.ts';
import { papers } from './de/papers.ts';
import { parts } from './de/parts.ts';
import { payables } from './de/payables.ts';
import { paying } from './de/paying.ts';
import { posting } from './de/posting.ts';
import { problem } from './de/problem.ts';
import { proof } from './de/proof.ts';
import { purpose } from './de/purpose.ts';
import { receiving } from './de/receiving.ts';
import { refusal } from './de/refusal.ts';
import { register } from './de/register.ts';
import { return_paper } from './de/return_paper.ts';
import { returns } from './de/returns.ts';
import { role } from './de/role.ts';
import { rows } from './de/rows.ts';
import { setUp } from './de/setUp.ts';
import { shipments } from './de/shipments.ts';
import { status } from './de/status.ts';
import { stock } from './de/stock.ts';
import { table } from './de/table.ts';
import { terms } from './de/terms.ts';
import { vendor } from './de/vendor.ts';
import { withheld_paper } from './de/withheld_paper.ts';
import { word } from './de/word.ts';
import type { Catalogue } from './speaker.ts';

export const de: Catalogue = {
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
};
