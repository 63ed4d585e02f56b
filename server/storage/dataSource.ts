import { DataSource } from 'typeorm';
import type { Account, DatabaseConfig, OwnedDatabase } from '../config.ts';
import { BooksOfOneCompany1795000000000 } from './migrations/1795000000000-booksOfOneCompany.ts';
import { CustomsEntry1796000000000 } from './migrations/1796000000000-customsEntry.ts';
import { Commands1797000000000 } from './migrations/1797000000000-commands.ts';
import { OpenItems1798000000000 } from './migrations/1798000000000-openItems.ts';
import { Jobs1799000000000 } from './migrations/1799000000000-jobs.ts';
import { Sums1800000000000 } from './migrations/1800000000000-sums.ts';
import { Seals1801000000000 } from './migrations/1801000000000-seals.ts';
import { Passwords1802000000000 } from './migrations/1802000000000-passwords.ts';
import { Approvals1803000000000 } from './migrations/1803000000000-approvals.ts';
import { Languages1805000000000 } from './migrations/1805000000000-languages.ts';
import { Layouts1806000000000 } from './migrations/1806000000000-layouts.ts';
import { Shipments1808000000000 } from './migrations/1808000000000-shipments.ts';
import { EstimateRules1809000000000 } from './migrations/1809000000000-estimateRules.ts';
import { ChargeDifferences1810000000000 } from './migrations/1810000000000-chargeDifferences.ts';
import { ImportGroups1811000000000 } from './migrations/1811000000000-importGroups.ts';
import { Paying1812000000000 } from './migrations/1812000000000-paying.ts';
import { PaymentRuns1813000000000 } from './migrations/1813000000000-paymentRuns.ts';
import { ClaimClosings1814000000000 } from './migrations/1814000000000-claimClosings.ts';
import { SameNumbers1815000000000 } from './migrations/1815000000000-sameNumbers.ts';
import { CustomsDebt1816000000000 } from './migrations/1816000000000-customsDebt.ts';
import { ReturnReasons1817000000000 } from './migrations/1817000000000-returnReasons.ts';
import { DocumentNotes1818000000000 } from './migrations/1818000000000-documentNotes.ts';
import { RunDoubts1820000000000 } from './migrations/1820000000000-runDoubts.ts';
import { VendorStatements1819000000000 } from './migrations/1819000000000-vendorStatements.ts';
import { DiscountsToGoods1822000000000 } from './migrations/1822000000000-discountsToGoods.ts';
import { PaidElsewhere1824000000000 } from './migrations/1824000000000-paidElsewhere.ts';
import { DueByPaper1825000000000 } from './migrations/1825000000000-dueByPaper.ts';
import { PapersBeside1826000000000 } from './migrations/1826000000000-papersBeside.ts';
import { CrossRates1827000000000 } from './migrations/1827000000000-crossRates.ts';
import { TaxesAndDeposits1828000000000 } from './migrations/1828000000000-taxesAndDeposits.ts';
import { PaymentHolds1829000000000 } from './migrations/1829000000000-paymentHolds.ts';
import { MoneyBack1835000000000 } from './migrations/1835000000000-moneyBack.ts';
import { SecondPersonLimits1836000000000 } from './migrations/1836000000000-secondPersonLimits.ts';
import { DraftRestsOn1837000000000 } from './migrations/1837000000000-draftRestsOn.ts';
import { EstimatesByRule1838000000000 } from './migrations/1838000000000-estimatesByRule.ts';
import { PrepaidByRun1839000000000 } from './migrations/1839000000000-prepaidByRun.ts';
import { MeasuredAnew1840000000000 } from './migrations/1840000000000-measuredAnew.ts';
import { Claims1841000000000 } from './migrations/1841000000000-claims.ts';
import { RatesOnce1842000000000 } from './migrations/1842000000000-ratesOnce.ts';
import { BankAccountsInTheirCurrency1844000000000 } from './migrations/1844000000000-bankAccountsInTheirCurrency.ts';
import { OrdersInPlaceOfGoods1845000000000 } from './migrations/1845000000000-ordersInPlaceOfGoods.ts';
import { Checks1843000000000 } from './migrations/1843000000000-checks.ts';
import { Contracts1834000000000 } from './migrations/1834000000000-contracts.ts';
import { ReturnPhotos1833000000000 } from './migrations/1833000000000-returnPhotos.ts';
import { SameAmounts1832000000000 } from './migrations/1832000000000-sameAmounts.ts';
import { VendorPayee1831000000000 } from './migrations/1831000000000-vendorPayee.ts';
import { Instalments1830000000000 } from './migrations/1830000000000-instalments.ts';
import { PoolVersions1823000000000 } from './migrations/1823000000000-poolVersions.ts';
import { ShipmentGoods1821000000000 } from './migrations/1821000000000-shipmentGoods.ts';
import { Unusual1807000000000 } from './migrations/1807000000000-unusual.ts';
import { Preferences1804000000000 } from './migrations/1804000000000-preferences.ts';
import { errorNumber } from './transaction.ts';
import { grantRights } from './rights.ts';
import { giveSealKeys } from './sealing.ts';
import { allTables } from './tables.ts';

