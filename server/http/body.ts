import express, { type RequestHandler } from 'express';
import type { AnyEndpoint } from '@obolus/contract/endpoint';
import { RequestError } from '../asking/failures.ts';

const LARGEST = '256kb';
/** No body of the contract is nested deeper than about ten; what is made to exhaust whoever walks it is. */
const DEEPEST = 40;

/** Reads the body of an endpoint as JSON, at most as large as the contract says, and not nested beyond reason. */
export const bodyOf = (endpoint: AnyEndpoint): RequestHandler =>
  endpoint.body
    ? express.json({
        limit: endpoint.largest ?? LARGEST,
        strict: false,
        verify: (_request, _response, body) => {
          if (isDeep(body)) throw new RequestError(400, 'problem.body_too_deep');
        },
      })
    : (_request, _response, next) => next();

const [QUOTE, BACKSLASH] = [0x22, 0x5c];
const OPENING: ReadonlySet<number> = new Set([0x5b, 0x7b]);
const CLOSING: ReadonlySet<number> = new Set([0x5d, 0x7d]);

/** Whether brackets outside of text stand deeper than `DEEPEST`. Text is stepped over as a whole. */
function isDeep(body: Buffer): boolean {
  let depth = 0;
  for (let at = 0; at < body.length; at += 1) {
    const byte = body[at] ?? 0;
    if (byte === QUOTE) at = endOfText(body, at);
    else if (OPENING.has(byte)) depth += 1;
    else if (CLOSING.has(byte)) depth -= 1;
    if (depth > DEEPEST) return true;
  }
  return false;
}

/** Where the text that begins at a quote ends: at the next quote that is not escaped. */
function endOfText(body: Buffer, from: number): number {
  for (let at = body.indexOf(QUOTE, from + 1); at >= 0; at = body.indexOf(QUOTE, at + 1)) {
    let escapes = 0;
    while (body[at - 1 - escapes] === BACKSLASH) escapes += 1;
    if (escapes % 2 === 0) return at;
  }
  return body.length;
}
