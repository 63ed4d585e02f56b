import { randomBytes, timingSafeEqual } from 'node:crypto';
import type { Request, RequestHandler } from 'express';
import type { Pool } from 'mysql2/promise';
import type { DataSource } from 'typeorm';
import { RequestError } from '../asking/failures.ts';
import type { Config } from '../config.ts';
import type { Reader } from '../asking/signedIn.ts';
import { personOf, type SessionUser } from '../signIn/signIn.ts';
import session from 'express-session';
import mysqlSession from 'express-mysql-session';

declare module 'express-session' {
  interface SessionData {
    user: SessionUser;
    csrfToken: string;
  }
}

declare module 'express-serve-static-core' {
  interface Request {
    /** Who asks, as they are now. */
    person?: Reader;
  }
}

export type SessionStore = session.Store & { close(): Promise<void> };

const TWELVE_HOURS = 12 * 60 * 60 * 1000;

/** The store of sessions: the database, so that any instance knows them. Close it with the server. */
export function sessionStore(pool: Pool): SessionStore {
  const Store = mysqlSession(session as never);
  const store = new Store(
    {
      createDatabaseTable: false,
      clearExpired: true,
      checkExpirationInterval: 15 * 60 * 1000,
      schema: { tableName: 'session', columnNames: { session_id: 'session_id', expires: 'expires', data: 'data' } },
    } as never,
    pool as never,
  ) as SessionStore;
  return livingOn(store);
}

/** How often it is written down that a session lives on, in milliseconds. */
const WRITTEN_EVERY = 5 * 60 * 1000;

/** A session lives on with each request. That is a write to the database, and one now and then says it as well as one with each request. */
function livingOn(store: SessionStore): SessionStore {
  const touch = store.touch?.bind(store);
  /** When each was written down last, the latest at the end. */
  const written = new Map<string, number>();
  store.touch = (id, data, done) => {
    const now = Date.now();
    if (now - (written.get(id) ?? 0) < WRITTEN_EVERY) return done?.();
    for (const [old, at] of written) {
      if (now - at < WRITTEN_EVERY) break;
      written.delete(old);
    }
    written.delete(id);
    written.set(id, now);
    touch?.(id, data, done);
  };
  return store;
}

/** Sessions by cookie; they are not written on each request. */
export function sessions(config: Config, store: SessionStore): RequestHandler {
  return session({
    name: 'obolus',
    secret: config.sessionSecret,
    store,
    resave: false,
    saveUninitialized: false,
    rolling: false,
    cookie: { httpOnly: true, sameSite: 'strict', secure: config.secureCookies, maxAge: TWELVE_HOURS, path: '/' },
  });
}

export const newCsrfToken = (): string => randomBytes(24).toString('base64url');

const isReading = ({ method }: Request): boolean => ['GET', 'HEAD', 'OPTIONS'].includes(method);

/** A write comes from a page of this server; with SameSite=strict cookies and the session's token that is three locks. */
export const refuseCrossSite: RequestHandler = (request, _response, next) => {
  if (isReading(request)) return next();
  const site = request.get('sec-fetch-site');
  const origin = request.get('origin');
  // The host alone: whether it was asked by HTTPS is known to whatever stands in front.
  const isElsewhere = origin !== undefined && origin.replace(/^https?:\/\//, '') !== request.get('host');
  if (isElsewhere || (site !== undefined && site !== 'same-origin' && site !== 'none'))
    throw new RequestError(403, 'problem.other_site');
  next();
};

/** A write of somebody who is signed in carries the session's token in a header, which a page of another origin cannot read. */
export function refuseWithoutToken(request: Request): void {
  const expected = request.session.csrfToken;
  if (isReading(request) || expected === undefined) return;
  const given = Buffer.from(request.get('x-csrf-token') ?? '');
  const token = Buffer.from(expected);
  if (given.length !== token.length || !timingSafeEqual(given, token)) throw new RequestError(403, 'problem.csrf');
}

/** Asks who a session is of, with each request: a role that changed counts at once, and who is kept out is out. */
export const whoAsks =
  ({ manager }: DataSource): RequestHandler =>
  async (request, _response, next) => {
    const { user } = request.session;
    if (user === undefined) return next();
    const person = await personOf(manager, user);
    if (person) request.person = person;
    next();
  };

/** Refuses whoever is not signed in. */
export const signedIn: RequestHandler = (request, _response, next) => {
  if (!request.person) throw new RequestError(401, 'problem.sign_in_first');
  next();
};
