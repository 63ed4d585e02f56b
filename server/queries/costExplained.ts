import type { EntityManager } from 'typeorm';
import { BASIS_NAMES } from '@obolus/contract/kinds/allocation';
import type { DocumentKind } from '@obolus/contract/kinds/kinds';
import type { CostExplained, CostPart, TakenLayer } from '@obolus/contract/views/stock';
import type { Basis } from '@obolus/core/charges/basis';
import { poolAround, takenBetween } from '@obolus/core/costing/known';
import { documentOf, type LineId, placeOf } from '@obolus/core/costing/pool';
import { formatPrice, formatQuantity, formatRate, rate } from '@obolus/core/exact/amounts';
import { type Message, message } from '@obolus/messages/message';
import { RequestError } from '../asking/failures.ts';
import { inWords } from '../asking/inWords.ts';
import { readSources } from './costSources.ts';
import { readItems } from '../storage/load/items.ts';
import { readUpTo } from '../storage/load/pools.ts';
import { distinct, stands } from '../storage/load/rows.ts';
import {
  askedIn,
  big,
  ITEM_COLUMNS,
  itemOf,
  type Row,
  showAmount,
  showDiscount,
  showPrice,
  showQuantity,
  showUnitCost,
  text,
} from './figures.ts';

/**
 * What makes the cost of goods that moved. In: price, exchange, differences, each charge with its bill, basis and share, to the paper they came
 * on. Out: the layers that were taken, or the average or the standard that they went at (accounting.md, One mechanism for cost).
 */
export async function explainCost(manager: EntityManager, currency: string, line: LineId): Promise<CostExplained> {
  const [row] = (await manager.query(
    `SELECT m.*, d.kind, d.number, d.date AS day, p.item_id AS pool_item, ${ITEM_COLUMNS},
       (SELECT COALESCE(SUM(c.amount), 0) FROM value_change c WHERE c.line_document_id = m.document_id AND c.line_no = m.line_no) AS value
     FROM movement m JOIN document d ON d.id = m.document_id JOIN pool p ON p.id = m.pool_id JOIN item i ON i.id = p.item_id
     WHERE m.document_id = ? AND m.line_no = ?`,
    line.split('/'),
  )) as Row[];
  if (!row) throw new RequestError(404, 'problem.no_such_movement');
  const direction = text(row.direction) as 'in' | 'out';
  const value = direction === 'out' ? -big(row.value) : big(row.value);
  const gone = direction === 'out' ? await explainGone(manager, currency, row, line) : undefined;
  return {
    line,
    document: {
      id: text(row.document_id),
      kind: text(row.kind) as DocumentKind,
      number: text(row.number),
      date: text(row.day),
    },
    item: itemOf(row),
    direction,
    purpose: inWords('purpose', text(row.purpose)),
    quantity: showQuantity(row.quantity),
    value: showAmount(value, currency),
    unitCost: showUnitCost(value, big(row.quantity), currency),
    parts: direction === 'in' ? await readParts(manager, currency, row, line) : [],
    taken: gone?.taken ?? [],
    sources: await readSources(manager, currency, row, gone?.average != null),
    average: gone?.average ?? null,
    standard: gone?.standard ?? '',
  };
}

/** Changes of value under the document that made them: what a reversal takes back is its own no more. */
const MADE_BY = 'COALESCE((SELECT r.reversed_id FROM reversal r WHERE r.document_id = c.document_id), c.document_id)';
const PAPER = '(SELECT a.id FROM incoming_paper a WHERE a.id = d.idempotency_key AND a.content IS NOT NULL) AS paper';

