import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { FieldsRefused, RefusedError, RequestError } from '../asking/failures.ts';
import { startTestServer, type TestServer } from '../testing/testServer.ts';
import { foundIn, refusalOf, withFiles } from './answer.ts';
import { startWorkers, type Workers } from './workers.ts';

let server: TestServer;
let workers: Workers;
beforeAll(async () => {
  server = await startTestServer();
  workers = startWorkers(server.config.database, false);
});
afterAll(async () => {
  await workers.close();
  await server.stop();
});

describe('work in a thread of its own', () => {
  it('answers with what it found, files among it, and refuses as it would here', async () => {
    const around = { baseCurrency: 'USD', today: '2026-11-23' };
    const file = await workers.run('listFile', 'vendors', 'xlsx', {}, around);
    expect([file.name, Buffer.isBuffer(file.content)]).toEqual(['vendors-2026-11-23.xlsx', true]);
    await expect(workers.run('incomingBill', randomUUID(), '2026-11-23')).rejects.toMatchObject({
      constructor: RequestError,
      status: 404,
      says: [{ id: 'problem.no_paper_of_bill' }],
    });
  });

  it('practises on bills that it reads and finds whole', async () => {
    expect(await workers.run('practise')).toBe(4000);
  });

  it('says that it is busy where too much waits, and does what was taken', async () => {
    const asked = Array.from({ length: 130 }, () =>
      workers
        .run('incomingBill', randomUUID(), '2026-11-23')
        .catch((problem: unknown) => (problem as RequestError).status),
    );
    const statuses = await Promise.all(asked);
    expect(new Set(statuses)).toEqual(new Set([404, 503]));
    expect(statuses.filter((status) => status === 404).length).toBeGreaterThanOrEqual(100);
  });
});

describe('what crosses from thread to thread', () => {
  it('is every failure that somebody can do something about, and no other', () => {
    const names = { items: new Map([['1', 'Loom']]), warehouses: new Map() };
    for (const problem of [
      new RequestError(422, 'paper.no_number'),
      new FieldsRefused([{ at: '/name', says: [{ id: 'refusal.missing' }] }]),
      new RefusedError([{ reason: 'lines_missing', at: '/lines', values: {} } as never], names),
    ]) {
      const crossed = structuredClone(refusalOf(problem));
      expect(() => foundIn(crossed as never)).toThrow(problem);
    }
    expect(refusalOf(new Error('the disk is full'))).toBeUndefined();
  });

  it('is a file as a file, also inside what holds it', () => {
    const given = { name: 'a', at: new Date(0), parts: [{ content: Buffer.from('abc') }] };
    const crossed = withFiles(structuredClone(given));
    expect(Buffer.isBuffer(crossed.parts[0]?.content)).toBe(true);
    expect(crossed).toEqual(given);
  });
});
