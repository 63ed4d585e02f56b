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

/** Files and keys cross as bare bytes: they are buffers again on the other side. */
export function withFiles<Value>(value: Value): Value {
  if (isUint8Array(value)) return Buffer.from(value) as unknown as Value;
  if (Array.isArray(value)) return value.map(withFiles) as Value;
  if (Object.prototype.toString.call(value) !== '[object Object]') return value;
  return Object.fromEntries(Object.entries(value as object).map(([name, field]) => [name, withFiles(field)])) as Value;
}
