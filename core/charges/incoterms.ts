/**
 * The eleven rules of Incoterms 2020 (ICC), as far as they say who pays what. The last word is with the contract: this only says what a
 * buyer should expect to be billed for.
 */
export const INCOTERMS = ['EXW', 'FCA', 'CPT', 'CIP', 'DAP', 'DPU', 'DDP', 'FAS', 'FOB', 'CFR', 'CIF'] as const;

export type Incoterm = (typeof INCOTERMS)[number];

/** What a way has: leaving and clearing the country of origin, the main carriage, its insurance, unloading and going on, clearing in. */
export const PARTS_OF_WAY = ['origin', 'carriage', 'insurance', 'destination', 'import'] as const;

export type PartOfWay = (typeof PARTS_OF_WAY)[number];

const FROM_THE_GATE: readonly PartOfWay[] = ['origin', 'carriage', 'insurance', 'destination', 'import'];
const FROM_THE_CARRIER: readonly PartOfWay[] = ['carriage', 'insurance', 'destination', 'import'];
const CARRIED: readonly PartOfWay[] = ['insurance', 'destination', 'import'];
const CARRIED_AND_INSURED: readonly PartOfWay[] = ['destination', 'import'];
const CLEARED_BY_BUYER: readonly PartOfWay[] = ['import'];

/** What the buyer pays under each rule; risk without a duty to insure counts as insurance, since it is the buyer's to insure. */
const BY_BUYER: Readonly<Record<Incoterm, readonly PartOfWay[]>> = {
  EXW: FROM_THE_GATE,
  FCA: FROM_THE_CARRIER,
  FAS: FROM_THE_CARRIER,
  FOB: FROM_THE_CARRIER,
  CPT: CARRIED,
  CFR: CARRIED,
  CIP: CARRIED_AND_INSURED,
  CIF: CARRIED_AND_INSURED,
  // The seller carries them to the place; who unloads differs, but not who clears.
  DAP: ['destination', 'import'],
  DPU: CLEARED_BY_BUYER,
  DDP: [],
};

export const paidByBuyer = (incoterm: Incoterm): readonly PartOfWay[] => BY_BUYER[incoterm];
