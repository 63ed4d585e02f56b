import type { BaseQueryFn } from '@reduxjs/toolkit/query/react';
import { api as contract } from '@obolus/contract/api';
import type { AnyEndpoint, ReplyOf } from '@obolus/contract/endpoint';
import type { Problem } from '@obolus/contract/problem';
import type { Me } from '@obolus/contract/views/me';
import { untilSignedIn } from './session.ts';
import { say, spoken } from '../locale/say.ts';
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

let csrfToken = '';
let whose = '';

/** Whose page this is, by id; empty before anybody signed in. */
export const whosePage = (): string => whose;

/**
 * One way to the server: paths and methods come from the contract; every failure is a problem document. What is asked after the session ended waits for
 * whoever signs in again, and is asked anew; so is what carried a token that was renewed in another window.
 */
export const callServer: BaseQueryFn<Call, unknown, Problem> = async (call) => {
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
  const { me } = (data ?? { me: undefined }) as { me?: ReplyOf<(typeof contract)['start']>['me'] };
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
    // Never changed by anybody: the store takes it as it is, and does not look through thousands of lines to see to that.
    return { data: Object.freeze(reply) };
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

/** An endpoint of the contract, as it is called here. */
export const as = (endpoint: unknown) => endpoint as AnyEndpoint;
