import type { MigrationInterface, QueryRunner } from 'typeorm';

const SAYS = [
  ['incoming_paper', 'says'],
  ['draft', 'says'],
  ['import_batch', 'says'],
  ['import_row', 'does'],
  ['job', 'says'],
  ['despatch_advice_line', 'problem'],
] as const;

/** In which language each person reads, and each vendor is written to; what is to be said is kept without words. */
export class Languages1805000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query("ALTER TABLE user_account ADD COLUMN language varchar(2) NOT NULL DEFAULT ''");
    await runner.query("ALTER TABLE company ADD COLUMN language varchar(2) NOT NULL DEFAULT 'en'");
    await runner.query("ALTER TABLE vendor ADD COLUMN language varchar(2) NOT NULL DEFAULT ''");
    for (const [table, column] of SAYS) {
      await runner.query(`ALTER TABLE ${table} MODIFY COLUMN ${column} varchar(4000) NOT NULL DEFAULT ''`);
      // Sentences of before were English: they are said no more.
      await runner.query(`UPDATE ${table} SET ${column} = ''`);
    }
    await runner.query("UPDATE import_row SET problems = '[]'");
    await runner.query("UPDATE tariff_rate SET unit = 'stock-unit' WHERE unit = 'stock unit'");
  }

  down(): Promise<void> {
    return Promise.reject(new Error('What was said in words is not known any more: restore a backup of before.'));
  }
}
