import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { startTestServer, type TestServer } from '../testing/testServer.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.stop());

describe('a session', () => {
  it('lives on with each request, which is written down now and then, not each time', async () => {
    const ines = await server.as('accountant');
    const soonOver = async () => {
      await server.source.query('UPDATE session SET expires = 4000000000');
      await ines.call('GET', '/api/session');
      const [row] = (await server.source.query('SELECT MIN(expires) AS until FROM session')) as { until: string }[];
      return Number(row?.until);
    };
    // In twelve hours from now, which is before the year 2096.
    expect(await soonOver()).toBeLessThan(4_000_000_000);
    expect(await soonOver()).toBe(4_000_000_000);
  });
});
