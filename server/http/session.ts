import { randomBytes, timingSafeEqual } from 'node:crypto';
import type { RequestHandler } from 'express';
import type { Pool } from 'mysql2/promise';
import { RequestError } from '../asking/failures.ts';
import type { Config } from '../config.ts';
import type { SignedIn } from '../asking/signedIn.ts';
import session from 'express-session';
import mysqlSession from 'express-mysql-session';

declare module 'express-session' {
  interface SessionData {
    user: SignedIn;
    csrfToken: string;
  }
}

export type SessionStore = session.Store & { close(): Promise<void> };

const TWELVE_HOURS = 12 * 60 * 60 * 1000;

/** The store of sessions: the database, so that any instance knows them. Close it with the server. */
export function sessionStore(pool: Pool): SessionStore {
  const Store = mysqlSession(session as never);
  return new Store(
    {
      createDatabaseTable: false,
      clearExpired: true,
      checkExpirationInterval: 15 * 60 * 1000,
      schema: { tableName: 'session', columnNames: { session_id: 'session_id', expires: 'expires', data: 'data' } },
    } as never,
    pool as never,
  );
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

/**
 * A write must carry the session's token in a header, which a page of another origin cannot read; with SameSite=strict
 * cookies that is two locks on cross-site requests.
 */
export const refuseCrossSite: RequestHandler = (request, _response, next) => {
  if (['GET', 'HEAD', 'OPTIONS'].includes(request.method)) return next();
  const site = request.get('sec-fetch-site');
  if (site !== undefined && site !== 'same-origin' && site !== 'none')
    throw new RequestError(403, 'Refused', 'This request came from another site.');
  const expected = request.session.csrfToken;
  if (expected === undefined) return next();
  const given = Buffer.from(request.get('x-csrf-token') ?? '');
  const token = Buffer.from(expected);
  if (given.length !== token.length || !timingSafeEqual(given, token))
    throw new RequestError(403, 'Refused', 'The X-CSRF-Token header is missing or wrong: load the page again.');
  next();
};

/** Refuses whoever is not signed in. */
export const signedIn: RequestHandler = (request, _response, next) => {
  if (!request.session.user) throw new RequestError(401, 'Not signed in', 'Sign in first.');
  next();
};
