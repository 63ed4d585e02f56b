import type { ComponentType } from 'react';
import { createBrowserRouter, generatePath, Navigate, redirect, type RouteObject, useParams } from 'react-router';
import { MarkedWhenLeft } from '../parts/marked.tsx';
import { Frame } from '../frame/Frame.tsx';
import { Mishap } from '../frame/Mishap.tsx';
import { KINDS } from '../kinds/kinds.ts';
import { useMe } from '../server/me.ts';

type Load = () => Promise<ComponentType>;

/** Where each kind of document is entered. */
const ENTERED = {
  order: () => import('../screens/orders/NewOrder.tsx').then((module) => module.NewOrder),
  'order-change': () => import('../screens/orders/ChangeOrder.tsx').then((module) => module.ChangeOrder),
  receipt: () => import('../screens/receiving/Receiving.tsx').then((module) => module.Receiving),
  'put-away': () => import('../screens/receiving/Dock.tsx').then((module) => module.Dock),
  bill: () => import('../screens/bench/Bench.tsx').then((module) => module.Bench),
  credit: () => import('../screens/bench/Credit.tsx').then((module) => module.NewCredit),
  'customs-entry': () => import('../screens/landing/CustomsEntry.tsx').then((module) => module.CustomsEntry),
  return: () => import('../screens/returns/NewReturn.tsx').then((module) => module.NewReturn),
  claim: () => import('../screens/returns/NewClaim.tsx').then((module) => module.NewClaim),
  'claim-closing': () => import('../screens/returns/CloseClaims.tsx').then((module) => module.CloseClaims),
  payment: () => import('../screens/payables/Pay.tsx').then((module) => module.Pay),
  'payment-run': () => import('../screens/paying/NewRun.tsx').then((module) => module.NewRun),
  'vendor-statement': () =>
    import('../screens/payables/statement/VendorStatement.tsx').then((module) => module.VendorStatement),
  prepayment: () => import('../screens/payables/Prepay.tsx').then((module) => module.Prepay),
  'prepayment-refund': () => import('../screens/payables/PaidBack.tsx').then((module) => module.PaidBack),
  allocation: () => import('../screens/landing/Landing.tsx').then((module) => module.Landing),
  delivery: () => import('../screens/deliveries/NewDelivery.tsx').then((module) => module.NewDelivery),
  'customer-return': () => import('../screens/deliveries/GoodsBack.tsx').then((module) => module.GoodsBack),
  invoice: () => import('../screens/deliveries/NewInvoice.tsx').then((module) => module.NewInvoice),
} satisfies Partial<Record<keyof typeof KINDS, Load>>;

