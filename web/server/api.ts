import { type BaseQueryFn, createApi } from '@reduxjs/toolkit/query/react';
import { api as contract, posting } from '@obolus/contract/api';
import type { BodyOf, DocumentKind } from '@obolus/contract/kinds/kinds';
import type { PostedReply, PreviewReply } from '@obolus/contract/commands';
import type { AnyEndpoint, BodyOfEndpoint, ParamsOf, QueryOf, ReplyOf } from '@obolus/contract/endpoint';
import type { Problem } from '@obolus/contract/problem';
import type { ListName } from '@obolus/contract/lists';
import type { Condition, ListPage } from '@obolus/contract/listState';
import type { Me } from '@obolus/contract/views/me';
import { untilSignedIn } from './session.ts';
import { say, sayAll, spoken } from '../locale/say.ts';
import { message } from '@obolus/messages/message';

interface Call {
  readonly endpoint: AnyEndpoint;
  readonly params?: Record<string, string>;
  readonly query?: Record<string, string | undefined>;
  readonly body?: unknown;
  readonly key?: string | undefined;
  /** The version of the draft that was looked at. */
  readonly version?: number | undefined;
}

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

let csrfToken = '';
let whose = '';

/** Whose page this is, by id; empty before anybody signed in. */
export const whosePage = (): string => whose;

/**
 * One way to the server: paths and methods come from the contract; every failure is a problem document. What is asked after the session ended waits for
 * whoever signs in again, and is asked anew; so is what carried a token that was renewed in another window.
 */
const callServer: BaseQueryFn<Call, unknown, Problem> = async (call) => {
  const reply = await ask(call);
  const [refused] = reply.error?.says ?? [];
  if (call.endpoint.allow === 'anyone' || !refused) return reply;
  if (refused.id === 'problem.sign_in_first') {
    await untilSignedIn();
    return ask(call);
  }
  if (refused.id === 'problem.csrf') {
    await renew();
    return ask(call);
  }
  return reply;
};

/** Learns the token that counts now. Where nobody is signed in any more somebody signs in first; where it is somebody else the page is theirs. */
async function renew(): Promise<void> {
  const { data } = await ask({ endpoint: as(contract.start) });
  const { me } = (data ?? { me: undefined }) as { me?: ReplyOf<Contract['start']>['me'] };
  if (me === null) await untilSignedIn();
  else if (me && me.user.id !== whose) location.reload();
}

