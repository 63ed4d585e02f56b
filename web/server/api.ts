import { createApi } from '@reduxjs/toolkit/query/react';
import { api as contract, asking, posting } from '@obolus/contract/api';
import type { AskedKind } from '@obolus/contract/approvals';
import type { BodyOf, DocumentKind } from '@obolus/contract/kinds/kinds';
import type { Changed, PostedReply, PreviewReply } from '@obolus/contract/commands';
import type { BodyOfEndpoint, ParamsOf, QueryOf, ReplyOf } from '@obolus/contract/endpoint';
import type { Problem } from '@obolus/contract/problem';
import type { Layout } from '@obolus/contract/views/me';
import type { ListName } from '@obolus/contract/lists';
import { WORK_LISTS } from '@obolus/contract/workLists';
import type { Condition, ListPage } from '@obolus/contract/listState';
import { as, callServer } from './calling.ts';
import { sayAll } from '../locale/say.ts';

/** What a list is asked for. */
export interface AskedList {
  readonly list: ListName;
  readonly sort?: string | undefined;
  readonly down?: boolean | undefined;
  readonly find?: string | undefined;
  readonly where: readonly Condition[];
}

/** How a list is asked for in an address. */
export const listQuery = ({ sort, down, find, where }: AskedList): Record<string, string | undefined> => ({
  sort,
  down: down ? 'yes' : undefined,
  find: find || undefined,
  where: where.length > 0 ? JSON.stringify(where) : undefined,
});

type Contract = typeof contract;
type Asked<E> = { params?: ParamsOf<E>; query?: QueryOf<E> };
type Written<E> = { params?: ParamsOf<E>; body?: BodyOfEndpoint<E> };

/** What an answer is about, and so after what it is asked anew; `Books` for whatever may have changed everything. */
type Topic =
  | 'Books'
  | 'Session'
  | 'SetUp'
  | 'Drafts'
  | 'DraftCount'
  | 'Imports'
  | 'Views'
  | 'Advices'
  | 'Mails'
  | 'Approvals'
  | 'Bank'
  | 'Posted';
type Tag = Topic | 'Document' | { readonly type: 'Document' | 'Changed'; readonly id: string };

/** Of what of the books an answer is made: it is asked anew when a posting says that it changed that. */
const made = (...of: readonly Changed[]): Tag[] => ['Books', ...of.map((id) => ({ type: 'Changed' as const, id }))];

