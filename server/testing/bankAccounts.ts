import { randomUUID } from 'node:crypto';
import { answer } from './answer.ts';
import type { Client } from './client.ts';
import type { TestServer } from './testServer.ts';

/** Vendors get their bank accounts as everybody does: one asks, another approves. */
export async function giveAccounts(
  server: Pick<TestServer, 'as'>,
  accounts: Readonly<Record<string, { readonly number: string; readonly bank?: string; readonly payee?: string }>>,
): Promise<void> {
  const [sam, piet] = await Promise.all([server.as('administrator'), server.as('approver')]);
  for (const [vendor, { number, bank = '', payee = '' }] of Object.entries(accounts)) {
    const fields = {
      bank_account: number,
      ...(bank === '' ? {} : { bank_code: bank }),
      ...(payee === '' ? {} : { payee }),
    };
    await sam.call('PUT', `/api/registers/vendors/${vendor}`, { fields, seen: {} });
    const reply = await answer(piet, `vendors/${vendor}/bank_account`, 'approved', { date: '2026-03-01' });
    if (reply.status !== 201) throw new Error(JSON.stringify(reply.body));
  }
}

/** An account that the company pays from; the main one, in dollars, where nothing is said. */
export async function ownAccount(client: Client, more: Readonly<Record<string, string>> = {}): Promise<string> {
  const fields = {
    code: 'MAIN',
    name: 'Main account',
    currency: 'USD',
    account: '4000 1234 5678',
    bank_code: 'FERNUS33',
    ...more,
  };
  const key = { 'Idempotency-Key': randomUUID() };
  return String((await client.call('POST', '/api/registers/bank-accounts', { fields }, key)).body.id);
}
