// npm run migrate: brings the books of the database that the environment names up to date (docs/configuration.md), as its owner. The start
// commands do it by themselves.
import { join } from 'node:path';
import { checkNode, ensureBuilt, root, run, stopWith } from './lib/project.mjs';

checkNode();
if (!process.env.OBOLUS_DB_HOST)
  stopWith('OBOLUS_DB_HOST is not set: npm start and npm run demo migrate their own books by themselves.');
await ensureBuilt(['core', 'contract', 'server']);
await run(process.execPath, [join(root, 'server/dist/migrate.js')]).catch(() => process.exit(1));
