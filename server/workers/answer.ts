import { isUint8Array } from 'node:util/types';
import { FieldsRefused, RefusedError, RequestError } from '../asking/failures.ts';

type RequestParts = Pick<RequestError, 'status' | 'says'>;
type Refusal =
  | { readonly request: RequestParts }
  | { readonly fields: FieldsRefused['errors'] }
  | { readonly rules: Pick<RefusedError, 'refusals' | 'names'> };

/** What comes back from another thread: classes do not cross, what they hold does. */
export type Answer = { readonly found: unknown } | Refusal;

/** What whoever asked can do something about; undefined for every other failure. */
export function refusalOf(problem: unknown): Refusal | undefined {
  if (problem instanceof RequestError) {
    const { status, says } = problem;
    return { request: { status, says } };
  }
  if (problem instanceof FieldsRefused) return { fields: problem.errors };
  if (problem instanceof RefusedError) return { rules: { refusals: problem.refusals, names: problem.names } };
  return undefined;
}

/** What was found; throws what was refused, as it was in the other thread. */
export function foundIn(answer: Answer): unknown {
  if ('found' in answer) return withFiles(answer.found);
  if ('request' in answer) throw new RequestError(answer.request.status, answer.request.says);
  if ('fields' in answer) throw new FieldsRefused(answer.fields);
  throw new RefusedError(answer.rules.refusals, answer.rules.names);
}

/**
 * Files and keys cross as bare bytes: they are buffers again on the other side. What crossed is nobody else's, and is changed where it is: of a long paper
 * nothing is copied once more.
 */
export function withFiles<Value>(crossed: Value): Value {
  if (isUint8Array(crossed))
    return Buffer.from(crossed.buffer, crossed.byteOffset, crossed.byteLength) as unknown as Value;
  if (Array.isArray(crossed)) {
    const parts = crossed as unknown[];
    for (const [at, part] of parts.entries()) if (mayHoldFiles(part)) parts[at] = withFiles(part);
  } else if (mayHoldFiles(crossed) && Object.prototype.toString.call(crossed) === '[object Object]') {
    const fields = crossed as Record<string, unknown>;
    for (const [name, field] of Object.entries(fields)) if (mayHoldFiles(field)) fields[name] = withFiles(field);
  }
  return crossed;
}

const mayHoldFiles = (value: unknown): value is object => typeof value === 'object' && value !== null;
