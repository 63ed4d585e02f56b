// npm run bench: speed of this machine and of the product, as ratios measured in one run.
import { fork } from 'node:child_process';
import { join } from 'node:path';
import { benchBeside } from './bench/beside.mjs';
import { benchCore } from './bench/core.mjs';
import { ITEMS, seedBooks } from './bench/books.mjs';
import { benchHistory } from './bench/history.mjs';
import { benchFloor } from './bench/floor.mjs';
import { signIn, signInMany } from './bench/load.mjs';
import { small } from './bench/measure.mjs';
import { benchOpen } from './bench/open.mjs';
import { benchOrders } from './bench/orders.mjs';
import { benchPaying } from './bench/paying.mjs';
import { benchPosting } from './bench/posting.mjs';
import { benchScreens } from './bench/screens.mjs';
import { benchSearch } from './bench/search.mjs';
import { benchSchedule } from './bench/schedule.mjs';
import { benchSheet } from './bench/sheet.mjs';
import { databaseEnvironment, startDatabase } from './lib/database.mjs';
import { checkNode, ensureBuilt, ensureChromium, root, run } from './lib/project.mjs';

checkNode();
ensureChromium();
await ensureBuilt(['core', 'contract', 'server', 'web']);

/** All of it, or the parts that are named: core, floor, posting, orders, open, search, sheet, schedule, paying, history, beside, screens; `--small` only shows that they run. */
const asked = process.argv.slice(2).filter((word) => word !== '--small');
const wanted = (part) => asked.length === 0 || asked.includes(part);

if (wanted('core')) {
  console.log('The core\n');
  await benchCore();
}

const database = await startDatabase('bench', { fresh: true, quiet: true, thrownAway: small });
const environment = {
  ...process.env,
  ...databaseEnvironment(database),
  OBOLUS_SESSION_SECRET: 'b'.repeat(40),
  OBOLUS_PORT: '0',
  OBOLUS_SET_UP: 'false',
  OBOLUS_LOG_LEVEL: 'fatal',
};
await run(process.execPath, [join(root, 'server/dist/migrate.js')], { env: environment });
const server = fork(join(root, 'server/dist/main.js'), { env: environment });
try {
  const { url } = await new Promise((resolve) => server.once('message', resolve));
  const mysql = await import('mysql2/promise');
  const pool = mysql.createPool({
    host: database.host,
    port: database.port,
    database: 'obolus',
    ...database.owner,
    connectionLimit: 16,
    supportBigNumbers: true,
    bigNumberStrings: true,
  });
  await seedBooks(pool, database);
  if (wanted('floor')) {
    console.log('\nThe floor of this machine\n');
    await benchFloor(pool);
  }
  if (wanted('posting')) {
    console.log('\nPosting a receipt of three lines\n');
    await benchPosting(pool, url);
  }
  if (wanted('orders')) {
    console.log('\nA large order\n');
    await benchOrders(pool, await signIn(url));
  }
  if (wanted('open')) {
    console.log('\nOpen work, and what is closed behind it\n');
    await benchOpen(pool, await signIn(url));
  }
  if (wanted('search')) {
    console.log('\nSearching\n');
    await benchSearch(pool, await signIn(url));
  }
  if (wanted('sheet')) {
    console.log('\nThe landing sheet\n');
    await benchSheet(pool, await signIn(url), url);
  }
  if (wanted('schedule')) {
    console.log('\nThe tariff schedule\n');
    await benchSchedule(pool, await signIn(url));
  }
  if (wanted('paying')) {
    console.log('\nA payment run\n');
    await benchPaying(pool, await signIn(url, 120_000), url);
  }
  if (wanted('history')) {
    console.log('\nHistory behind a posting\n');
    await benchHistory(pool, await signIn(url));
  }
  if (wanted('beside')) {
    console.log('\nOne person’s preview while others load the server\n');
    await benchBeside(await signInMany(url, 6, 300_000), ITEMS);
  }
  await pool.end();
  if (wanted('screens')) {
    console.log('\nOpening screens in the browser, from the built application\n');
    await benchScreens(url);
  }
} finally {
  server.kill('SIGTERM');
  await database.stop();
}
