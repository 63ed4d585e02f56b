import type { ComponentType } from 'react';
import { createBrowserRouter, Navigate, redirect } from 'react-router';
import { Frame } from '../frame/Frame.tsx';
import { Mishap } from '../frame/Mishap.tsx';

const screen =
  <Module,>(load: () => Promise<Module>, pick: (module: Module) => ComponentType) =>
  async () => ({ Component: pick(await load()) });
/** A new document gets its key here: it is the draft's id, and stays in the address over a reload. */
const newKey = (path: string) => () => redirect(`${path}/${crypto.randomUUID()}`);

export const router = createBrowserRouter([
  {
    path: '/',
    element: <Frame />,
    errorElement: <Mishap />,
    HydrateFallback: () => null,
    children: [
      { index: true, element: <Navigate to="/orders" replace /> },
      {
        path: 'orders',
        lazy: screen(
          () => import('../screens/orders/Orders.tsx'),
          (module) => module.Orders,
        ),
      },
      {
        path: 'orders/lines',
        lazy: screen(
          () => import('../screens/orders/OrderLines.tsx'),
          (module) => module.OrderLines,
        ),
      },
      {
        path: 'orders/commitments',
        lazy: screen(
          () => import('../screens/orders/Commitments.tsx'),
          (module) => module.Commitments,
        ),
      },
      { path: 'orders/new', loader: newKey('/orders/new'), element: null },
      {
        path: 'orders/new/:draft',
        lazy: screen(
          () => import('../screens/orders/NewOrder.tsx'),
          (module) => module.NewOrder,
        ),
      },
      {
        path: 'orders/:order/change',
        loader: ({ params }) => redirect(`/orders/${params.order}/change/${crypto.randomUUID()}`),
        element: null,
      },
      {
        path: 'orders/:order/change/:draft',
        lazy: screen(
          () => import('../screens/orders/ChangeOrder.tsx'),
          (module) => module.ChangeOrder,
        ),
      },
      {
        path: 'receiving',
        lazy: screen(
          () => import('../screens/receiving/Receiving.tsx'),
          (module) => module.Receiving,
        ),
      },
      {
        path: 'receiving/receipts',
        lazy: screen(
          () => import('../screens/receiving/Receipts.tsx'),
          (module) => module.Receipts,
        ),
      },
      { path: 'receiving/dock', loader: newKey('/receiving/dock'), element: null },
      {
        path: 'receiving/dock/:draft',
        lazy: screen(
          () => import('../screens/receiving/Dock.tsx'),
          (module) => module.Dock,
        ),
      },
      {
        path: 'receiving/aside',
        lazy: screen(
          () => import('../screens/receiving/Asides.tsx'),
          (module) => module.Asides,
        ),
      },
      {
        path: 'receiving/:vendor',
        loader: ({ params }) => redirect(`/receiving/${params.vendor}/${crypto.randomUUID()}`),
        element: null,
      },
      {
        path: 'receiving/:vendor/:draft',
        lazy: screen(
          () => import('../screens/receiving/Receiving.tsx'),
          (module) => module.Receiving,
        ),
      },
      {
        path: 'bench',
        lazy: screen(
          () => import('../screens/bench/Bench.tsx'),
          (module) => module.Bench,
        ),
      },
      ...(
        [
          ['unmatched', () => import('../screens/bench/Unmatched.tsx').then((module) => module.Unmatched)],
          ['credits', () => import('../screens/bench/Credits.tsx').then((module) => module.Credits)],
          ['decisions', () => import('../screens/bench/Decisions.tsx').then((module) => module.Decisions)],
          ['second-looks', () => import('../screens/bench/SecondLooks.tsx').then((module) => module.SecondLooks)],
          ['mailbox', () => import('../screens/bench/Mailbox.tsx').then((module) => module.Mailbox)],
        ] as const
      ).map(([path, load]) => ({ path: `bench/${path}`, lazy: async () => ({ Component: await load() }) })),
      {
        path: 'bench/:vendor/credit',
        loader: ({ params }) => redirect(`/bench/${params.vendor}/credit/${crypto.randomUUID()}`),
        element: null,
      },
      {
        path: 'bench/:vendor/credit/:draft',
        lazy: screen(
          () => import('../screens/bench/Credit.tsx'),
          (module) => module.NewCredit,
        ),
      },
      {
        path: 'bench/:vendor',
        loader: ({ params }) => redirect(`/bench/${params.vendor}/${crypto.randomUUID()}`),
        element: null,
      },
      {
        path: 'bench/:vendor/:draft',
        lazy: screen(
          () => import('../screens/bench/Bench.tsx'),
          (module) => module.Bench,
        ),
      },
      { path: 'landing', loader: newKey('/landing'), element: null },
      {
        path: 'landing/:draft',
        lazy: screen(
          () => import('../screens/landing/Landing.tsx'),
          (module) => module.Landing,
        ),
      },
      {
        path: 'deliveries',
        lazy: screen(
          () => import('../screens/deliveries/Deliveries.tsx'),
          (module) => module.Deliveries,
        ),
      },
      { path: 'deliveries/new', loader: newKey('/deliveries/new'), element: null },
      {
        path: 'deliveries/new/:draft',
        lazy: screen(
          () => import('../screens/deliveries/NewDelivery.tsx'),
          (module) => module.NewDelivery,
        ),
      },
      {
        path: 'deliveries/invoice/:customer',
        loader: ({ params }) =>
          redirect(`/deliveries/invoice/${encodeURIComponent(params.customer ?? '')}/${crypto.randomUUID()}`),
        element: null,
      },
      {
        path: 'deliveries/invoice/:customer/:draft',
        lazy: screen(
          () => import('../screens/deliveries/NewInvoice.tsx'),
          (module) => module.NewInvoice,
        ),
      },
      {
        path: 'stock',
        lazy: screen(
          () => import('../screens/stock/Stock.tsx'),
          (module) => module.Stock,
        ),
      },
      {
        path: 'stock/:item/:warehouse',
        lazy: screen(
          () => import('../screens/stock/StockCard.tsx'),
          (module) => module.StockCard,
        ),
      },
      {
        path: 'ledger',
        lazy: screen(
          () => import('../screens/ledger/Journal.tsx'),
          (module) => module.Journal,
        ),
      },
      {
        path: 'ledger/trial-balance',
        lazy: screen(
          () => import('../screens/ledger/TrialBalance.tsx'),
          (module) => module.TrialBalance,
        ),
      },
      {
        path: 'vendors/:vendor',
        lazy: screen(
          () => import('../screens/vendor/Vendor.tsx'),
          (module) => module.Vendor,
        ),
      },
      {
        path: 'items/:item',
        lazy: screen(
          () => import('../screens/item/Item.tsx'),
          (module) => module.Item,
        ),
      },
      {
        path: 'documents/:id',
        lazy: screen(
          () => import('../screens/documents/Document.tsx'),
          (module) => module.Document,
        ),
      },
      { path: 'setup', element: <Navigate to="/setup/items" replace /> },
      {
        path: 'setup/people',
        lazy: screen(
          () => import('../screens/setUp/People.tsx'),
          (module) => module.People,
        ),
      },
      {
        path: 'setup/imports',
        lazy: screen(
          () => import('../screens/setUp/Imports.tsx'),
          (module) => module.Imports,
        ),
      },
      {
        path: 'setup/imports/:import',
        lazy: screen(
          () => import('../screens/setUp/Imports.tsx'),
          (module) => module.Imports,
        ),
      },
      {
        path: 'setup/:register',
        lazy: screen(
          () => import('../screens/setUp/RegisterPage.tsx'),
          (module) => module.RegisterPage,
        ),
      },
      {
        path: 'setup/:register/:entry',
        lazy: screen(
          () => import('../screens/setUp/EntryPage.tsx'),
          (module) => module.EntryPage,
        ),
      },
      { path: '*', element: <Mishap /> },
    ],
  },
]);
