/**
 * Plain data as text that is the same for the same data, and back: whole numbers of any size, maps and sets stay what they are,
 * fields stand in the order of the alphabet, and what is undefined is left out. What is hashed or kept for replay is written so.
 */
export const canonicalText = (value: unknown): string => JSON.stringify(asJson(value));

export const fromCanonicalText = (text: string): unknown => ofJson(JSON.parse(text));

/** Objects of one field named so stand for what JSON has no word for; no field of a document is. */
const WHOLE = '#';
const MAP = '@';
const SET = '*';

function asJson(value: unknown): unknown {
  if (typeof value === 'bigint') return { [WHOLE]: value.toString() };
  if (Array.isArray(value)) return value.map(asJson);
  if (value instanceof Map) return { [MAP]: [...value].map(([key, entry]) => [asJson(key), asJson(entry)]) };
  if (value instanceof Set) return { [SET]: [...value].map(asJson) };
  if (typeof value !== 'object' || value === null) return value;
  const fields = Object.entries(value).filter(([, field]) => field !== undefined);
  return Object.fromEntries(fields.sort(([a], [b]) => (a < b ? -1 : 1)).map(([name, field]) => [name, asJson(field)]));
}

function ofJson(json: unknown): unknown {
  if (Array.isArray(json)) return json.map(ofJson);
  if (typeof json !== 'object' || json === null) return json;
  const fields = Object.entries(json) as [string, unknown][];
  const [[name, field] = ['', undefined]] = fields;
  if (fields.length === 1 && name === WHOLE) return BigInt(field as string);
  if (fields.length === 1 && name === MAP) return new Map(ofJson(field) as [unknown, unknown][]);
  if (fields.length === 1 && name === SET) return new Set(ofJson(field) as unknown[]);
  return Object.fromEntries(fields.map(([at, entry]) => [at, ofJson(entry)]));
}
