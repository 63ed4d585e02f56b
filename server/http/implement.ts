import type { Request, RequestHandler, Response, Router } from 'express';
import type { AnyEndpoint, BodyOfEndpoint, ParamsOf, QueryOf, ReplyOf } from '@obolus/contract/endpoint';
import { Key } from '@obolus/contract/figures';
import type { Role } from '@obolus/contract/roles';
import { RequestError } from '../asking/failures.ts';
import type { SignedIn } from '../asking/signedIn.ts';
import { readBody, validateReply, validateRequest } from '../asking/validate.ts';
import { bodyOf } from './body.ts';
import type { Context } from './context.ts';
import { refuseWithoutToken } from './session.ts';
import { rolesOf } from '../asking/roleWords.ts';

/** A request that was validated and authorised. */
export interface Call<E> {
  readonly params: ParamsOf<E>;
  readonly query: QueryOf<E>;
  readonly body: BodyOfEndpoint<E>;
  /** Undefined only where anyone is allowed. */
  readonly user: E extends { allow: 'anyone' } ? SignedIn | undefined : SignedIn;
  readonly key: string;
  readonly request: Request;
  readonly response: Response;
}

/** Puts an endpoint on the router: who may call it, what it takes and what it gives come from the contract alone. */
export function implement<E>(
  router: Router,
  context: Context,
  definition: E,
  handle: (call: Call<E>) => Promise<ReplyOf<E>>,
): void {
  const endpoint = definition as unknown as AnyEndpoint;
  // Who may not ask is told so before anything of the body is read.
  const authorised: RequestHandler = (request, _response, next) => {
    authorise(endpoint, request);
    next();
  };
  router[endpoint.method](endpoint.path, authorised, bodyOf(endpoint), async (request, response) => {
    validateRequest(endpoint.params, request.params, 'path');
    if (endpoint.query) validateRequest(endpoint.query, { ...request.query }, 'query');
    const body = endpoint.body && readBody(endpoint.body, (request.body as unknown) ?? null);
    const key = request.get('idempotency-key') ?? '';
    if (endpoint.keyed) validateRequest(Key, key, 'Idempotency-Key');
    const call = {
      params: request.params,
      query: { ...request.query },
      body,
      user: request.person,
      key,
      request,
      response,
    };
    const reply = await handle(call as unknown as Call<E>);
    if (endpoint.keyed) response.locals.document = (reply as { id?: string }).id;
    if (context.config.checkReplies) validateReply(endpoint.reply, reply, endpoint.path);
    if (endpoint.produces) sendPaper(response, endpoint.produces, reply as Paper);
    else response.status(endpoint.keyed ? 201 : 200).json(reply);
  });
}

interface Paper {
  readonly type?: string;
  readonly name: string;
  readonly content: Buffer | string;
}

/** Shown in the browser's own viewer, never run: its type is fixed, and nothing in it may load or act. */
function sendPaper(response: Response, usual: string, { name, content, type = usual }: Paper): void {
  response
    .type(type)
    .set('X-Content-Type-Options', 'nosniff')
    .set('Content-Disposition', `inline; filename="${name.replace(/[^\w.-]/g, '_')}"`)
    .set('Content-Security-Policy', "default-src 'none'; sandbox");
  response.send(content);
}

function authorise(endpoint: AnyEndpoint, request: Request): void {
  if (endpoint.allow === 'anyone') return;
  refuseWithoutToken(request);
  const user = request.person;
  if (!user) throw new RequestError(401, 'problem.sign_in_first');
  if (endpoint.allow === 'signed-in') return;
  if (!(endpoint.allow as readonly Role[]).includes(user.role)) {
    throw new RequestError(403, 'problem.not_for_role', {
      role: { word: `role.${user.role}` },
      roles: rolesOf(endpoint.allow as readonly Role[]),
    });
  }
}
