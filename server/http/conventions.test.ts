import { readFileSync } from 'node:fs';
import { describe, expect, it } from '@jest/globals';
import { LineId, Quantity, type TSchema } from '@obolus/contract/figures';
import { completed } from '@obolus/contract/leftOut';
import { openApiDocument } from '@obolus/contract/openapi';
import { KINDS } from '@obolus/contract/kinds/kinds';

/** What docs/api.md says, held over the document of all endpoints. */
interface Operation {
  readonly parameters: readonly { readonly name: string; readonly in: string }[];
  readonly security: readonly object[];
  readonly requestBody?: { readonly content: { readonly 'application/json': { readonly schema: TSchema } } };
  readonly responses: Readonly<Record<string, { content: Readonly<Record<string, { schema?: TSchema }>> }>>;
}

const { paths } = openApiDocument('0') as { paths: Record<string, Record<string, Operation>> };
const operations = Object.entries(paths).flatMap(([path, methods]) =>
  Object.entries(methods).map(([method, operation]) => ({ name: `${method} ${path}`, path, method, ...operation })),
);
const bodyOf = ({ requestBody }: Operation): TSchema | undefined => requestBody?.content['application/json'].schema;
const replyOf = ({ responses }: Operation): TSchema | undefined =>
  (responses['200'] ?? responses['201'])?.content['application/json']?.schema;

/** Every field below a schema, with the object that it stands in. */
function* fieldsOf(schema: TSchema | undefined): Generator<{ name: string; field: TSchema; within: TSchema }> {
  if (!schema) return;
  for (const choice of (schema.anyOf ?? []) as TSchema[]) yield* fieldsOf(choice);
  if (schema.type === 'array') yield* fieldsOf(schema.items as TSchema);
  for (const [name, field] of Object.entries((schema.properties ?? {}) as Record<string, TSchema>)) {
    yield { name, field, within: schema };
    yield* fieldsOf(field);
  }
}

const everywhere = operations.flatMap((operation) =>
  [bodyOf(operation), replyOf(operation)].flatMap((schema) =>
    [...fieldsOf(schema)].map((each) => ({ ...each, at: `${operation.name} ${each.name}` })),
  ),
);
const choicesOf = (field: TSchema): TSchema[] => (field.anyOf as TSchema[] | undefined) ?? [field];

describe('every endpoint', () => {
  it('takes objects that say all that they take', () => {
    const open = everywhere.filter(({ within }) => within.additionalProperties !== false);
    expect(open.map(({ at }) => at)).toEqual([]);
  });

  it('writes with the token of the session, and posts or adds under a key, with 201', () => {
    for (const { name, method, parameters, security, responses } of operations) {
      const headers = parameters.filter(({ in: where }) => where === 'header').map((header) => header.name);
      expect([name, headers.includes('X-CSRF-Token')]).toEqual([name, method !== 'get' && security.length > 0]);
      expect([name, '201' in responses]).toEqual([name, headers.includes('Idempotency-Key')]);
    }
  });

  it('has no figure that is a JSON number', () => {
    expect(everywhere.filter(({ field }) => field.type === 'number').map(({ at }) => at)).toEqual([]);
  });

  it('names a line in one way', () => {
    const lines = everywhere.filter(({ name, field }) => name === 'line' && field.type !== 'integer');
    expect(lines.length).toBeGreaterThan(5);
    for (const { at, field } of lines)
      expect([at, choicesOf(field).some(({ pattern }) => pattern === LineId.pattern)]).toEqual([at, true]);
  });
});

const documents = Object.values(KINDS).map(({ name, body }): [string, TSchema] => [name, body]);

describe.each(documents)('the body of %s', (kind, body) => {
  const fields = [...fieldsOf(body)];

  it('calls what the other side calls it a reference, and the version that was looked at seen', () => {
    expect(fields.filter(({ name }) => ['number', 'version'].includes(name))).toEqual([]);
  });

  it('may leave out whatever may be empty', () => {
    const must = fields.filter(({ name, within }) => ((within.required ?? []) as string[]).includes(name));
    const empty = must.filter(({ field }) =>
      choicesOf(field).some(
        ({ type, pattern, enum: of, format, minLength, const: is }) =>
          is === '' || (type === 'string' && is === undefined && !pattern && !of && !format && !minLength),
      ),
    );
    expect([kind, empty.map(({ name }) => name)]).toEqual([kind, []]);
    expect(must.filter(({ field }) => ['array', 'boolean'].includes(String(field.type)))).toEqual([]);
  });

  it('is posted and previewed at its own address', () => {
    expect(bodyOf(paths[`/api/documents/${kind}`]?.post as Operation)).toEqual(body);
    expect(bodyOf(paths[`/api/documents/${kind}/preview`]?.post as Operation)).toEqual(body);
  });
});

describe('what is left out', () => {
  it('is empty, and what is optional and empty is left out', () => {
    const body = {
      warehouse: '1',
      lines: [{ of: '1/1', quantity: '2', origin: '', lots: [{ lot: 'A', expires: '' }] }],
    };
    expect(completed(KINDS.receipt.body, body)).toEqual({
      vendor: '',
      date: '',
      packingSlip: '',
      shipment: '',
      warehouse: '1',
      lines: [{ of: '1/1', quantity: '2', lots: [{ lot: 'A', quantity: '' }] }],
    });
  });

  it('leaves what is no such thing as it is, to be refused', () => {
    expect(completed(KINDS.receipt.body, 'no')).toBe('no');
    expect(completed(KINDS.receipt.body, null)).toBeNull();
    expect(completed(KINDS.receipt.body, { lines: 'no', other: 1 })).toMatchObject({ lines: 'no', other: 1 });
    expect(completed(Quantity, '')).toBe('');
  });
});

describe('docs/api.md', () => {
  const says = readFileSync(new URL('../../docs/api.md', import.meta.url), 'utf8');

  it('says what the reply to posting has', () => {
    const reply = replyOf(paths['/api/documents/bill']?.post as Operation);
    const told = [...says.matchAll(/^\| `(\w+)`/gm)].map(([, name]) => name);
    expect(told).toEqual(Object.keys((reply?.properties ?? {}) as object));
  });
});
