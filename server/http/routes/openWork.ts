import { Router } from 'express';
import { api } from '@obolus/contract/api';
import { formatRate } from '@obolus/core/exact/amounts';
import { listGivenBack } from '../../queries/givenBack.ts';
import { listAdvices } from '../../despatch/advices.ts';
import { countsBlind, unseen } from '../../queries/blind.ts';
import { listOpenCharges, listOpenOrderLines, listUnbilledLines, listUninvoicedLines } from '../../queries/openWork.ts';
import { orderUbl } from '../../papers/orderUbl.ts';
import { readOrderPaper } from '../../papers/orderPaper.ts';
import { viewOrder } from '../../queries/orders.ts';
import { listShipments, readShipment } from '../../queries/shipments.ts';
import { listUnbilledEstimates } from '../../queries/unbilledEstimates.ts';
import { listCustomsDebts, readChargedEntry } from '../../customs/charged.ts';
import { listLandedGoods } from '../../queries/landedGoods.ts';
import { listTariffGaps } from '../../queries/tariffGaps.ts';
import { readOrderCosts } from '../../queries/orderCosts.ts';
import { listSharedAnew } from '../../estimates/sharedAnew.ts';
import { listOutdatedAllocations } from '../../queries/valueChangedSince.ts';
import { ratesAcross } from '../../queries/crossRates.ts';
import { tryCode } from '../../queries/tryCode.ts';
import { itemsNamed, lookUpItems, lookUpVendors } from '../../queries/lookUp.ts';
import { listHeldGoods } from '../../queries/heldGoods.ts';
import { listOnDock } from '../../queries/onDock.ts';
import { readCommitments } from '../../queries/commitments.ts';
import {
  listChargeKinds,
  listDimensions,
  listPrices,
  listTaxCodes,
  listTerms,
  listBankAccounts,
  listWarehouses,
} from '../../queries/setUp.ts';
import { readVendorRecord } from '../../queries/vendorRecord.ts';
import { baseCurrency } from '../../setUp/baseCurrency.ts';
import { type Context, todayOf } from '../context.ts';
import { implement } from '../implement.ts';
import { languageOf } from '../language.ts';

/** What is open and what is set up, as the screens choose from it; orders and their papers. */
export function openWorkRoutes(router: Router, context: Context): void {
  const { manager } = context.source;
  const currency = () => baseCurrency(context.source.manager);
  implement(router, context, api.itemsNamed, async ({ query }) => ({
    rows: await itemsNamed(manager, query.texts.split('\n').filter(Boolean), query.vendor),
  }));
  implement(router, context, api.items, ({ query }) => lookUpItems(manager, query));
  implement(router, context, api.vendors, ({ query }) => lookUpVendors(manager, query));
  implement(router, context, api.warehouses, () => listWarehouses(manager));
  implement(router, context, api.bankAccounts, () => listBankAccounts(manager));
  implement(router, context, api.heldGoods, () => listHeldGoods(manager));
  implement(router, context, api.advices, () => listAdvices(manager));
  implement(router, context, api.onDock, () => listOnDock(manager));
  implement(router, context, api.prices, ({ params }) => listPrices(manager, params.id));
  implement(router, context, api.vendorRecord, ({ params }) => readVendorRecord(manager, params.id, todayOf(context)));
  implement(router, context, api.terms, () => listTerms(manager));
  implement(router, context, api.taxCodes, () => listTaxCodes(manager));
  implement(router, context, api.dimensions, () => listDimensions(manager));
  implement(router, context, api.chargeKinds, () => listChargeKinds(manager));
  implement(router, context, api.commitments, async () => readCommitments(manager, await currency()));
  implement(router, context, api.openOrderLines, async ({ query, user }) => {
    const lines = await listOpenOrderLines(manager, await currency(), query.vendor);
    return (await countsBlind(manager, user.role)) ? { ...lines, rows: lines.rows.map(unseen) } : lines;
  });
  implement(router, context, api.order, async ({ params }) => viewOrder(manager, await currency(), params.id));
  implement(router, context, api.orderCosts, async ({ params }) =>
    readOrderCosts(manager, await currency(), params.id),
  );
  const paper = async (id: string, version: string | undefined) =>
    readOrderPaper(manager, await currency(), id, version === undefined ? undefined : Number(version));
  implement(router, context, api.orderPdf, async ({ params, query }) => {
    const order = await paper(params.id, query.version);
    return { name: `${order.number}-${order.version}.pdf`, content: await context.workers.run('orderPdf', order) };
  });
  implement(router, context, api.orderUbl, async ({ params, query }) => {
    const order = await paper(params.id, query.version);
    return { name: `${order.number}-${order.version}.xml`, content: orderUbl(order) };
  });
  implement(router, context, api.unbilledLines, async ({ query }) =>
    listUnbilledLines(manager, await currency(), query.vendor),
  );
  implement(router, context, api.receivedLines, async ({ query }) => listLandedGoods(manager, await currency(), query));
  implement(router, context, api.shipments, async () => listShipments(manager, await currency()));
  implement(router, context, api.shipment, async ({ params: { number } }) => {
    const base = await currency();
    const anew = await listSharedAnew(manager, number, { date: todayOf(context), currency: base });
    return { ...(await readShipment(manager, number, base)), anew };
  });
  implement(router, context, api.customsDebts, async () => listCustomsDebts(manager, await currency()));
  implement(router, context, api.chargedEntry, ({ params }) => readChargedEntry(manager, params.id));
  implement(router, context, api.unbilledEstimates, async () =>
    listUnbilledEstimates(manager, await currency(), todayOf(context)),
  );
  implement(router, context, api.tariffGaps, async ({ query }) => listTariffGaps(manager, query.on, await currency()));
  implement(router, context, api.crossRates, async ({ query }) => ({
    rows: [...(await ratesAcross(manager, await currency(), query.currency, query.on))].map(([other, units]) => ({
      currency: other,
      rate: formatRate(units),
    })),
  }));
  implement(router, context, api.tryCode, async ({ query }) => tryCode(manager, query, await currency()));
  implement(router, context, api.openCharges, async () => listOpenCharges(manager, await currency()));
  implement(router, context, api.landingSheet, async ({ body, user, request }) => {
    const [today, language] = [todayOf(context), languageOf(request)];
    const content = await context.workers.run('landingSheet', body, { user: user.id, today, language });
    return { name: `landing-sheet-${today}.xlsx`, content: Buffer.from(content).toString('base64') };
  });
  implement(router, context, api.outdatedAllocations, async () => listOutdatedAllocations(manager, await currency()));
  implement(router, context, api.linesToGiveBack, ({ query }) => listGivenBack(manager, query.customer));
  implement(router, context, api.uninvoicedLines, async ({ query }) =>
    listUninvoicedLines(manager, await currency(), query.customer),
  );
}
