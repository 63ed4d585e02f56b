import type { AskedKind } from '@obolus/contract/approvals';
import { randomUUID } from 'node:crypto';
import type { Role } from '@obolus/contract/roles';
import { formatAmount } from '@obolus/core/exact/amounts';
import type { Books } from '@obolus/core/state/books';
import { answer } from '../testing/answer.ts';
import { Client } from '../testing/client.ts';

export const PASSWORD = 'for cases only';
export const ROLES = ['administrator', 'accountant', 'approver'] as const;

interface Person {
  readonly client: Client;
  readonly id: string;
  readonly role: Role;
}

/** Whoever posts in a case, signed in; set up when a step first names them. */
export class People {
  private readonly url: string;
  /** Others may have played on this database before, and their people are still there. */
  private readonly run = randomUUID().slice(0, 8);
  private readonly people = new Map<string, Person>();

  constructor(url: string) {
    this.url = url;
  }

  /** Somebody by name, signed in, in the role that what they do needs. */
  async of(name: string, role: Role, books?: Books): Promise<{ client: Client; id: string; role: Role }> {
    const known = this.people.get(name);
    if (known && (known.role === role || books === undefined)) return known;
    const isFirst = ROLES.some((first) => first === name);
    const email = isFirst ? `${name}@cases.example` : `p${this.people.size}.${this.run}@cases.example`;
    const client = new Client(this.url);
    if (isFirst) {
      await signIn(client, email, PASSWORD);
      const person = { client, id: '', role: name as Role };
      this.people.set(name, person);
      return person;
    }
    const admin = (await this.of('administrator', 'administrator')).client;
    const limit = books?.approvalLimits.get(name);
    const approvalLimit = limit === undefined ? '' : formatAmount(limit, books?.company.currency ?? 'USD');
    if (known) {
      await admin.call('PUT', `/api/people/${known.id}`, { role, approvalLimit, blocked: false });
      await signIn(known.client, known.client.email, known.client.password);
      const person = { ...known, role };
      this.people.set(name, person);
      return person;
    }
    const made = await admin.call('POST', '/api/people', { name, email, role, approvalLimit });
    const { person: entry, password } = made.body as unknown as { person: { id: string }; password: string };
    await signIn(client, email, password);
    const person = { client, id: entry.id, role };
    this.people.set(name, person);
    return person;
  }

  /** A second person approves exactly this. */
  async agreeTo(
    client: Client,
    kind: AskedKind,
    { key, body, today }: { key: string; body: object; today: string },
  ): Promise<void> {
    await client.call('PUT', `/api/drafts/${key}`, { kind, title: 'To be approved', body, version: 0, command: body });
    await client.call('POST', `/api/documents/${kind}/approval/${key}`, { body, note: '' });
    await answer((await this.of('approver', 'approver')).client, key, 'approved', { date: today });
  }
}

async function signIn(client: Client, email: string, password: string): Promise<void> {
  const reply = await client.signIn(email, password);
  if (reply.status !== 200) throw new Error(`${email} cannot sign in: ${JSON.stringify(reply.body)}`);
}
