import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { readConfig } from './config.ts';
import { serve, type Running } from './serve.ts';
import { companyFromEnvironment, setUpCompany } from './setUp/company.ts';

const webFolder = join(dirname(fileURLToPath(import.meta.url)), '../../web/dist');

try {
  const running = await serve(readConfig(process.env, webFolder));
  if (process.env.OBOLUS_SET_UP !== 'false') await setUp(running);
  process.send?.({ url: running.url });
  let stopping = false;
  const stop = () => {
    if (stopping) return;
    stopping = true;
    void running.stop().then(() => process.exit(0));
  };
  // Without its parent there would be nobody left to stop it.
  for (const occasion of ['SIGINT', 'SIGTERM', 'disconnect'] as const) process.on(occasion, stop);
} catch (problem) {
  console.error(problem instanceof Error ? problem.message : problem);
  // What was opened before it failed would keep the process alive.
  process.exit(1);
}

/** The first start sets the company up and tells its users' passwords, once. */
async function setUp({ source }: Running): Promise<void> {
  const [company] = (await source.query('SELECT id FROM company')) as unknown[];
  if (company) return;
  const described = companyFromEnvironment(process.env, new Date().toISOString().slice(0, 10));
  if (!(await setUpCompany(source, described))) return;
  console.log(`${described.name} is set up. Keep these passwords, they are shown only now:`);
  for (const { email, role, password } of described.users) console.log(`  ${email}  ${password}  (${role})`);
}
