import { readOwnedDatabase } from './config.ts';
import { migrate } from './storage/dataSource.ts';

/* Migrating is a process of its own: the server never has the owner's password. */
try {
  await migrate(readOwnedDatabase(process.env));
} catch (problem) {
  console.error(problem instanceof Error ? problem.message : problem);
  process.exit(1);
}
