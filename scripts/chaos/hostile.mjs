// Requests that nobody would send who means well, all along: none is answered as if it were, none brings a server down.
import { randomUUID } from 'node:crypto';
import { Agent } from 'node:http';
import { send } from '../bench/load.mjs';
import { Person } from './person.mjs';

const deep = (levels) => JSON.parse('['.repeat(levels) + ']'.repeat(levels));
const BODIES = [
  ['POST', '/api/documents/order', () => ({ lines: deep(500) })],
  ['POST', '/api/documents/order', () => ({ note: 'x'.repeat(3_000_000) })],
  [
    'POST',
    '/api/documents/opening',
    () => ({
      date: '2026-03-01',
      warehouse: '1',
      lines: [{ item: '1', quantity: `1.${'0'.repeat(60_000)}1`, value: '1' }],
    }),
  ],
  ['POST', '/api/documents/receipt', () => ({ vendor: "1' OR 1=1 --", date: '9999-99-99', lines: [{}] })],
  ['PUT', `/api/drafts/${randomUUID()}`, () => ({ kind: 'order', title: 'x', body: { lines: deep(300) }, version: 0 })],
  [
    'PUT',
    `/api/imports/${randomUUID()}`,
    () => ({ kind: 'orders', fileName: 'x.xlsx', content: Buffer.from('PK\u0003\u0004not a file').toString('base64') }),
  ],
  ['POST', '/api/documents/bill', () => null],
];

export async function hostile(urlOf, goesOn) {
  const agent = new Agent({ keepAlive: true });
  const attacker = new Person(1, urlOf, Math.random);
  const wrong = [];
  let sent = 0;
  for (let n = 0; goesOn(); n += 1) {
    const [method, path, body] = BODIES[n % BODIES.length];
    const url = urlOf(n);
    if (url !== undefined) {
      attacker.session ??= await attacker.signIn(url).catch(() => undefined);
      const reply = await send(
        agent,
        url,
        method,
        path,
        body(),
        { ...attacker.session, 'Idempotency-Key': randomUUID() },
        (text) => text,
      ).catch(() => undefined);
      sent += 1;
      if (reply && reply.status < 400) wrong.push(`${method} ${path} was taken: ${reply.status}`);
      if (reply?.status === 401) attacker.session = undefined;
    }
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  return { sent, wrong };
}
