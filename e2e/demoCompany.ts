import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { test } from '@playwright/test';
import { loadDemo } from '@obolus/demo/load';
import { serve, type Running } from '@obolus/server/serve';
import { makeSchema } from '@obolus/server/testing/testServer';

const TODAY = '2026-11-23';

/** Gives a file of tests the built application with a demo company of its own, laid relative to a fixed day. */
export function useDemoCompany(): void {
  let running: Running;
  let drop: () => Promise<void>;
  test.beforeAll(async () => {
    const schema = await makeSchema();
    drop = schema.drop;
    const webFolder = join(dirname(fileURLToPath(import.meta.url)), '../web/dist');
    running = await serve({
      host: '127.0.0.1',
      port: 0,
      database: schema.database,
      connections: 12,
      sessionSecret: 'e'.repeat(40),
      secureCookies: false,
      logLevel: 'error',
      webFolder,
      today: TODAY,
      checkReplies: true,
      mail: { host: undefined, port: 25, from: 'purchasing@fernhollow.example' },
      mailboxPort: 0,
      standIns: true,
    });
    await loadDemo(running.source, TODAY);
    process.env.OBOLUS_E2E_URL = running.url;
  });
  test.afterAll(async () => {
    await running.stop();
    await drop();
  });
}
