import type { Billed } from './billPapers.ts';

/** A bill that waits: how it came, and what order of the story it names. */
export interface Waiting extends Omit<Billed, 'order' | 'date'> {
  readonly names?: string;
  readonly daysAgo: number;
  /** As an XML, in a PDF with or without one; an XML where nothing is said. */
  readonly as?: 'pdf with xml' | 'pdf';
  /** The address that it was mailed from; a file that somebody gave where nothing is said. */
  readonly mailedFrom?: string;
}

const bobbins = (quantity: string, price: string, unit = 'C62') => ({
  name: 'Bobbin, birch, 10 cm',
  item: 'BB-10',
  quantity,
  unit,
  price,
});
const reeds = (quantity: string, price: string) => ({
  name: 'Reed, steel, 60 cm',
  item: 'RD-60',
  quantity,
  unit: 'C62',
  price,
});
const work = (name: string, quantity: string, price: string) => ({ name, quantity, unit: 'C62', price });
const TURNER = { vendor: 'MILL', currency: 'USD', daysAgo: 1 };
const JOINER = { vendor: 'ALDR', currency: 'CAD', daysAgo: 1 };
const PAPER = { vendor: 'REDW', currency: 'USD', daysAgo: 1 };

/** Bills that wait on the day the demo is loaded: every kind of difference among them, and some that agree. */
export const WAITING_BILLS: readonly Waiting[] = [
  // Agrees.
  {
    number: 'TF-24-0871',
    vendor: 'TARN',
    names: 'wool-2',
    daysAgo: 5,
    currency: 'NZD',
    lines: [
      { name: 'Merino on cones, ecru', item: 'YM-EC', quantity: '200', unit: 'KGM', price: '23.40' },
      { name: 'Merino on cones, slate', item: 'YM-SL', quantity: '100', unit: 'KGM', price: '24.10' },
      { name: 'Merino on cones, madder', item: 'YM-MD', quantity: '50', unit: 'KGM', price: '25.80' },
    ],
  },
  // Without the order's number, in the vendor's words, a price that went up, a charge.
  {
    number: 'AJ 40518',
    vendor: 'ALDR',
    daysAgo: 4,
    currency: 'CAD',
    lines: [
      work('Floor loom 120 cm, oak', '4', '1610.00'),
      work('Table loom 60 cm', '12', '288.50'),
      work('Crating, 4 pallets', '4', '30.00'),
    ],
  },
  // More than came.
  {
    number: 'BL/2291',
    vendor: 'BEIR',
    names: 'linen-2',
    daysAgo: 2,
    currency: 'EUR',
    lines: [
      { name: 'Linen yarn, natural', item: 'YL-NA', quantity: '260', unit: 'KGM', price: '18.60' },
      { name: 'Linen yarn, bleached', item: 'YL-BL', quantity: '60', unit: 'KGM', price: '19.95' },
      { name: 'Carriage', quantity: '1', unit: 'C62', price: '145.00' },
    ],
  },
  // Agrees; dearer within what is allowed; a part, dearer beyond it; the other part, cheaper beyond it; in bags of fifty.
  { ...TURNER, number: 'MT-5511', names: 'bobbins-a', lines: [bobbins('400', '0.62')] },
  { ...TURNER, number: 'MT-5514', names: 'bobbins-b', lines: [bobbins('300', '0.63')] },
  {
    ...TURNER,
    number: 'MT-5519',
    names: 'bobbins-c',
    lines: [bobbins('100', '0.72')],
    mailedFrom: 'desk@millrace.example',
  },
  {
    ...TURNER,
    number: 'MT-5521',
    names: 'bobbins-c',
    lines: [bobbins('100', '0.60')],
    mailedFrom: 'desk@millrace.example',
  },
  { ...TURNER, number: 'MT-5523', names: 'bobbins-d', lines: [bobbins('6', '30.00', 'BG')] },
  // Less three percent on the whole; adds up wrongly.
  { ...TURNER, number: 'MT-5525', names: 'bobbins-e', lines: [bobbins('100', '0.62')], off: '1.86' },
  { ...TURNER, number: 'MT-5530', names: 'bobbins-f', lines: [bobbins('150', '0.62')], total: '103.00' },
  // Two lines for one receipt; thirty where twenty-two came; before the goods; with freight that was estimated lower.
  { ...JOINER, number: 'AJ 40601', names: 'reeds-a', lines: [reeds('12', '48.00'), reeds('8', '48.00')] },
  { ...JOINER, number: 'AJ 40602', names: 'reeds-b', lines: [reeds('30', '48.00')] },
  { ...JOINER, number: 'AJ 40603', names: 'reeds-c', lines: [reeds('12', '47.00')] },
  {
    ...JOINER,
    number: 'AJ 40604',
    names: 'reeds-d',
    lines: [reeds('15', '48.00'), work('Freight to Greywake', '1', '140.00')],
  },
  // In another currency than the order; a number that differs by an O for a 0; goods that are not ours.
  { ...JOINER, number: 'AJ 40605', names: 'reeds-e', currency: 'USD', lines: [reeds('5', '35.00')] },
  { ...JOINER, number: 'A-O812', lines: [work('Spare treadles', '2', '32.00')] },
  {
    vendor: 'TARN',
    currency: 'NZD',
    daysAgo: 1,
    number: 'TF-24-0899',
    lines: [{ name: 'Silk on cones, undyed', item: 'SK-00', quantity: '20', unit: 'KGM', price: '61.00' }],
  },
  // Services without a receipt: one agrees, one is dearer, one shows another tax; goods of no stock that agree, with their tax.
  { ...PAPER, number: 'RW 3390', names: 'services', lines: [work('Workshop cleaning', '2', '180.00')], tax: '21.60' },
  { ...PAPER, number: 'RW 3391', names: 'services', lines: [work('Machine service', '1', '455.00')], tax: '27.30' },
  { ...PAPER, number: 'RW 3393', names: 'services', lines: [work('Workshop cleaning', '1', '180.00')], tax: '18.00' },
  { ...PAPER, number: 'RW 3388', names: 'paper-2', lines: [work('Packing paper', '79', '4.35')], tax: '20.62' },
  // No order at all: water and light; a carrier's and a broker's charges; the insurer's bill of a month ago once more.
  {
    vendor: 'HOLL',
    currency: 'USD',
    daysAgo: 2,
    number: '88-1204',
    lines: [work('Water and light, October', '1', '214.30')],
    mailedFrom: 'billing@hollin.example',
  },
  {
    number: 'GW-77188',
    vendor: 'GREY',
    currency: 'USD',
    daysAgo: 1,
    as: 'pdf with xml' as const,
    mailedFrom: 'bills@greywake.example',
    lines: [work('Ocean freight, FHL-016', '1', '1240.00'), work('Handling at the terminal', '1', '85.00')],
  },
  {
    number: 'L-40117',
    vendor: 'LANT',
    currency: 'USD',
    daysAgo: 1,
    as: 'pdf' as const,
    mailedFrom: 'desk@lanternhouse.example',
    lines: [work('Duty paid', '1', '712.80'), work('Entry and clearance', '1', '145.00')],
  },
  {
    vendor: 'PETR',
    currency: 'USD',
    daysAgo: 1,
    number: 'PM-2026/448',
    lines: [work('Cargo insurance', '1', '134.40')],
  },
  // A credit memo for what went back; a vendor that nobody knows.
  {
    number: 'K-CN 31',
    vendor: 'KUMO',
    currency: 'JPY',
    daysAgo: 3,
    credits: 'K 7702',
    mailedFrom: 'desk@kumo.example',
    lines: [{ name: 'Indigo dye, 250 g tin, returned', item: 'DY-IN', quantity: '6', unit: 'C62', price: '2150' }],
  },
  {
    vendor: 'Marlock Tools',
    currency: 'USD',
    daysAgo: 1,
    number: '2026-77',
    lines: [work('Chisel set', '1', '88.00')],
    mailedFrom: 'sales@marlock.example',
  },
];
