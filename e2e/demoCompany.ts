import { mkdirSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, test } from '@playwright/test';
import { loadDemo } from '@obolus/demo/load';
import { replayBooks } from '@obolus/server/proof/replayBooks';
import { type Running, serve } from '@obolus/server/serve';
import { migrate } from '@obolus/server/storage/dataSource';
import { dumpSchema, restoreSchema } from '@obolus/server/testing/dump';
import { makeSchema } from '@obolus/server/testing/schema';

const TODAY = '2026-11-23';
const here = dirname(fileURLToPath(import.meta.url));

/** Where the built web application lies. */
export const WEB = join(here, '../web/dist');

type Schema = Awaited<ReturnType<typeof makeSchema>>;

async function start(database: Schema['database']): Promise<Running> {
  await migrate(database);
  return serve({
    host: '127.0.0.1',
    port: 0,
    database,
    connections: 12,
    sessionSecret: 'e'.repeat(40),
    secureCookies: false,
    logLevel: 'error',
    webFolder: WEB,
    today: TODAY,
    checkReplies: true,
    mail: { host: undefined, port: 25, from: 'purchasing@fernhollow.example' },
    mailboxPort: 0,
    anchors: undefined,
    metricsPort: undefined,
    worksOnJobs: true,
    standBy: false,
    standIns: true,
    notice: 'A demo for tests.',
  });
}

/** Loads the demo company once, laid relative to a fixed day; each file of tests gets a copy of it. */
export default async function loadOnce(): Promise<void> {
  const { database, drop } = await makeSchema();
  const running = await start(database);
  await loadDemo(running.source, TODAY);
  // Every document of the demo is what deciding it again gives.
  const { documents, differences } = await replayBooks(running.source.manager);
  expect(differences).toEqual([]);
  expect(documents).toBeGreaterThan(80);
  await running.stop();
  const folder = join(here, '../.data/results');
  mkdirSync(folder, { recursive: true });
  process.env.OBOLUS_E2E_DEMO = join(folder, 'demo.sql');
  await dumpSchema(database.name, process.env.OBOLUS_E2E_DEMO);
  await drop();
}

/** Gives a file of tests the built application with a demo company of its own. */
export function useDemoCompany(): void {
  let running: Running;
  let drop: () => Promise<void>;
  test.beforeAll(async () => {
    const schema = await makeSchema();
    drop = schema.drop;
    await restoreSchema(schema.database.name, process.env.OBOLUS_E2E_DEMO ?? '');
    running = await start(schema.database);
    process.env.OBOLUS_E2E_URL = running.url;
  });
  // What else was opened is closed: the browser is shared by the tests of a worker.
  test.afterEach(async ({ browser, context }) => {
    for (const other of browser.contexts()) if (other !== context) await other.close();
  });
  test.afterAll(async () => {
    await running.stop();
    await drop();
  });
}
