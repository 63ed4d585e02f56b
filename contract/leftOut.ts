import type { TSchema } from './figures.ts';

/**
 * What is empty may be left out, of every body of a document (docs/api.md, Empty fields): a text, a figure, a list or a yes
 * or no that is left out is the same as one that is "", [] or false.
 */
export function lenient<Schema extends TSchema>(schema: Schema): Schema {
  if (schema.type === 'array') return { ...schema, items: lenient(schema.items as TSchema) };
  if (schema.type !== 'object') return schema;
  const given = Object.entries(schema.properties as Readonly<Record<string, TSchema>>);
  const required = new Set((schema.required ?? []) as readonly string[]);
  const properties = given.map(([name, property]): [string, TSchema] => {
    const empty = emptyOf(property);
    const own = lenient(property);
    return [name, required.has(name) && empty !== undefined ? { ...own, default: empty } : own];
  });
  return {
    ...schema,
    properties: Object.fromEntries(properties),
    required: properties.filter(([name, { default: empty }]) => required.has(name) && empty === undefined).map(nameOf),
    [LEFT_OUT]: true,
  };
}

/** The keyword of a schema whose empty fields may be left out. */
export const LEFT_OUT = 'x-empty-may-be-left-out';

/** A body as its schema has it: what was left out is empty, and what is optional and empty is left out. */
export function completed(schema: TSchema, value: unknown): unknown {
  if (Array.isArray(value))
    return schema.type === 'array' ? value.map((one) => completed(schema.items as TSchema, one)) : value;
  if (schema.properties === undefined || typeof value !== 'object' || value === null) return value;
  const properties = schema.properties as Readonly<Record<string, TSchema>>;
  const required = new Set((schema.required ?? []) as readonly string[]);
  const isMarked = schema[LEFT_OUT] === true;
  const whole: Record<string, unknown> = {};
  for (const [name, property] of Object.entries(properties))
    if (isMarked && property.default !== undefined && !Object.hasOwn(value, name)) whole[name] = property.default;
  for (const [name, field] of Object.entries(value)) {
    const property = Object.hasOwn(properties, name) ? properties[name] : undefined;
    const isNothing = isMarked && field === '' && property && !required.has(name) && property.default === undefined;
    if (!isNothing) whole[name] = property ? completed(property, field) : field;
  }
  return whole;
}

const nameOf = ([name]: readonly [string, TSchema]): string => name;

/** What a field is when nothing stands in it; undefined where something must. */
function emptyOf(schema: TSchema): '' | false | readonly [] | undefined {
  if (schema.type === 'boolean') return false;
  if (schema.type === 'array') return [];
  const choices = (schema.anyOf ?? [schema]) as readonly TSchema[];
  return choices.some(allowsNothing) ? '' : undefined;
}

const allowsNothing = (schema: TSchema): boolean =>
  schema.const === '' ||
  (schema.type === 'string' &&
    schema.const === undefined &&
    schema.pattern === undefined &&
    schema.enum === undefined &&
    schema.format === undefined &&
    (schema.minLength ?? 0) === 0);