/** Lists, cards and registers. */
const SHOWN: Readonly<Record<string, Load>> = {
  guide: () => import('../guide/Guide.tsx').then((module) => module.Guide),
  'guide/:chapter': () => import('../guide/Guide.tsx').then((module) => module.Guide),
  'first-steps': () => import('../screens/firstSteps/FirstSteps.tsx').then((module) => module.FirstSteps),
  orders: () => import('../screens/orders/Orders.tsx').then((module) => module.Orders),
  'orders/lines': () => import('../screens/orders/OrderLines.tsx').then((module) => module.OrderLines),
  'orders/commitments': () => import('../screens/orders/Commitments.tsx').then((module) => module.Commitments),
  receiving: () => import('../screens/receiving/Receiving.tsx').then((module) => module.Receiving),
  'receiving/receipts': () => import('../screens/receiving/Receipts.tsx').then((module) => module.Receipts),
  'receiving/held': () => import('../screens/receiving/HeldGoods.tsx').then((module) => module.HeldGoods),
  bench: () => import('../screens/bench/Bench.tsx').then((module) => module.Bench),
  'bench/unmatched': () => import('../screens/bench/Unmatched.tsx').then((module) => module.Unmatched),
  'bench/decisions': () => import('../screens/bench/Decisions.tsx').then((module) => module.Decisions),
  'bench/mailbox': () => import('../screens/bench/Mailbox.tsx').then((module) => module.Mailbox),
  returns: () => import('../screens/returns/Returns.tsx').then((module) => module.Returns),
  'returns/credits': () => import('../screens/returns/Credits.tsx').then((module) => module.Credits),
  payables: () => import('../screens/payables/Payables.tsx').then((module) => module.Payables),
  'payables/outlook': () => import('../screens/payables/Outlook.tsx').then((module) => module.Outlook),
  'payables/vendors/:vendor': () =>
    import('../screens/payables/VendorAccount.tsx').then((module) => module.VendorAccount),
  'payables/open': () => import('../screens/payables/OpenItems.tsx').then((module) => module.OpenItems),
  'payables/prepayments': () => import('../screens/payables/Prepayments.tsx').then((module) => module.Prepayments),
  'payables/paid-twice': () => import('../screens/payables/PaidTwice.tsx').then((module) => module.PaidTwice),
  'payables/runs': () => import('../screens/paying/Runs.tsx').then((module) => module.Runs),
  'payables/checks': () => import('../screens/paying/Checks.tsx').then((module) => module.Checks),
  'payables/runs/:run': () => import('../screens/paying/RunPage.tsx').then((module) => module.RunPage),
  'payables/bank': () => import('../screens/paying/Bank.tsx').then((module) => module.Bank),
  approvals: () => import('../screens/approvals/Approvals.tsx').then((module) => module.Approvals),
  deliveries: () => import('../screens/deliveries/Deliveries.tsx').then((module) => module.Deliveries),
  stock: () => import('../screens/stock/Stock.tsx').then((module) => module.Stock),
  'stock/:item/:warehouse': () => import('../screens/stock/StockCard.tsx').then((module) => module.StockCard),
  'landing/unbilled-estimates': () =>
    import('../screens/estimates/UnbilledEstimates.tsx').then((module) => module.UnbilledEstimates),
  'landing/estimates': () =>
    import('../screens/estimates/EstimatesCompared.tsx').then((module) => module.EstimatesCompared),
  'landing/entries/:entry': () => import('../screens/claims/ChargedEntry.tsx').then((module) => module.ChargedEntry),
  'landing/try-code': () => import('../screens/landing/TryCode.tsx').then((module) => module.TryCode),
  shipments: () => import('../screens/shipments/Shipments.tsx').then((module) => module.Shipments),
  'shipments/:shipment': () => import('../screens/shipments/Shipment.tsx').then((module) => module.Shipment),
  ledger: () => import('../screens/ledger/Journal.tsx').then((module) => module.Journal),
  'ledger/trial-balance': () => import('../screens/ledger/TrialBalance.tsx').then((module) => module.TrialBalance),
  'vendors/:vendor': () => import('../screens/vendor/Vendor.tsx').then((module) => module.Vendor),
  'items/:item': () => import('../screens/item/Item.tsx').then((module) => module.Item),
  'papers/:paper': () => import('../screens/papers/PaperPage.tsx').then((module) => module.PaperPage),
  'documents/:id': () => import('../screens/documents/Document.tsx').then((module) => module.Document),
  'setup/people': () => import('../screens/setUp/People.tsx').then((module) => module.People),
  'setup/preferences': () => import('../screens/setUp/Preferences.tsx').then((module) => module.Preferences),
  'setup/imports': () => import('../screens/setUp/Imports.tsx').then((module) => module.Imports),
  'setup/imports/:import': () => import('../screens/setUp/Imports.tsx').then((module) => module.Imports),
  'setup/:register': () => import('../screens/setUp/RegisterPage.tsx').then((module) => module.RegisterPage),
  'setup/:register/:entry': () => import('../screens/setUp/EntryPage.tsx').then((module) => module.EntryPage),
};

/** Where the work begins: on the way to the first receipt as long as there is none. */
function Begin() {
  return <Navigate to={useMe().company.begun ? '/orders' : '/first-steps'} replace />;
}

const shown = (path: string, load: Load): RouteObject => ({ path, lazy: async () => ({ Component: await load() }) });

/** Where a document is entered. */
const entering = (path: string, load: Load): RouteObject => ({
  path,
  lazy: async () => {
    const Screen = await load();
    const Component = () => (
      <MarkedWhenLeft draft={useParams().draft ?? ''}>
        <Screen />
      </MarkedWhenLeft>
    );
    return { Component };
  },
});

/** A new document gets its key here: it is the draft's id, and stays in the address over a reload. */
const entered = ([kind, load]: readonly [string, Load]): RouteObject[] => {
  const { path = '' } = KINDS[kind as keyof typeof KINDS] ?? {};
  const begin: RouteObject = {
    path,
    element: null,
    loader: ({ params, request }) =>
      redirect(`${generatePath(path, params)}/${crypto.randomUUID()}${new URL(request.url).search}`),
  };
  return [begin, entering(`${path}/:draft`, load)];
};

export const router = createBrowserRouter([
  shown('/password/:token', () => import('../frame/NewPassword.tsx').then((module) => module.NewPassword)),
  {
    path: '/',
    element: <Frame />,
    errorElement: <Mishap />,
    HydrateFallback: () => null,
    children: [
      { index: true, element: <Begin /> },
      ...Object.entries(ENTERED).flatMap(entered),
      ...Object.entries(SHOWN).map(([path, load]) => shown(path, load)),
      { path: 'setup', element: <Navigate to="/setup/items" replace /> },
      { path: '*', element: <Mishap /> },
    ],
  },
]);
