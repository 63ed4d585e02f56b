import type { EntityManager } from 'typeorm';
import type { PreviewReply } from '@obolus/contract/commands';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import { estimatesByRules, type Ruled, type RuledLine } from '@obolus/core/charges/estimateRules';
import { PRICE_PLACES, quantity, QUANTITY_PLACES } from '@obolus/core/exact/amounts';
import { parseDecimal } from '@obolus/core/exact/decimal';
import { powerOfTen } from '@obolus/core/exact/rounding';
import { readAlready, readRules, readWays } from '../estimates/rules.ts';
import { big, type Row, text } from '../queries/figures.ts';
import type { Questioned } from './documentCommand.ts';
import type { LineBody } from './orderLines.ts';
import { estimate } from './writeParts.ts';

/** What lines are ordered by, beside what each says. */
interface OrderedBy {
  readonly vendor: string;
  readonly warehouse: string;
  readonly date: string;
  readonly baseCurrency: string;
}

/**
 * What the company's rules put on lines that say no estimates of their own, by the line's place in the body; lines that say some, and
 * lines on the order already, are left as they are. A figure that cannot be read counts as none: it is refused elsewhere.
 */
export async function ruledEstimates(
  manager: EntityManager,
  by: OrderedBy,
  lines: readonly (LineBody & { readonly of?: string })[],
): Promise<ReadonlyMap<number, Ruled[]>> {
  const places = lines.flatMap((line, at) => (line.estimates === undefined && line.item && !line.of ? [at] : []));
  if (places.length === 0) return new Map();
  const rules = await readRules(manager);
  if (rules.length === 0) return new Map();
  const asked = places.map((at) => lines[at] as LineBody);
  const items = await readItems(manager, asked);
  const ways = await readWays(
    manager,
    asked.map(({ shipment = '' }) => shipment),
  );
  const ruled = asked.map((line) => ruledLine(line, by, items, ways));
  const already = await readAlready(manager, [...ways.keys()]);
  const found = estimatesByRules(
    rules,
    ruled,
    { date: by.date, currency: by.baseCurrency },
    (kind, shipment) => already.get(`${kind}|${shipment.toLowerCase()}`) ?? 0n,
  );
  return new Map(places.map((at, place) => [at, found[place] ?? []]));
}

/** The same for a new order, whose body says by whom and when. */
export const ruledOnOrder = (manager: EntityManager, body: BodyOf<'order'>, baseCurrency: string) =>
  ruledEstimates(manager, { ...body, baseCurrency }, body.lines);

/** The same for new lines of an order that stands. */
export async function ruledOnChange(manager: EntityManager, body: BodyOf<'order-change'>, baseCurrency: string) {
  const [order] = (await manager.query('SELECT vendor_id, warehouse_id FROM document WHERE id = ?', [
    body.of,
  ])) as Row[];
  const by = { vendor: text(order?.vendor_id), warehouse: text(order?.warehouse_id), date: body.date, baseCurrency };
  return ruledEstimates(manager, by, body.lines);
}

/** The same as a preview shows it. */
export const showRuled = (questioned: Questioned | undefined, baseCurrency: string): PreviewReply['ruled'] =>
  [...(questioned?.ruled ?? [])].flatMap(([line, ruled]) =>
    ruled.map(({ rule, estimate: expected }) => ({ line, rule, ...estimate(expected, baseCurrency) })),
  );

/** Items with what they hold in each unit that they are bought in. */
async function readItems(manager: EntityManager, lines: readonly LineBody[]): Promise<ReadonlyMap<string, Row[]>> {
  const ids = [...new Set(lines.map(({ item }) => item))];
  const rows = (await manager.query(
    `SELECT i.id, i.group_id, i.weight, i.volume, p.unit, p.size FROM item i LEFT JOIN item_pack p ON p.item_id = i.id WHERE i.id IN (?)`,
    [ids],
  )) as Row[];
  return new Map(ids.map((id) => [id, rows.filter((row) => text(row.id) === id)]));
}

function ruledLine(
  line: LineBody,
  { vendor, warehouse }: OrderedBy,
  items: ReadonlyMap<string, Row[]>,
  ways: ReadonlyMap<string, Row>,
): RuledLine {
  const packs = items.get(line.item) ?? [];
  const shipment = line.shipment?.trim() ?? '';
  const way = ways.get(shipment.toLowerCase());
  const asked = scaled(line.quantity, QUANTITY_PLACES);
  const held = line.packSize
    ? scaled(line.packSize, QUANTITY_PLACES)
    : big(packs.find(({ unit }) => text(unit) === line.unit)?.size);
  const stock = line.unit && held > 0n ? (asked * held) / powerOfTen(QUANTITY_PLACES) : asked;
  const measure = (of: 'weight' | 'volume') => (packs[0]?.[of] == null ? undefined : stock * big(packs[0][of]));
  return {
    vendor,
    item: line.item,
    group: text(packs[0]?.group_id),
    warehouse: line.warehouse || warehouse,
    mode: text(way?.mode),
    from: text(way?.from_port),
    to: text(way?.to_port),
    shipment,
    quantity: quantity(stock),
    value: asked * scaled(line.price, PRICE_PLACES) * (100n * powerOfTen(4) - scaled(line.discount, 4)),
    weight: measure('weight'),
    volume: measure('volume'),
  };
}

function scaled(figure: string, places: number): bigint {
  const parsed = parseDecimal(figure, places);
  return parsed.ok && parsed.scaled > 0n ? parsed.scaled : 0n;
}
