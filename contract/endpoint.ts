import type { Static, TSchema } from './figures.ts';
import type { Role } from './roles.ts';

/** One endpoint: the server validates by it, the web is typed by it, the OpenAPI document is made from it. */
export interface Endpoint<Params extends TSchema, Query extends TSchema, Body extends TSchema, Reply extends TSchema> {
  readonly method: 'get' | 'post' | 'put' | 'delete';
  /** Below /api, with parameters as `:name`. */
  readonly path: string;
  readonly summary: string;
  readonly allow: 'anyone' | 'signed-in' | readonly Role[];
  readonly params?: Params;
  readonly query?: Query;
  readonly body?: Body;
  readonly reply: Reply;
  /** A paper instead of JSON: its media type. The handler gives a `Paper`. */
  readonly produces?: string;
  /** The most that its body may be, unpacked; 256 kB where nothing is said. */
  readonly largest?: `${number}${'kb' | 'mb'}`;
  /** A write that must carry an Idempotency-Key header. */
  readonly keyed?: boolean;
}

export type AnyEndpoint = Endpoint<TSchema, TSchema, TSchema, TSchema>;
export type ParamsOf<E> =
  E extends Endpoint<infer P, TSchema, TSchema, TSchema>
    ? TSchema extends P
      ? Record<never, string>
      : Static<P>
    : never;
export type QueryOf<E> =
  E extends Endpoint<TSchema, infer Q, TSchema, TSchema>
    ? TSchema extends Q
      ? Record<never, string>
      : Static<Q>
    : never;
export type BodyOfEndpoint<E> =
  E extends Endpoint<TSchema, TSchema, infer B, TSchema> ? (TSchema extends B ? undefined : Static<B>) : never;
export type ReplyOf<E> = E extends Endpoint<TSchema, TSchema, TSchema, infer R> ? Static<R> : never;

export function endpoint<
  P extends TSchema = TSchema,
  Q extends TSchema = TSchema,
  B extends TSchema = TSchema,
  R extends TSchema = TSchema,
>(definition: Endpoint<P, Q, B, R>): Endpoint<P, Q, B, R> {
  return definition;
}
