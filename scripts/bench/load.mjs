// Clients of the server, and work from many of them at once.
import { randomUUID } from 'node:crypto';
import { Agent, request } from 'node:http';
import { small } from './measure.mjs';

/** So many clients at once. */
export const CLIENTS = [1, 4, 16];
const SECONDS = small ? 0.3 : 3;
/** Milliseconds without a sign of life after which nothing is waited for any more. */
const LONGEST = 30_000;

/** @param longest milliseconds without a sign of life after which an answer is not waited for any more */
export async function signIn(url, longest = LONGEST, email = 'bench@localhost') {
  const agent = new Agent({ keepAlive: true, timeout: longest });
  const reply = await send(agent, url, 'POST', '/api/session', { email, password: 'bench' });
  const headers = { Cookie: reply.headers['set-cookie'][0].split(';')[0], 'X-CSRF-Token': reply.body.csrfToken };
  return {
    async post(path, body) {
      const { status, body: answer } = await send(agent, url, 'POST', path, body, {
        ...headers,
        'Idempotency-Key': randomUUID(),
      });
      if (status >= 300) throw new Error(JSON.stringify(answer));
      return answer;
    },
    async put(path, body) {
      const { status, body: answer } = await send(agent, url, 'PUT', path, body, headers);
      if (status >= 300) throw new Error(JSON.stringify(answer));
      return answer;
    },
    async get(path) {
      const { status, body } = await send(agent, url, 'GET', path, undefined, headers);
      if (status >= 300) throw new Error(`${path}: ${status}`);
      return body;
    },
    async read(path) {
      const { status } = await send(agent, url, 'GET', path, undefined, { ...headers, Accept: '*/*' }, () => undefined);
      if (status >= 300) throw new Error(`${path}: ${status}`);
    },
  };
}

/** So many sessions of the same person, one after the other: many at once look like guessing. */
export async function signInMany(url, many, longest = LONGEST) {
  const users = [];
  while (users.length < many) users.push(await signIn(url, longest));
  return users;
}

export function send(agent, url, method, path, body, headers = {}, read = JSON.parse) {
  const text = body === undefined ? undefined : JSON.stringify(body);
  return new Promise((resolve, reject) => {
    const call = request(
      url + path,
      {
        method,
        agent,
        headers: {
          ...(text ? { 'Content-Type': 'application/json', 'Content-Length': Buffer.byteLength(text) } : {}),
          ...headers,
        },
      },
      (response) => {
        let answer = '';
        response.on('data', (part) => (answer += part));
        // A server that is killed in the middle of its answer ends it without an end.
        response.on('error', reject);
        response.on('close', () => reject(new Error('the answer was cut off')));
        response.on('end', () => {
          try {
            resolve({ status: response.statusCode, headers: response.headers, body: read(answer) });
          } catch (problem) {
            reject(problem);
          }
        });
      },
    );
    call.on('error', reject);
    call.setTimeout(agent.options.timeout ?? LONGEST, () => call.destroy(new Error('no answer')));
    call.end(text);
  });
}

/** Work from so many clients at once, for a while: how often a second. */
export async function pound(clients, work, seconds = SECONDS) {
  const end = performance.now() + seconds * 1000;
  let done = 0;
  await Promise.all(
    Array.from({ length: clients }, async (_, client) => {
      for (let n = 0; performance.now() < end; n += 1) {
        await work(client, n);
        done += 1;
      }
    }),
  );
  return done / seconds;
}

export function perSecond(rate) {
  return `${Math.round(rate).toLocaleString('en-US')}/s`;
}
