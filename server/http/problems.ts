import 'pino-http';
import type { ErrorRequestHandler, RequestHandler, Response } from 'express';
import { allEndpoints } from '@obolus/contract/api';
import type { RefusalView } from '@obolus/contract/commands';
import type { Problem } from '@obolus/contract/problem';
import { en } from '@obolus/messages/en';
import { message, type MessageId } from '@obolus/messages/message';
import { FieldsRefused, InvalidRequest, RefusedError, RequestError } from '../asking/failures.ts';
import { languageOf } from './language.ts';
import { speakerFor } from '../asking/speakers.ts';
import { worded } from '../asking/wording.ts';
import { errorNumber } from '../storage/transaction.ts';

export const notFound: RequestHandler = (request, response) => {
  sendProblem(response, {
    status: 404,
    says: [message('problem.nothing_there', { path: request.path })],
  });
};

const PATHS = allEndpoints.map(({ method, path }) => ({
  method: method.toUpperCase(),
  path: new RegExp(`^${path.replace(/:\w+/g, '[^/]+')}$`),
}));

/** Another method at a path that is there: RFC 9110, 15.5.6. */
export const wrongMethod: RequestHandler = (request, response, next) => {
  const allowed = PATHS.filter(({ path }) => path.test(request.path)).map(({ method }) => method);
  if (allowed.length === 0 || allowed.includes(request.method)) return next();
  response.set('Allow', [...new Set(allowed)].join(', '));
  sendProblem(response, {
    status: 405,
    says: [
      message('problem.wrong_method', {
        path: `${request.baseUrl}${request.path}`,
        allowed: allowed.join(', '),
        method: request.method,
      }),
    ],
  });
};

/** The one place where failures become answers. What is not expected is logged and told without details. */
export const answerProblems: ErrorRequestHandler = (problem: unknown, request, response, next) => {
  if (response.headersSent) return next(problem);
  const known = problemOf(problem);
  if (known) return sendProblem(response, known);
  request.log.error({ err: problem }, 'unexpected failure');
  sendProblem(
    response,
    passing(problem) ?? { status: 500, says: [message('problem.failed', { request: request.id as string })] },
  );
};

const LOCKED_TOO_LONG = [1205, 1213];
const DISK_FULL = [1021, 1114];
const STORAGE_FAILED = 1030;

/** What goes by: others hold what is needed, or the database has no room. */
function passing(problem: unknown): Unworded | undefined {
  const number = errorNumber(problem) ?? 0;
  if (LOCKED_TOO_LONG.includes(number)) return { status: 503, says: [message('problem.busy')] };
  const isFull = number === STORAGE_FAILED && /\b28\b/.test((problem as Error).message);
  return isFull || DISK_FULL.includes(number) ? { status: 503, says: [message('problem.no_room')] } : undefined;
}

/** What went wrong, before it is worded for whoever asked. */
type Unworded = Pick<Problem, 'status' | 'says' | 'errors'>;

function problemOf(problem: unknown): Unworded | undefined {
  if (problem instanceof RefusedError)
    return refusedAt(problem.refusals.map((refusal) => worded(refusal, problem.names)));
  if (problem instanceof FieldsRefused)
    return refusedAt(problem.errors.map(({ at, says }) => ({ reason: 'refused', at, says: [...says] })));
  if (problem instanceof InvalidRequest)
    return {
      status: 400,
      says: [],
      errors: problem.errors.slice(0, 20).map(({ at, says }) => ({ reason: 'invalid', at, says: [...says] })),
    };
  if (problem instanceof RequestError) return { status: problem.status, says: [...problem.says] };
  const { status, type } = problem as { status?: unknown; type?: unknown };
  if (type === 'entity.parse.failed') return { status: 400, says: [message('problem.no_json')] };
  if (type === 'entity.too.large') return { status: 413, says: [message('problem.body_too_large')] };
  if (typeof status === 'number' && status >= 400 && status < 500)
    return { status, says: [message('problem.unreadable')] };
  return undefined;
}

const refusedAt = (errors: RefusalView[]): Unworded => ({
  status: 422,
  says: errors.flatMap(({ says }) => says).slice(0, MOST_SAID),
  errors,
});

const MOST_SAID = 20;

/** A problem document, worded in the language that was asked for; `says` is the same without words. */
function sendProblem(response: Response, { status, says, errors }: Unworded): void {
  const { say, sayingAll } = speakerFor(languageOf(response.req));
  const invalid = status === 400 && says.length === 0 ? (errors ?? []) : [];
  const detail =
    invalid.length === 0
      ? sayingAll(says)
      : invalid
          .map(({ at, says: wrong }) => say('problem.at_field', { at: at || 'body', what: sayingAll(wrong) }))
          .join('; ');
  const problem: Problem = {
    type: 'about:blank',
    title: say(titleOf(status)),
    status,
    detail: detail.slice(0, 1000),
    says,
    ...(errors ? { errors } : {}),
  };
  response.status(status).type('application/problem+json').send(JSON.stringify(problem));
}

const titleOf = (status: number): MessageId => {
  const title = `problem.${status}`;
  return title in en ? (title as MessageId) : 'problem.400';
};
