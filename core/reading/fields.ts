export type Fields = Readonly<Record<string, unknown>>;

/** A case that says something the core does not know yet. It fails; nothing in a case is passed over. */
export class NotKnown extends Error {}

export function asFields(value: unknown, what: string): Fields {
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    throw new NotKnown(`${what} should hold named values`);
  return value as Fields;
}

export function onlyKeys(fields: Fields, known: readonly string[], what: string): void {
  const unknown = Object.keys(fields).filter((key) => !known.includes(key));
  if (unknown.length > 0) throw new NotKnown(`${what}: ${unknown.join(', ')} is not known yet`);
}

export function textOf(fields: Fields, key: string): string {
  const value = fields[key];
  if (typeof value !== 'string') throw new NotKnown(`${key} is missing`);
  return value;
}

export function optionalText(fields: Fields, key: string): string | undefined {
  return fields[key] === undefined ? undefined : textOf(fields, key);
}

export function listOf(fields: Fields, key: string): Fields[] {
  const value = fields[key] ?? [];
  if (!Array.isArray(value)) throw new NotKnown(`${key} should be a list`);
  return value.map((entry) => asFields(entry, key));
}

export function textsOf(fields: Fields, key: string): string[] {
  const value = fields[key] ?? [];
  if (!Array.isArray(value)) throw new NotKnown(`${key} should be a list`);
  return value.map(String);
}

export function isTrue(fields: Fields, key: string): boolean {
  const text = optionalText(fields, key);
  if (text !== undefined && text !== 'true' && text !== 'false') throw new NotKnown(`${key} should be true or false`);
  return text === 'true';
}
