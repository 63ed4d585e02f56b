import { randomUUID } from 'node:crypto';
import type { DocumentKind } from '@obolus/contract/kinds/kinds';
import type { DraftView } from '@obolus/contract/views/drafts';
import { readInEnglish } from './inEnglish.ts';

export interface Reply {
  readonly status: number;
  /** Looked into field by field by the tests. */
  readonly body: { readonly [field: string]: unknown };
  readonly headers: Headers;
}

/** A signed-in user over HTTP who reads English: keeps its cookie and its token, makes keys. */
export class Client {
  private cookie = '';
  csrfToken = '';
  email = '';
  password = '';
  private readonly url: string;

  constructor(url: string) {
    this.url = url;
  }

  async call(method: string, path: string, body?: unknown, headers: Record<string, string> = {}): Promise<Reply> {
    const response = await fetch(this.url + path, {
      method,
      headers: {
        ...(body === undefined ? {} : { 'Content-Type': 'application/json' }),
        Cookie: this.cookie,
        'X-CSRF-Token': this.csrfToken,
        ...headers,
      },
      ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
    });
    const cookie = response.headers.get('set-cookie');
    if (cookie) this.cookie = cookie.split(';')[0] ?? '';
    const text = await response.text();
    const parsed = readInEnglish(text.startsWith('{') ? JSON.parse(text) : { text }) as Reply['body'];
    if (typeof parsed.csrfToken === 'string') this.csrfToken = parsed.csrfToken;
    return { status: response.status, body: parsed, headers: response.headers };
  }

  /** The same person in the same session, at another server. */
  at(url: string): Client {
    const there = new Client(url);
    there.cookie = this.cookie;
    there.csrfToken = this.csrfToken;
    return there;
  }

  /** Signs in, and keeps by which words, to do so again. */
  signIn(email: string, password: string): Promise<Reply> {
    this.email = email;
    this.password = password;
    return this.call('POST', '/api/session', { email, password });
  }

  /** The drafts that one sees, each with what was typed. */
  async drafts(): Promise<DraftView[]> {
    const { rows } = (await this.call('GET', '/api/drafts')).body as unknown as { rows: { id: string }[] };
    const drafts = await Promise.all(rows.map(({ id }) => this.call('GET', `/api/drafts/${id}`)));
    return drafts.map(({ body }) => body as unknown as DraftView);
  }

  /** A file, as it is. */
  fetch(path: string): Promise<Response> {
    return fetch(this.url + path, { headers: { Cookie: this.cookie } });
  }

  post(kind: DocumentKind, body: object, key: string = randomUUID()): Promise<Reply> {
    return this.call('POST', `/api/documents/${kind}`, body, { 'Idempotency-Key': key });
  }

  /** The same under one key until somebody has time for it: forty at once may wait longer than anybody waits. */
  async persist(kind: DocumentKind, body: object): Promise<Reply> {
    const key = randomUUID();
    let reply = await this.post(kind, body, key);
    while (reply.status === 503) reply = await this.post(kind, body, key);
    return reply;
  }

  /** Posts what must be accepted and gives the document's id. */
  async posted(kind: DocumentKind, body: object): Promise<string> {
    const reply = await this.post(kind, body);
    if (reply.status !== 201) throw new Error(`${kind}: ${JSON.stringify(reply.body)}`);
    return String(reply.body.id);
  }

  preview(kind: DocumentKind, body: object, key?: string): Promise<Reply> {
    return this.call(
      'POST',
      `/api/documents/${kind}/preview`,
      body,
      key === undefined ? {} : { 'Idempotency-Key': key },
    );
  }
}
