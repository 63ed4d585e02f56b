import { spawn } from 'node:child_process';
import { createServer, type AddressInfo } from 'node:net';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { makeSchema } from './testing/schema.ts';

/* A start that fails says why, and ends. */
const here = (path: string) => fileURLToPath(new URL(path, import.meta.url));
let schema: Awaited<ReturnType<typeof makeSchema>>;
beforeAll(async () => {
  schema = await makeSchema();
});
afterAll(() => schema.drop());

/** Runs a program until it ends by itself; what it said, and its code. */
function run(
  args: readonly string[],
  env: Readonly<Record<string, string>> = {},
): Promise<{ code: number | null; said: string }> {
  const child = spawn(process.execPath, args, { env: { ...process.env, ...env }, stdio: ['ignore', 'pipe', 'pipe'] });
  let said = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (text: Buffer) => (said += text.toString()));
  return new Promise((resolve) => child.once('close', (code) => resolve({ code, said })));
}

const environment = () => {
  const { host, port, name, owner, app } = schema.database;
  return {
    OBOLUS_DB_HOST: host,
    OBOLUS_DB_PORT: String(port),
    OBOLUS_DB_NAME: name,
    OBOLUS_DB_OWNER_USER: owner.user,
    OBOLUS_DB_OWNER_PASSWORD: owner.password,
    OBOLUS_DB_USER: app.user,
    OBOLUS_DB_PASSWORD: app.password,
    OBOLUS_SEAL_KEYS: `test:${'7'.repeat(64)}`,
    OBOLUS_SESSION_SECRET: 's'.repeat(40),
    OBOLUS_LOG_LEVEL: 'fatal',
    OBOLUS_PORT: '0',
  };
};

describe('a server that cannot start', () => {
  it('on books that are not migrated ends, and says what to do; migrating is a process of its own, also twice at once', async () => {
    const { code, said } = await run([here('./dist/main.js')], environment());
    expect([code, said]).toEqual([1, expect.stringContaining('npm run migrate')]);
    const migrating = () => run([here('./dist/migrate.js')], environment());
    expect(await Promise.all([migrating(), migrating()])).toEqual([
      { code: 0, said: '' },
      { code: 0, said: '' },
    ]);
  });

  it('for what its environment says of people ends, and says so', async () => {
    const { code, said } = await run([here('./dist/main.js')], { ...environment(), OBOLUS_USERS: 'x' });
    expect([code, said]).toEqual([1, expect.stringContaining('OBOLUS_USERS')]);
  });

  it('for a port that is taken ends, and says so', async () => {
    const other = createServer();
    await new Promise<void>((resolve) => other.listen(0, '127.0.0.1', resolve));
    const taken = String((other.address() as AddressInfo).port);
    const { code, said } = await run([here('./dist/main.js')], {
      ...environment(),
      OBOLUS_PORT: taken,
      OBOLUS_SET_UP: 'false',
    });
    await new Promise((resolve) => other.close(resolve));
    expect([code, said]).toEqual([1, expect.stringContaining(taken)]);
  });
});

describe('a second start on the same data', () => {
  it('says where the first one runs, and leaves it alone', async () => {
    const script = (await import(here('../scripts/lib/database.mjs'))) as {
      startDatabase(
        name: string,
        options: object,
      ): Promise<{ pid(): number; runsAt(url: string): void; stop(): Promise<void> }>;
    };
    const first = await script.startDatabase('test-twice', { fresh: true, quiet: true });
    first.runsAt('http://127.0.0.1:4300');
    const again = `import(${JSON.stringify(here('../scripts/lib/database.mjs'))}).then((m) => m.startDatabase('test-twice', {}))`;
    const { code, said } = await run(['-e', again]);
    expect([code, said]).toEqual([
      1,
      expect.stringMatching(/in use already at http:\/\/127\.0\.0\.1:4300 \(process \d+\)/),
    ]);
    expect(() => process.kill(first.pid(), 0)).not.toThrow();
    await first.stop();
  });
});