async function ask({
  endpoint,
  params = {},
  query = {},
  body,
  key,
  version,
}: Call): Promise<{ data: unknown; error?: undefined } | { error: Problem; data?: undefined }> {
  const path = endpoint.path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(params[name] ?? ''));
  const search = new URLSearchParams(
    Object.entries(query).filter((pair): pair is [string, string] => pair[1] !== undefined),
  ).toString();
  try {
    const response = await fetch(`/api${path}${search ? `?${search}` : ''}`, {
      method: endpoint.method.toUpperCase(),
      // What is said without a body is said also while the page is being closed.
      keepalive: body === undefined && endpoint.method !== 'get',
      headers: {
        ...(body === undefined ? {} : { 'Content-Type': 'application/json' }),
        'X-CSRF-Token': csrfToken,
        'Accept-Language': spoken(),
        ...(key ? { 'Idempotency-Key': key } : {}),
        ...(version ? { 'Draft-Version': String(version) } : {}),
      },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
    const reply: unknown = await response.json();
    if (!response.ok) return { error: reply as Problem };
    const me = meIn(reply);
    if (me) [csrfToken, whose] = [me.csrfToken, whose || me.user.id];
    return { data: reply };
  } catch {
    return {
      error: {
        type: 'about:blank',
        title: say('problem.no_answer_title'),
        status: 0,
        detail: '',
        says: [message('problem.no_answer')],
      },
    };
  }
}

/** Who is signed in, where a reply says so. */
function meIn(reply: unknown): Me | undefined {
  if (typeof reply !== 'object' || reply === null) return undefined;
  if ('csrfToken' in reply) return reply as Me;
  return (reply as { me?: Me | null }).me ?? undefined;
}

type Contract = typeof contract;
type Asked<E> = { params?: ParamsOf<E>; query?: QueryOf<E> };
type Written<E> = { params?: ParamsOf<E>; body?: BodyOfEndpoint<E> };

const as = (endpoint: unknown) => endpoint as AnyEndpoint;

export const server = createApi({
  baseQuery: callServer,
  tagTypes: ['Books', 'Session', 'SetUp', 'Drafts', 'Imports', 'Views', 'Advices', 'Mails', 'Approvals'],
  refetchOnMountOrArgChange: 20,
  endpoints: (build) => {
    type Tag = 'Books' | 'Session' | 'SetUp' | 'Drafts' | 'Imports' | 'Views' | 'Advices' | 'Mails' | 'Approvals';
    const read = <Name extends keyof Contract>(name: Name, ...tags: Tag[]) =>
      build.query<ReplyOf<Contract[Name]>, Asked<Contract[Name]> | void>({
        query: (asked) => ({ endpoint: as(contract[name]), ...(asked as object) }),
        providesTags: tags,
      });
    const write = <Name extends keyof Contract>(name: Name, ...tags: Tag[]) =>
      build.mutation<ReplyOf<Contract[Name]>, Written<Contract[Name]>>({
        query: (asked) => ({ endpoint: as(contract[name]), ...(asked as object) }),
        invalidatesTags: (_result, problem) => (problem ? [] : tags),
      });
    return {
      start: read('start', 'Session'),
      signIn: write('signIn', 'Session', 'Books', 'SetUp', 'Drafts'),
      signOut: write('signOut'),
      items: read('items', 'SetUp', 'Books'),
      heldGoods: read('heldGoods', 'Books'),
      onDock: read('onDock', 'Books'),
      advices: read('advices', 'Books', 'Advices'),
      keepAdvice: write('keepAdvice', 'Advices'),
      takeBillIn: write('takeBillIn', 'Drafts'),
      incomingBill: read('incomingBill', 'Books'),
      assignPaper: write('assignPaper', 'Drafts'),
      dropIncoming: write('dropIncoming', 'Drafts'),
      waitingBills: read('waitingBills', 'Drafts', 'Books', 'Approvals'),
      openBill: write('openBill'),
      letGoOfBill: write('letGoOfBill', 'Drafts'),
      planBill: write('planBill', 'Drafts'),
      assessedBills: read('assessedBills'),
      postAgreed: write('postAgreed'),
      billable: read('billable', 'Books'),
      creditable: read('creditable', 'Books'),
      unmatched: read('unmatched', 'Books'),
      approvals: read('approvals', 'Approvals', 'Books', 'SetUp', 'Drafts'),
      askApproval: write('askApproval', 'Approvals'),
      mails: read('mails', 'Mails'),
      sendMail: write('sendMail', 'Mails'),
      dropAdvice: write('dropAdvice', 'Advices'),
      keepPaper: write('keepPaper'),
      vendors: read('vendors', 'SetUp'),
      warehouses: read('warehouses', 'SetUp'),
      terms: read('terms', 'SetUp'),
      taxCodes: read('taxCodes', 'SetUp'),
      dimensions: read('dimensions', 'SetUp'),
      chargeKinds: read('chargeKinds', 'SetUp'),
      entry: read('entry', 'SetUp', 'Books'),
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
        providesTags: ['Books', 'SetUp'],
      }),
      listViews: read('listViews', 'Views'),
      saveListView: write('saveListView', 'Views'),
      dropListView: write('dropListView', 'Views'),
      prices: read('prices', 'SetUp', 'Books'),
      vendorRecord: read('vendorRecord', 'SetUp', 'Books'),
      people: read('people', 'SetUp'),
      newPerson: write('newPerson', 'SetUp'),
      resetPerson: write('resetPerson'),
      changePassword: write('changePassword', 'Session'),
      savePreferences: write('savePreferences', 'Session'),
      signOutEverywhere: write('signOutEverywhere'),
      resetPassword: write('resetPassword'),
      savePerson: write('savePerson', 'SetUp', 'Books'),
      order: read('order', 'Books'),
      commitments: read('commitments', 'Books'),
      openOrderLines: read('openOrderLines', 'Books'),
      unbilledLines: read('unbilledLines', 'Books'),
      receivedLines: read('receivedLines', 'Books'),
      openCharges: read('openCharges', 'Books'),
      uninvoicedLines: read('uninvoicedLines', 'Books'),
      documents: read('documents', 'Books'),
      document: read('document', 'Books'),
      stockCard: read('stockCard', 'Books'),
      heldStock: read('heldStock', 'Books'),
      journal: read('journal', 'Books'),
      trialBalance: read('trialBalance', 'Books'),
      waiting: read('waiting', 'Books', 'Drafts', 'Approvals', 'SetUp'),
      search: read('search', 'Books'),
      drafts: read('drafts', 'Drafts'),
      draft: read('draft'),
      saveDraft: write('saveDraft', 'Drafts'),
      dropDraft: write('dropDraft', 'Drafts'),
      imports: read('imports', 'Imports'),
      import: read('import', 'Imports'),
      stageImport: write('stageImport', 'Imports'),
      loadImport: write('loadImport', 'Imports', 'SetUp', 'Books'),
      cancelImport: write('cancelImport', 'Imports'),
      preview: build.query<PreviewReply, { kind: DocumentKind; body: BodyOf<DocumentKind>; key: string }>({
        query: ({ kind, body, key }) => ({ endpoint: posting[kind].preview, body, key }),
        keepUnusedDataFor: 0,
        providesTags: ['Books', 'Approvals'],
      }),
      post: build.mutation<
        PostedReply,
        { kind: DocumentKind; body: BodyOf<DocumentKind>; key: string; version?: number | undefined }
      >({
        query: ({ kind, body, key, version }) => ({ endpoint: posting[kind].post, body, key, version }),
        invalidatesTags: (_result, problem, { kind }) =>
          problem ? [] : kind === 'approval' ? ['Books', 'Drafts', 'Approvals', 'SetUp'] : ['Books', 'Drafts'],
      }),
    };
  },
});

export const problemOf = (error: unknown): Problem | undefined =>
  typeof error === 'object' && error !== null && 'status' in error ? (error as Problem) : undefined;

/** What the server said against something, in one sentence: the first thing that is wrong, else the problem itself. */
export const saidAgainst = (error: unknown): string | undefined => {
  const problem = problemOf(error);
  return problem && (sayAll(problem.errors?.[0]?.says ?? problem.says) || problem.detail);
};
