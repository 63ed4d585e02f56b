import { databaseEnvironment } from '../lib/database.mjs';
import { dist } from './measure.mjs';

export const ITEMS = 48;

/** A company with items and a vendor, each item with a pool. */
export async function seedBooks(pool, database) {
  const { setUpCompany } = await dist('server/dist/setUp/company.js');
  const { dataSource } = await dist('server/dist/storage/dataSource.js');
  const { readDatabase } = await dist('server/dist/config.js');
  const source = await dataSource(readDatabase(databaseEnvironment(database)), database.app, 1).initialize();
  await setUpCompany(source, {
    name: 'Bench',
    currency: 'USD',
    firstOpenDay: '2026-01-01',
    warehouses: [{ code: 'MAIN', name: 'Main' }],
    users: [{ email: 'bench@localhost', name: 'Bench', role: 'accountant', password: 'bench' }],
  });
  await source.destroy();
  await pool.query(
    "INSERT INTO vendor (number, name, currency, terms_id) SELECT 'V', 'Vendor', 'USD', id FROM terms WHERE code = '30'",
  );
  await pool.query(
    'INSERT INTO item (number, name, unit, method, tariff_code, origin) VALUES ?'.replace(
      '?',
      Array.from({ length: ITEMS }, (_, n) => `('I${n}', 'Item ${n}', 'each', 'fifo', '', '')`).join(', '),
    ),
  );
  await pool.query(
    `INSERT INTO pool (item_id, warehouse_id, quantity, value) SELECT id, 1, 0, 0 FROM item ORDER BY id`,
  );
}
