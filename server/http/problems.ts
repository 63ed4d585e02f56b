import 'pino-http';
import type { ErrorRequestHandler, RequestHandler, Response } from 'express';
import { allEndpoints } from '@obolus/contract/api';
import type { Problem } from '@obolus/contract/problem';
import { FieldsRefused, InvalidRequest, RefusedError, RequestError } from '../asking/failures.ts';
import { worded } from '../asking/wording.ts';
import { errorNumber } from '../storage/transaction.ts';

export const notFound: RequestHandler = (request, response) => {
  sendProblem(response, {
    type: 'about:blank',
    title: 'Not found',
    status: 404,
    detail: `There is nothing at ${request.path}.`,
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
    type: 'about:blank',
    title: 'Wrong method',
    status: 405,
    detail: `${request.baseUrl}${request.path} takes ${allowed.join(' or ')}, not ${request.method}.`,
  });
};

/** The one place where failures become answers. What is not expected is logged and told without details. */
export const answerProblems: ErrorRequestHandler = (problem: unknown, request, response, next) => {
  if (response.headersSent) return next(problem);
  const known = problemOf(problem);
  if (known) return sendProblem(response, known);
  request.log.error({ err: problem }, 'unexpected failure');
  const busy = [1205, 1213].includes(errorNumber(problem) ?? 0);
  sendProblem(
    response,
    busy
      ? {
          type: 'about:blank',
          title: 'Busy',
          status: 503,
          detail: 'Others are posting to the same goods: try again in a moment.',
        }
      : {
          type: 'about:blank',
          title: 'Something failed here',
          status: 500,
          detail: `Nothing was saved. The log names it by request ${request.id as string}.`,
        },
  );
};

function problemOf(problem: unknown): Problem | undefined {
  if (problem instanceof RefusedError) {
    const errors = problem.refusals.map((refusal) => worded(refusal, problem.names));
    return {
      type: 'about:blank',
      title: 'Refused',
      status: 422,
      detail: errors
        .map((error) => error.says)
        .join(' ')
        .slice(0, 1000),
      errors,
    };
  }
  if (problem instanceof FieldsRefused) {
    const errors = problem.errors.map((error) => ({ reason: 'refused', ...error }));
    const detail = errors.map(({ says }) => says).join(' ');
    return { type: 'about:blank', title: 'Refused', status: 422, detail: detail.slice(0, 1000), errors };
  }
  if (problem instanceof InvalidRequest) {
    const errors = problem.errors.slice(0, 20).map((error) => ({ reason: 'invalid', ...error }));
    return {
      type: 'about:blank',
      title: 'Not understood',
      status: 400,
      detail: errors
        .map((error) => `${error.at || 'body'}: ${error.says}`)
        .join('; ')
        .slice(0, 1000),
      errors,
    };
  }
  if (problem instanceof RequestError)
    return { type: 'about:blank', title: problem.title, status: problem.status, detail: problem.message };
  const status = (problem as { status?: unknown }).status;
  const type = (problem as { type?: unknown }).type;
  if (type === 'entity.parse.failed')
    return { type: 'about:blank', title: 'Not understood', status: 400, detail: 'The body is not JSON.' };
  if (type === 'entity.too.large')
    return { type: 'about:blank', title: 'Too large', status: 413, detail: 'The body is larger than is taken here.' };
  if (typeof status === 'number' && status >= 400 && status < 500)
    return { type: 'about:blank', title: 'Not understood', status, detail: 'The request could not be read.' };
  return undefined;
}

export function sendProblem(response: Response, problem: Problem): void {
  response.status(problem.status).type('application/problem+json').send(JSON.stringify(problem));
}
