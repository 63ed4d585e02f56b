import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Whom a vendor's bills are paid to, where that is somebody else as a rule. */
export class VendorPayee1831000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query("ALTER TABLE vendor ADD COLUMN payee varchar(140) NOT NULL DEFAULT '' AFTER bank_code");
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE vendor DROP COLUMN payee');
  }
}
