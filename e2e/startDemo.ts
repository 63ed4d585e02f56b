import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { loadDemo } from '@obolus/demo/load';
import { readConfig } from '@obolus/server/config';
import { serve } from '@obolus/server/serve';

export const TODAY = '2026-11-23';

/** The built application with the demo company, laid relative to a fixed day, on a port that is free. */
export default async function startDemo(): Promise<() => Promise<void>> {
  const webFolder = join(dirname(fileURLToPath(import.meta.url)), '../web/dist');
  const environment = {
    ...process.env,
    OBOLUS_SESSION_SECRET: 'e'.repeat(40),
    OBOLUS_PORT: '0',
    OBOLUS_TODAY: TODAY,
    OBOLUS_CHECK_REPLIES: 'true',
    OBOLUS_LOG_LEVEL: 'error',
  };
  const running = await serve(readConfig(environment, webFolder));
  await loadDemo(running.source, TODAY);
  process.env.OBOLUS_E2E_URL = running.url;
  return () => running.stop();
}
