import { readConfig } from '@obolus/server/config';
import { dataSource } from '@obolus/server/storage/dataSource';
import { loadDemo } from './load.ts';

/** Loads the demo into the database that the environment names. */
const config = readConfig(process.env, '');
const source = await dataSource(config.database, config.database.app, 4).initialize();
try {
  await loadDemo(source, config.today ?? new Date().toISOString().slice(0, 10));
} finally {
  await source.destroy();
}
