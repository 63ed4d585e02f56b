import { expect } from '@jest/globals';
import type { EntryFields } from '@obolus/contract/registers/register';
import type { TestServer } from './testServer.ts';

/** Changes settings of the company as its administrator does: what was proposed on others is proposed anew. */
export async function changeCompany(server: TestServer, fields: EntryFields): Promise<void> {
  const sam = await server.as('administrator');
  const kept = await sam.call('PUT', '/api/registers/company/1', { fields, seen: {} });
  expect(kept.status).toBe(200);
}