/** The components of what came in, the goods themselves first; what adds up to nothing is left out. */
async function readParts(manager: EntityManager, currency: string, moved: Row, line: LineId): Promise<CostPart[]> {
  const rows: Row[] = await manager.query(
    `SELECT x.component, x.made_by, x.amount, d.id, d.kind, d.number, d.reference, d.date, v.name AS vendor, ${PAPER} FROM
       (SELECT c.component, ${MADE_BY} AS made_by, SUM(c.amount) AS amount FROM value_change c WHERE c.line_document_id = ? AND c.line_no = ? GROUP BY c.component, made_by) x
     JOIN document d ON d.id = x.made_by LEFT JOIN vendor v ON v.id = d.vendor_id WHERE x.amount <> 0 ORDER BY d.id, x.component <> 'goods', x.component`,
    line.split('/'),
  );
  const [prices, billed, shares] = [
    await readPrice(manager, currency, line),
    await readBilled(manager, line),
    await readShares(manager, currency, line),
  ];
  const perUnit = (amount: bigint) => showUnitCost(amount, big(moved.quantity), currency);
  return rows.flatMap((row): CostPart[] => {
    const component = text(row.component);
    const ofCharge =
      row.kind === 'allocation' ? shares.filter((one) => one.by === row.id && one.kind === component) : [];
    if (ofCharge.length > 0)
      return ofCharge.map(({ amount, part }) => ({
        ...part,
        what: inWords('component', component),
        amount: showAmount(amount, currency),
        perUnit: perUnit(amount),
      }));
    const estimated = /^estimate:(.*)$/.exec(component)?.[1];
    const how =
      component === 'goods'
        ? prices
        : component === 'price difference'
          ? (billed.get(text(row.id)) ?? [])
          : estimated !== undefined && row.id !== moved.document_id
            ? [message('cost.estimate_gone')]
            : [];
    return [
      {
        what:
          estimated === undefined ? inWords('component', component) : message('cost.estimated', { kind: estimated }),
        document: documentIn(row),
        party: text(row.vendor),
        paper: row.paper ?? null,
        how,
        amount: showAmount(row.amount, currency),
        perUnit: perUnit(big(row.amount)),
      },
    ];
  });
}

const documentIn = (row: Row) => ({
  id: text(row.id),
  kind: text(row.kind) as DocumentKind,
  number: text(row.kind === 'bill' ? row.reference || row.number : row.number),
  date: text(row.date),
});

/** How the goods of a received line were priced: quantity, price, discount, and the rate of exchange. */
async function readPrice(manager: EntityManager, currency: string, line: LineId): Promise<Message[]> {
  const [row] = (await manager.query(
    `SELECT l.quantity, l.currency, l.rate, ol.unit, COALESCE(l.corrected_price, ol.price) AS price, ol.per, IF(l.corrected_price IS NULL, ol.discount, 0) AS discount, i.unit AS item_unit
     FROM receipt_line l JOIN order_line ol ON ol.document_id = l.order_id AND ol.line_no = l.order_line_no AND ol.by_id = l.ordered_by_id JOIN item i ON i.id = l.item_id
     WHERE l.document_id = ? AND l.line_no = ?`,
    line.split('/'),
  )) as Row[];
  if (!row) return [];
  const { asked, unit } = askedIn(row);
  const discount = showDiscount(row.discount);
  const priced = {
    quantity: { figure: asked },
    unit,
    price: { figure: showPrice(row.price) },
    currency: text(row.currency),
  };
  return [
    message('cost.priced', priced),
    ...(discount === '' ? [] : [message('cost.discounted', { percent: { figure: discount } })]),
    ...(row.currency === currency
      ? []
      : [
          message('cost.exchanged', {
            currency: text(row.currency),
            rate: { figure: formatRate(rate(big(row.rate))) },
          }),
        ]),
  ];
}

/** At what a line was billed, by the bill that differs. */
async function readBilled(manager: EntityManager, line: LineId): Promise<ReadonlyMap<string, Message[]>> {
  const rows: Row[] = await manager.query(
    `SELECT b.document_id, b.quantity, b.price, d.currency, i.unit AS item_unit FROM bill_line b JOIN document d ON d.id = b.document_id
     JOIN receipt_line l ON l.document_id = b.receipt_id AND l.line_no = b.receipt_line_no JOIN item i ON i.id = l.item_id WHERE b.receipt_id = ? AND b.receipt_line_no = ?`,
    line.split('/'),
  );
  return new Map(
    rows.map((row) => [
      text(row.document_id),
      [
        message('cost.billed', {
          quantity: { figure: showQuantity(row.quantity) },
          unit: text(row.item_unit),
          price: { figure: showPrice(row.price) },
          currency: text(row.currency),
        }),
      ],
    ]),
  );
}

