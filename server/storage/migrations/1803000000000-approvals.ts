import type { MigrationInterface, QueryRunner } from 'typeorm';

/** One approval for orders, differences of bills, bank accounts and limits. Accounts in use are carried over; what was asked and not answered is asked again. */
export class Approvals1803000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of STATEMENTS) await runner.query(statement);
  }

  down(): Promise<void> {
    return Promise.reject(new Error('What was asked and answered is not taken back: restore a backup of before.'));
  }
}

const STATEMENTS = [
  `CREATE TABLE approval (document_id bigint NOT NULL, subject varchar(10) NOT NULL, subject_id varchar(60) NOT NULL, order_id bigint NULL, version_id bigint NULL, request_id bigint NULL, asked_by bigint NULL, seen varchar(64) NOT NULL, step varchar(10) NOT NULL, amount bigint NULL, above bigint NULL, INDEX approval_by_order (order_id), INDEX approval_by_subject (subject, subject_id, seen), UNIQUE INDEX approval_once (request_id), PRIMARY KEY (document_id)) ENGINE=InnoDB`,
  `CREATE TABLE approval_request (id bigint NOT NULL AUTO_INCREMENT, subject varchar(10) NOT NULL, subject_id varchar(60) NOT NULL, body_hash varchar(64) NOT NULL, body longtext NOT NULL, amount bigint NULL, above bigint NULL, note varchar(200) NOT NULL, asked_by bigint NOT NULL, asked_at datetime(6) NOT NULL, is_overtaken tinyint NOT NULL DEFAULT 0, INDEX approval_request_by_subject (subject, subject_id), PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE SQL SECURITY INVOKER VIEW order_act AS SELECT document_id, order_id, step, version_id, amount FROM order_step
   UNION ALL SELECT document_id, order_id, step, version_id, amount FROM approval WHERE order_id IS NOT NULL`,
  "ALTER TABLE vendor ADD COLUMN bank_account varchar(60) NOT NULL DEFAULT ''",
  `UPDATE vendor v SET bank_account = COALESCE((SELECT a.account FROM vendor_bank_account a WHERE a.vendor_id = v.id AND a.answer = 'confirmed' ORDER BY a.id DESC LIMIT 1), '')`,
  'CREATE SEQUENCE number_approval START WITH 1001 CACHE 20',
  'DROP SEQUENCE number_order_approval',
  'DROP TABLE sign_off',
  'DROP TABLE vendor_bank_account',
];
