import { Ajv, type ValidateFunction } from 'ajv';
import type { TSchema } from '@obolus/contract/figures';
import { completed, LEFT_OUT } from '@obolus/contract/leftOut';
import { type Message, message } from '@obolus/messages/message';
import { isDay } from '@obolus/core/exact/calendar';
import { InvalidRequest } from './failures.ts';

const ajv = new Ajv({ allErrors: true, coerceTypes: false, strict: true, strictTypes: false });
ajv.addVocabulary([LEFT_OUT]);

// A day that exists: 2026-02-29 is not.
ajv.addFormat('date', isDay);

const compiled = new WeakMap<TSchema, ValidateFunction>();

function validatorOf(schema: TSchema): ValidateFunction {
  const known = compiled.get(schema);
  if (known) return known;
  const validate = ajv.compile(schema);
  compiled.set(schema, validate);
  return validate;
}

/** Throws `InvalidRequest`, naming each field, unless the value is what the schema says. */
export function validateRequest(schema: TSchema | undefined, value: unknown, where: string): void {
  if (!schema) return;
  const validate = validatorOf(schema);
  if (validate(value)) return;
  throw new InvalidRequest(
    (validate.errors ?? []).map((error) => ({
      at: `${where}${error.instancePath}`,
      says: [says(error.message, error.params)],
    })),
  );
}

/** A body as its schema has it, validated: what may be left out is empty. */
export function readBody(schema: TSchema, value: unknown): unknown {
  const body = completed(schema, value);
  validateRequest(schema, body, '');
  return body;
}

/** Whether a reply is what the contract promises; a broken promise is ours. */
export function validateReply(schema: TSchema, value: unknown, path: string): void {
  const validate = validatorOf(schema);
  if (!validate(value))
    throw new Error(`Broken invariant: the reply of ${path} fits its schema: ${ajv.errorsText(validate.errors)}`);
}

/** What a schema says stands in its own words: it speaks to whoever writes programs. */
function says(wrong: string | undefined, params: Record<string, unknown>): Message {
  if (typeof params.additionalProperty === 'string')
    return message('problem.field_unknown', { field: params.additionalProperty.slice(0, 60) });
  if (Array.isArray(params.allowedValues))
    return message('problem.field_one_of', { allowed: params.allowedValues.join(', ') });
  if (params.format === 'date') return message('problem.field_day');
  return message('problem.field_schema', { what: wrong ?? '' });
}