export const server = createApi({
  baseQuery: callServer,
  tagTypes: [
    'Books',
    'Session',
    'SetUp',
    'Drafts',
    'DraftCount',
    'Imports',
    'Views',
    'Advices',
    'Mails',
    'Approvals',
    'Bank',
    'Posted',
    'Document',
    'Changed',
  ],
  refetchOnMountOrArgChange: 20,
  endpoints: (build) => {
    const read = <Name extends keyof Contract>(name: Name, ...tags: Tag[]) =>
      build.query<ReplyOf<Contract[Name]>, Asked<Contract[Name]> | void>({
        query: (asked) => ({ endpoint: as(contract[name]), ...(asked as object) }),
        providesTags: tags,
      });
    const ofDocument = <Name extends 'document' | 'order'>(name: Name) =>
      build.query<ReplyOf<Contract[Name]>, { params: { id: string } }>({
        query: (asked) => ({ endpoint: as(contract[name]), ...asked }),
        providesTags: (_reply, _problem, { params }) => ['Books', { type: 'Document', id: params.id }],
      });
    const write = <Name extends keyof Contract>(name: Name, ...tags: Tag[]) =>
      build.mutation<ReplyOf<Contract[Name]>, Written<Contract[Name]>>({
        query: (asked) => ({ endpoint: as(contract[name]), ...(asked as object) }),
        invalidatesTags: (_result, problem) => (problem ? [] : tags),
      });
    return {
      start: read('start', 'Session'),
      signIn: write('signIn', 'Session', 'Books', 'SetUp', 'Drafts', 'DraftCount'),
      signOut: write('signOut'),
      posting: read('posting'),
      stopPosting: write('stopPosting'),
      items: read('items', 'SetUp'),
      itemsNamed: read('itemsNamed', 'SetUp'),
      heldGoods: read('heldGoods', ...made('held')),
      onDock: read('onDock', ...made('to-put-away')),
      advices: read('advices', ...made('to-receive'), 'Advices'),
      keepAdvice: write('keepAdvice', 'Advices'),
      takeBillIn: write('takeBillIn', 'Drafts', 'DraftCount'),
      incomingBill: read('incomingBill', 'Books'),
      readableBill: read('readableBill', 'Books'),
      assignPaper: write('assignPaper', 'Drafts'),
      joinPapers: write('joinPapers', 'Drafts', 'DraftCount', 'Books'),
      takePaperOut: write('takePaperOut', 'Drafts', 'DraftCount', 'Books'),
      dropIncoming: write('dropIncoming', 'Drafts', 'DraftCount'),
      waitingBills: read('waitingBills', 'Drafts', 'Approvals', ...made('to-bill', 'billed-ahead')),
      openBill: write('openBill'),
      letGoOfBill: write('letGoOfBill', 'Drafts', 'DraftCount'),
      planBill: write('planBill', 'Drafts'),
      assessedBills: read('assessedBills'),
      postAgreed: write('postAgreed'),
      billable: read('billable', ...made('to-receive', 'to-bill', 'billed-ahead', 'shipments')),
      owedToVendor: read('owedToVendor', ...made('to-pay', 'prepaid'), 'SetUp'),
      proposal: read('proposal', ...made('to-pay'), 'SetUp', 'Approvals', 'Posted'),
      run: read('run', 'Books', 'Bank', 'Approvals', 'Posted'),
      paymentCheck: read('paymentCheck', 'Bank', 'Posted'),
      sendRun: write('sendRun', 'Bank', 'Posted'),
      adviseRun: write('adviseRun', 'Mails'),
      presentChecks: write('presentChecks', 'Bank'),
      bankFiles: read('bankFiles', 'Bank'),
      openBankLines: read('openBankLines', 'Bank'),
      paymentsOfBankLine: read('paymentsOfBankLine', 'Bank', 'Posted'),
      readBankFile: write('readBankFile', 'Bank', 'Books'),
      fetchBankFiles: write('fetchBankFiles', 'Bank', 'Books'),
      explainBankLine: write('explainBankLine', 'Bank', 'Books'),
      linesToGiveBack: read('linesToGiveBack', ...made('to-invoice', 'stock')),
      creditsOwed: read('creditsOwed', ...made('to-credit', 'claim', 'ledger')),
      // Its statements are kept by postings that change nothing.
      vendorAccount: read('vendorAccount', 'Posted'),
      cashOutlook: read('cashOutlook', ...made('to-pay')),
      ageing: read('ageing', ...made('to-pay', 'ledger')),
      returnableLines: read('returnableLines', ...made('to-bill', 'to-credit', 'stock')),
      creditable: read('creditable', ...made('to-credit', 'claim')),
      unmatched: read('unmatched', ...made('ledger')),
      approvals: read('approvals', 'Approvals', 'SetUp', 'Drafts', 'Books', 'Posted'),
      mails: read('mails', 'Mails'),
      sendMail: write('sendMail', 'Mails'),
      dropAdvice: write('dropAdvice', 'Advices'),
      keepPaper: write('keepPaper'),
      vendors: read('vendors', 'SetUp'),
      warehouses: read('warehouses', 'SetUp'),
      bankAccounts: read('bankAccounts', 'SetUp'),
      terms: read('terms', 'SetUp'),
      taxCodes: read('taxCodes', 'SetUp'),
      dimensions: read('dimensions', 'SetUp'),
      chargeKinds: read('chargeKinds', 'SetUp'),
      entry: read('entry', 'SetUp', ...made('stock')),
      newEntry: build.mutation<ReplyOf<Contract['newEntry']>, Written<Contract['newEntry']> & { key: string }>({
        query: (asked) => ({ endpoint: as(contract.newEntry), ...(asked as object) }),
        invalidatesTags: (_result, problem) => (problem ? [] : ['SetUp']),
      }),
      saveEntry: write('saveEntry', 'SetUp', 'Books'),
      list: build.infiniteQuery<ListPage, AskedList, string | undefined>({
        infiniteQueryOptions: { initialPageParam: undefined, getNextPageParam: ({ next }) => next ?? undefined },
        query: ({ queryArg, pageParam }) => ({
          endpoint: as(contract.list),
          params: { list: queryArg.list },
          query: { ...listQuery(queryArg), after: pageParam },
        }),
        providesTags: (_reply, _problem, { list }) => tagsOf(list),
      }),
      listViews: read('listViews', 'Views'),
      saveListView: write('saveListView', 'Views'),
      dropListView: write('dropListView', 'Views'),
      prices: read('prices', 'SetUp', ...made('to-receive')),
      vendorRecord: read('vendorRecord', 'SetUp', 'Books', 'Posted'),
      people: read('people', 'SetUp'),
      newPerson: write('newPerson', 'SetUp'),
      resetPerson: write('resetPerson'),
      changePassword: write('changePassword', 'Session'),
      savePreferences: write('savePreferences', 'Session'),
      saveLayout: build.mutation<ReplyOf<Contract['saveLayout']>, { params: { table: string }; body: Layout }>({
        query: (asked) => ({ endpoint: as(contract.saveLayout), ...asked }),
        // Whoever opens the table again finds it so at once.
        onQueryStarted({ params, body }, { dispatch }) {
          dispatch(
            server.util.updateQueryData('start', undefined, (start) => {
              if (start.me) start.me.layouts[params.table] = body;
            }),
          );
        },
      }),
      signOutEverywhere: write('signOutEverywhere'),
      resetPassword: write('resetPassword'),
      savePerson: write('savePerson', 'SetUp', 'Books'),
      order: ofDocument('order'),
      orderCosts: read('orderCosts', ...made('stock')),
      commitments: read('commitments', ...made('to-receive')),
      openOrderLines: read('openOrderLines', ...made('to-receive')),
      unbilledLines: read('unbilledLines', ...made('to-bill')),
      receivedLines: read('receivedLines', ...made('to-bill', 'stock', 'shipments')),
      openCharges: read('openCharges', ...made('to-allocate')),
      outdatedAllocations: read('outdatedAllocations', ...made('ledger')),
      documentBody: read('documentBody'),
      lineCost: read('lineCost', ...made('stock')),
      readStatement: write('readStatement'),
      readAccountStatement: write('readAccountStatement'),
      landingSheet: write('landingSheet'),
      tariffGaps: read('tariffGaps', 'SetUp'),
      chargedEntry: read('chargedEntry', 'SetUp', ...made('to-pay', 'to-allocate'), 'Posted'),
      customsDebts: read('customsDebts', ...made('to-pay')),
      unbilledEstimates: read('unbilledEstimates', 'SetUp', ...made('estimated', 'shipments')),
      tryCode: read('tryCode', 'SetUp'),
      crossRates: read('crossRates', 'SetUp'),
      shipments: read('shipments', 'SetUp', ...made('to-receive', 'stock', 'to-allocate', 'shipments')),
      shipment: read('shipment', 'SetUp', ...made('to-receive', 'stock', 'to-allocate', 'shipments')),
      uninvoicedLines: read('uninvoicedLines', ...made('to-invoice')),
      documents: read('documents', 'Books', 'Posted'),
      document: ofDocument('document'),
      noteDocument: write('noteDocument', 'Document'),
      stockCard: read('stockCard', ...made('stock')),
      heldStock: read('heldStock', ...made('stock')),
      journal: read('journal', ...made('ledger')),
      trialBalance: read('trialBalance', ...made('ledger')),
      waiting: read('waiting', 'Books', 'Posted', 'DraftCount', 'Approvals', 'SetUp'),
      firstSteps: read('firstSteps', 'SetUp', 'Books', 'Posted'),
      search: read('search', 'Books', 'Posted', 'SetUp'),
      drafts: read('drafts', 'Drafts'),
      draft: read('draft'),
      saveDraft: build.mutation<ReplyOf<Contract['saveDraft']>, Written<Contract['saveDraft']>>({
        query: (asked) => ({ endpoint: as(contract.saveDraft), ...asked }),
        invalidatesTags: (reply) =>
          reply === undefined ? [] : reply.version === 1 ? ['Drafts', 'DraftCount'] : ['Drafts'],
      }),
      dropDraft: write('dropDraft', 'Drafts', 'DraftCount'),
      imports: read('imports', 'Imports'),
      import: read('import', 'Imports'),
      stageImport: write('stageImport', 'Imports'),
      loadImport: write('loadImport', 'Imports', 'SetUp', 'Books', 'DraftCount'),
      cancelImport: write('cancelImport', 'Imports'),
      preview: build.query<
        PreviewReply,
        { kind: DocumentKind; body: BodyOf<DocumentKind>; key: string; asked: number }
      >({
        query: ({ kind, body, key }) => ({ endpoint: posting[kind].preview, body, key }),
        // By its number: a body of thousands of lines is not written out to find what was asked.
        serializeQueryArgs: ({ queryArgs: { kind, key, asked } }) => `${kind} ${key} ${asked}`,
        keepUnusedDataFor: 0,
        providesTags: ['Approvals'],
      }),
      askSecond: build.mutation<
        { readonly done: true },
        { kind: AskedKind; draft: string; body: BodyOf<AskedKind>; note: string }
      >({
        query: ({ kind, draft, body, note }) => ({
          endpoint: asking[kind],
          params: { id: draft },
          body: { body, note },
        }),
        invalidatesTags: (_done, problem) => (problem ? [] : ['Approvals']),
      }),
      post: build.mutation<PostedReply, PostAsked>({
        query: ({ kind, body, key, version }) => ({ endpoint: posting[kind].post, body, key, version }),
        invalidatesTags: (posted, _problem, { leaving }) => (posted && !leaving ? changedBy(posted) : []),
      }),
    };
  },
});