interface Share {
  /** The allocation that made it, and what kind of charge it is of. */
  readonly by: string;
  readonly kind: string;
  readonly amount: bigint;
  readonly part: Pick<CostPart, 'document' | 'party' | 'paper' | 'how'>;
}

/** The shares of charges that landed on a line, with the bill of each: what of it went to variance never came to the goods. */
async function readShares(manager: EntityManager, currency: string, line: LineId): Promise<Share[]> {
  const rows: Row[] = await manager.query(
    `SELECT s.document_id AS made_by, c.kind AS charge, s.amount - s.varied AS amount, s.basis, s.by_hand, c.base_amount AS whole, d.id, d.kind, d.number, d.reference, d.date, v.name AS vendor, ${PAPER}
     FROM allocation_share s JOIN bill_charge c ON c.document_id = s.charge_id AND c.line_no = s.charge_line_no JOIN document d ON d.id = s.charge_id LEFT JOIN vendor v ON v.id = d.vendor_id
     WHERE s.receipt_id = ? AND s.receipt_line_no = ? AND ${stands('s.document_id')} AND s.amount <> s.varied ORDER BY s.document_id, s.line_no`,
    line.split('/'),
  );
  return rows.map((row) => ({
    by: text(row.made_by),
    kind: text(row.charge),
    amount: big(row.amount),
    part: {
      document: documentIn(row),
      party: text(row.vendor),
      paper: row.paper ?? null,
      how: [
        message(BASIS_NAMES[Number(row.by_hand) ? 'manual' : (text(row.basis) as Basis)]),
        message('cost.share_of', { whole: { figure: showAmount(row.whole, currency) } }),
      ],
    },
  }));
}

type Gone = Pick<CostExplained, 'taken' | 'average' | 'standard'>;

/** What goods that went out were taken from, folded as all is known now from the last state kept before. */
async function explainGone(manager: EntityManager, currency: string, row: Row, line: LineId): Promise<Gone> {
  const reading = { manager, locking: false };
  const pool = { id: text(row.pool_id), item: text(row.pool_item) };
  const [item] = await readItems(reading, [pool.item], currency);
  if (!item) throw new RequestError(404, 'problem.no_such_movement');
  const { method } = item;
  const { start, history } = await readUpTo(reading, pool.id, item, { date: text(row.date), place: placeOf(line) });
  const around = poolAround(method, currency, start, history, line);
  if (!around) return { taken: [], average: null, standard: '' };
  const { before, after } = around;
  return {
    taken: await layersTaken(manager, currency, takenBetween(before, after)),
    average:
      method === 'average'
        ? {
            quantity: formatQuantity(before.quantity),
            value: showAmount(before.value, currency),
            unitCost: showUnitCost(before.value, before.quantity, currency),
          }
        : null,
    standard: method === 'standard' && before.standard !== undefined ? formatPrice(before.standard) : '',
  };
}

async function layersTaken(
  manager: EntityManager,
  currency: string,
  layers: ReturnType<typeof takenBetween>,
): Promise<TakenLayer[]> {
  if (layers.length === 0) return [];
  const rows: Row[] = await manager.query('SELECT id, kind, number, reference, date FROM document WHERE id IN (?)', [
    distinct(layers.map(({ of }) => documentOf(of))),
  ]);
  const documents = new Map(rows.map((row) => [text(row.id), documentIn(row)]));
  return layers.flatMap(({ of, lot, quantity, value }) => {
    const document = documents.get(documentOf(of));
    return document
      ? [
          {
            line: of,
            document,
            lot,
            quantity: formatQuantity(quantity),
            value: showAmount(value, currency),
            unitCost: showUnitCost(value, quantity, currency),
          },
        ]
      : [];
  });
}