/** A connection pool for one account. Whole numbers of the database come as text and stay exact. */
export function dataSource(database: DatabaseConfig, account: Account, connections: number): DataSource {
  const source = new DataSource({
    type: 'mariadb',
    host: database.host,
    port: database.port,
    database: database.name,
    username: account.user,
    password: account.password,
    charset: 'utf8mb4',
    timezone: 'Z',
    dateStrings: true,
    supportBigNumbers: true,
    bigNumberStrings: true,
    entities: allTables,
    migrations: [
      BooksOfOneCompany1795000000000,
      CustomsEntry1796000000000,
      Commands1797000000000,
      OpenItems1798000000000,
      Jobs1799000000000,
      Sums1800000000000,
      Seals1801000000000,
      Passwords1802000000000,
      Approvals1803000000000,
      Preferences1804000000000,
      Languages1805000000000,
      Layouts1806000000000,
      Unusual1807000000000,
      Shipments1808000000000,
      EstimateRules1809000000000,
      ChargeDifferences1810000000000,
      ImportGroups1811000000000,
      Paying1812000000000,
      PaymentRuns1813000000000,
      ClaimClosings1814000000000,
      SameNumbers1815000000000,
      CustomsDebt1816000000000,
      ReturnReasons1817000000000,
      DocumentNotes1818000000000,
      VendorStatements1819000000000,
      RunDoubts1820000000000,
      ShipmentGoods1821000000000,
      DiscountsToGoods1822000000000,
      PoolVersions1823000000000,
      PaidElsewhere1824000000000,
      DueByPaper1825000000000,
      PapersBeside1826000000000,
      CrossRates1827000000000,
      TaxesAndDeposits1828000000000,
      PaymentHolds1829000000000,
      Instalments1830000000000,
      VendorPayee1831000000000,
      SameAmounts1832000000000,
      ReturnPhotos1833000000000,
      Contracts1834000000000,
      MoneyBack1835000000000,
      SecondPersonLimits1836000000000,
      DraftRestsOn1837000000000,
      EstimatesByRule1838000000000,
      PrepaidByRun1839000000000,
      MeasuredAnew1840000000000,
      Claims1841000000000,
      RatesOnce1842000000000,
      Checks1843000000000,
      BankAccountsInTheirCurrency1844000000000,
      OrdersInPlaceOfGoods1845000000000,
    ],
    migrationsTableName: 'migrations',
    synchronize: false,
    extra: { connectionLimit: connections },
  });
  return giveSealKeys(source, database.sealKeys);
}

/** Brings the schema up to date as its owner, one at a time, and gives the application's account its rights. */
export async function migrate(database: OwnedDatabase): Promise<void> {
  const owner = await dataSource(database, database.owner, 2).initialize();
  const lock = owner.createQueryRunner();
  try {
    const [taken] = (await lock.query("SELECT GET_LOCK(CONCAT('migrating ', DATABASE()), 60) AS taken")) as {
      taken: number;
    }[];
    if (Number(taken?.taken) !== 1)
      throw new Error('Another process has been migrating these books for a minute: wait until it has ended.');
    await refuseStrangers(owner);
    await refuseSmallPackets(owner);
    await owner.runMigrations({ transaction: 'each' });
    await grantRights(owner, await accountOf(database));
  } finally {
    await lock.release();
    await owner.destroy();
  }
}

/** A paper of the largest size, written in hexadecimals, with what is read of it. */
const LEAST_PACKET = 64 * 1024 * 1024;

async function refuseSmallPackets(source: DataSource): Promise<void> {
  const [row] = (await source.query('SELECT @@global.max_allowed_packet AS packet')) as { packet: string }[];
  if (Number(row?.packet) < LEAST_PACKET)
    throw new Error(
      `The database takes ${row?.packet} bytes at once: set its max_allowed_packet to at least ${LEAST_PACKET} (64M), or large papers cannot be kept.`,
    );
}

const NO_RIGHTS_ON_DATABASE = 1044;
const OTHER_VERSION = 'These books are not of this version: run npm run migrate.';

/** The books for a server: of its own version only, for it has no right to change them. */
export async function openBooks(database: DatabaseConfig, connections: number): Promise<DataSource> {
  const source = await dataSource(database, database.app, connections)
    .initialize()
    .catch((problem: unknown) => {
      // Whoever never migrated gave the application no rights either.
      throw errorNumber(problem) === NO_RIGHTS_ON_DATABASE ? new Error(OTHER_VERSION) : problem;
    });
  const wanted = source.migrations.map((migration) => migration.name ?? migration.constructor.name);
  const done = ((await source.query('SELECT name FROM migrations').catch(() => [])) as { name: string }[]).map(
    ({ name }) => name,
  );
  if (wanted.length === done.length && wanted.every((name) => done.includes(name))) return source;
  await source.destroy();
  throw new Error(OTHER_VERSION);
}

/** Books that were made by migrations this build does not know cannot be brought up to date by it. */
async function refuseStrangers(owner: DataSource): Promise<void> {
  const known = new Set(owner.migrations.map((migration) => migration.name ?? migration.constructor.name));
  const [table] = (await owner.query("SHOW TABLES LIKE 'migrations'")) as object[];
  if (!table) return;
  const done = (await owner.query('SELECT name FROM migrations')) as { name: string }[];
  const stranger = done.find(({ name }) => !known.has(name));
  if (stranger)
    throw new Error(
      `These books were made by another version (${stranger.name}): restore that version, or begin with an empty .data folder.`,
    );
}

/** The application's account as the database knows it, user@host; it may not see the schema yet. */
async function accountOf(database: DatabaseConfig): Promise<string> {
  const { createConnection } = await import('mysql2/promise');
  const connection = await createConnection({ host: database.host, port: database.port, ...database.app });
  try {
    const [rows] = await connection.query('SELECT CURRENT_USER() AS account');
    return (rows as { account: string }[])[0]?.account ?? '';
  } finally {
    await connection.end();
  }
}