const tagsOf = (list: ListName): Tag[] => ['Books', 'SetUp', ...(list in WORK_LISTS ? (['Posted'] as const) : [])];

interface PostAsked {
  readonly kind: DocumentKind;
  readonly body: BodyOf<DocumentKind>;
  readonly key: string;
  readonly version?: number | undefined;
  /** The screen is left with it: what it showed is not asked anew, and whoever leaves says when it was left. */
  readonly leaving?: boolean;
}

/** What is asked anew after a posting: what its reply says that it touched and changed. */
export const changedBy = ({ kind, touched, changed }: PostedReply): Tag[] => [
  'Posted',
  'Drafts',
  ...touched.map((id) => ({ type: 'Document' as const, id })),
  ...changed.map((id) => ({ type: 'Changed' as const, id })),
  ...(kind === 'approval' ? (['Approvals', 'SetUp'] as const) : []),
];

export const problemOf = (error: unknown): Problem | undefined =>
  typeof error === 'object' && error !== null && 'status' in error ? (error as Problem) : undefined;

/** What the server said against something, in one sentence: the first thing that is wrong, else the problem itself. */
export const saidAgainst = (error: unknown): string | undefined => {
  const problem = problemOf(error);
  return problem && (sayAll(problem.errors?.[0]?.says ?? problem.says) || problem.detail);
};
