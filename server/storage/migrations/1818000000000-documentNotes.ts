import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What is said of a document later. */
export class DocumentNotes1818000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE document_note (id char(36) NOT NULL, document_id bigint NOT NULL, text varchar(500) NOT NULL, written_by bigint NOT NULL, written_at datetime(6) NOT NULL,
        INDEX document_note_by_document (document_id, written_at), PRIMARY KEY (id)) ENGINE=InnoDB`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE document_note');
  }
}
