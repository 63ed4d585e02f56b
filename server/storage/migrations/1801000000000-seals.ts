import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * Documents are sealed whole, by a key that the database does not have. Books of before cannot be sealed after the fact: they would say
 * of themselves that they are as they were.
 */
export class Seals1801000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    const [old] = (await runner.query('SELECT document_id FROM ledger_link LIMIT 1')) as object[];
    if (old) throw new Error('These books were sealed another way: begin with an empty .data folder.');
    for (const statement of STATEMENTS) await runner.query(statement);
  }

  down(): Promise<void> {
    return Promise.reject(new Error('Books are not undone: restore a backup instead.'));
  }
}

const STATEMENTS = [
  'DROP PROCEDURE seal_entry',
  `ALTER TABLE ledger_link DROP COLUMN digest, DROP COLUMN previous_hash, DROP COLUMN hash, DROP COLUMN sealed_at`,
  `ALTER TABLE ledger_head ADD COLUMN place bigint NOT NULL DEFAULT 0 AFTER number`,
  `ALTER TABLE ledger_head ALTER COLUMN place DROP DEFAULT`,
  `CREATE TABLE seal (place bigint NOT NULL, document_id bigint NOT NULL, key_id varchar(20) NOT NULL, mac varchar(64) NOT NULL, previous_hash varchar(64) NOT NULL, hash varchar(64) NOT NULL, sealed_at datetime(6) NOT NULL, UNIQUE INDEX sealed_once (document_id), PRIMARY KEY (place)) ENGINE=InnoDB`,
  `ALTER TABLE set_up_change ADD COLUMN key_id varchar(20) NOT NULL, ADD COLUMN mac varchar(64) NOT NULL`,
  `CREATE TABLE set_up_head (id int NOT NULL, mac varchar(64) NOT NULL, PRIMARY KEY (id)) ENGINE=InnoDB`,
  `INSERT INTO set_up_head (id, mac) VALUES (1, '')`,
  // The last statement before commit: takes the next numbers of the ledger for the document's entries, and links its seal to the one before.
  `CREATE PROCEDURE seal_document(IN p_document BIGINT, IN p_key VARCHAR(20), IN p_mac CHAR(64))
   SQL SECURITY DEFINER
   BEGIN
     DECLARE v_entries INT;
     IF NOT EXISTS (SELECT 1 FROM document d WHERE d.id = p_document) THEN
       SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'document_missing';
     END IF;
     SELECT COUNT(*) INTO v_entries FROM entry e WHERE e.document_id = p_document;
     UPDATE ledger_head SET place = place + 1, number = number + v_entries WHERE id = 1;
     INSERT INTO ledger_link (number, document_id, entry_no)
       SELECT h.number - v_entries + ROW_NUMBER() OVER (ORDER BY e.entry_no), e.document_id, e.entry_no FROM ledger_head h JOIN entry e ON e.document_id = p_document WHERE h.id = 1;
     INSERT INTO seal (place, document_id, key_id, mac, previous_hash, hash, sealed_at)
       SELECT h.place, p_document, p_key, p_mac, h.hash, SHA2(CONCAT_WS('|', h.hash, h.place, p_document, p_key, p_mac), 256), UTC_TIMESTAMP(6) FROM ledger_head h WHERE h.id = 1;
     UPDATE ledger_head h JOIN seal s ON s.place = h.place SET h.hash = s.hash WHERE h.id = 1;
   END`,
];
