import { maybe, id, ref, line, number, figure, text, name, flag, allowances, table } from './columns.ts';

/** Parts of what is set up: taken away with what they were part of. */
export const setUpParts = {
  /** What an item is bought in beside its stock unit, and how many stock units that holds. */
  itemPack: table('item_pack', { item_id: id(), unit: name(20), size: figure() }),
  /** Codes on the goods, each of one item in one unit. */
  itemCode: table(
    'item_code',
    { code: name(40), item_id: ref(), unit: text(20) },
    { indices: { item_code_by_item: ['item_id'] } },
  ),
  /** The vendor's own number for an item. */
  vendorItem: table('vendor_item', { vendor_id: id(), item_id: id(), number: text(40) }),
  /** What charges of a kind may differ by on bills. */
  chargeAllowance: table('charge_allowance', { company_id: line(), kind: name(30), ...allowances() }),
  /** Places inside a warehouse. */
  bin: table('bin', { warehouse_id: id(), code: name(20), kind: text(10) }),
  /** The taxes of a code in their order: so many percent, reclaimed or not, on the goods or on what the taxes above made of them. */
  taxLevel: table('tax_level', {
    tax_code_id: id(),
    level_no: line(),
    name: text(40),
    percent: figure(),
    recoverable: flag(),
    on_top: flag(),
    /** Of one that is reclaimed in part: which; all of it where empty. */
    reclaimed: maybe(figure()),
    self_assessed: flag(),
    with_discount: flag(),
  }),
  /** Parts of a bill that are due sooner than the rest of it. */
  termsPart: table('terms_part', { terms_id: id(), part_no: line(), part: figure(), days: number() }),
};
