// Somebody who posts one document after the other, and never gives up on one before it is known whether it was posted.
import { randomUUID } from 'node:crypto';
import { Agent } from 'node:http';
import { send } from '../bench/load.mjs';

const PATIENCE = 60_000;

export class Person {
  posted = [];
  wrong = [];
  count = { again: 0, unknown: 0, refused: 0, full: 0 };

  constructor(number, urlOf, random) {
    this.number = number;
    this.urlOf = urlOf;
    this.random = random;
    this.receipts = [];
    this.deliveries = [];
    this.unsettled = undefined;
  }

  async workUntil(end) {
    const order = await this.post('order', {
      vendor: '1',
      date: '2026-03-02',
      currency: 'USD',
      warehouse: '1',
      note: '',
      lines: [1, 2, 3].map((item) => ({
        item: String(item),
        quantity: '1000000',
        price: '3.33',
        discount: '',
        due: '',
      })),
    });
    while (Date.now() < end) await this.next(order);
  }

  /** All work on the same few items, so that everybody meets everybody. */
  async next(order) {
    const roll = this.random();
    const item = String(1 + Math.floor(this.random() * 3));
    const pick = (list) => list[Math.floor(this.random() * list.length)];
    if (roll < 0.35 || this.receipts.length === 0) {
      const lines = [{ of: `${order}/${item}`, quantity: '9' }];
      const id = await this.post('receipt', {
        vendor: '1',
        date: '2026-03-10',
        warehouse: '1',
        packingSlip: '',
        shipment: '',
        lines,
      });
      if (id) this.receipts.push(id);
    } else if (roll < 0.6) {
      const lines = [
        { of: `${pick(this.receipts)}/1`, quantity: '2', price: '3.47', discount: '', difference: 'cost' },
      ];
      const bill = {
        vendor: '1',
        reference: randomUUID(),
        another: 'chaos',
        date: '2026-03-28',
        currency: 'USD',
        charges: [],
      };
      await this.post('bill', { ...bill, lines });
    } else if (roll < 0.8) {
      const id = await this.post('delivery', {
        customer: 'C',
        date: '2026-03-16',
        warehouse: '1',
        lines: [{ item, quantity: '1' }],
      });
      if (id) this.deliveries.push(id);
    } else if (roll < 0.9) {
      const lines = [{ of: `${pick(this.receipts)}/1`, quantity: '1', replace: false, confirmed: true }];
      await this.post('return', { vendor: '1', date: '2026-03-21', reference: '', lines });
    } else if (this.deliveries.length > 0) {
      const of = pick(this.deliveries);
      await this.post('reversal', { date: '2026-03-24', of, reason: 'chaos' });
    }
  }

  /** Posts a document; gives its id, or nothing where it is refused, or not known yet. */
  async post(kind, body) {
    const sent = { kind, body, key: randomUUID() };
    const reply = await this.sendUntilKnown(sent);
    if (reply === undefined) {
      this.unsettled = sent;
      return undefined;
    }
    return this.note(sent, reply);
  }

  note({ kind, key, body }, { status, body: answer }) {
    if (status === 201) {
      this.posted.push({ key, id: answer.id });
      return answer.id;
    }
    if (status === 422) this.count.refused += 1;
    else
      this.wrong.push(
        `${kind} was answered ${status}: ${JSON.stringify(answer).slice(0, 200)} to ${JSON.stringify(body).slice(0, 200)}`,
      );
    return undefined;
  }

  async settle() {
    if (this.unsettled === undefined) return;
    const reply = await this.sendUntilKnown(this.unsettled);
    if (reply) this.note(this.unsettled, reply);
    else this.wrong.push(`${this.unsettled.kind}: it could not be found out whether it was posted`);
  }

  async sendUntilKnown({ kind, body, key }) {
    const end = Date.now() + PATIENCE;
    for (let attempt = 0; Date.now() < end; attempt += 1) {
      if (attempt > 0) {
        this.count.again += 1;
        await new Promise((resolve) => setTimeout(resolve, 50 + 100 * this.random()));
      }
      const reply = await this.call(
        'POST',
        `/api/documents/${kind}`,
        body,
        { 'Idempotency-Key': key },
        this.number + attempt,
      );
      if (reply === undefined || reply.status >= 500) {
        const says = (what) => reply?.body?.says?.some(({ id }) => id === what);
        if (says('problem.not_known_whether')) this.count.unknown += 1;
        if (says('problem.no_room')) this.count.full += 1;
        continue;
      }
      if (reply.status === 401 || reply.status === 429) {
        this.session = undefined;
        continue;
      }
      return reply;
    }
    return undefined;
  }

  async call(method, path, body, headers, at) {
    const url = this.urlOf(at);
    if (url === undefined) return undefined;
    try {
      this.session ??= await this.signIn(url);
      return await send(this.agent, url, method, path, body, { ...this.session, ...headers });
    } catch {
      return undefined;
    }
  }

  agent = new Agent({ keepAlive: true, timeout: 20_000 });

  async signIn(url) {
    const reply = await send(this.agent, url, 'POST', '/api/session', { email: 'bench@localhost', password: 'bench' });
    if (reply.status !== 200) throw new Error(`signing in: ${reply.status}`);
    return { Cookie: reply.headers['set-cookie'][0].split(';')[0], 'X-CSRF-Token': reply.body.csrfToken };
  }
}
