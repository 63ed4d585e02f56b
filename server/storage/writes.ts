import { Readable } from 'node:stream';
import { format } from 'mysql2';
import type { EntityManager } from 'typeorm';
import { wrote } from '../asking/progress.ts';
import type { SealedRows } from './sealing.ts';

const ROWS_AT_ONCE = 1000;

/** What one statement may come to, in characters, before it is sent: well below what the server takes at once. */
const MOST_AT_ONCE = 4_000_000;

/**
 * Statements that write, gathered and sent in one round trip, in their order: a compound statement of MariaDB, so that nothing but what
 * was gathered can run. Nothing is written before `send`.
 */
export class Writes {
  private readonly manager: EntityManager;
  private readonly sealed: SealedRows | undefined;
  private statements: string[] = [];
  private size = 0;

  /** @param sealed takes note of the rows that are inserted, for the seal of the document whose they are */
  constructor(manager: EntityManager, sealed?: SealedRows) {
    this.manager = manager;
    this.sealed = sealed;
  }

  async add(sql: string, values: readonly unknown[]): Promise<void> {
    const statement = format(sql, values as Parameters<typeof format>[1]);
    this.statements.push(statement);
    this.size += statement.length;
    if (this.size > MOST_AT_ONCE) await this.send();
  }

  /**
   * Adds rows: a few in one statement, many as a stream of text, which the database need not parse as a statement.
   * `replacing` names the columns that a row which is there already takes over.
   */
  async insert(
    table: string,
    columns: readonly string[],
    rows: readonly (readonly unknown[])[],
    replacing: readonly string[] = [],
  ): Promise<void> {
    this.sealed?.addInserted(table, columns, rows);
    if (replacing.length === 0 && rows.length > ROWS_AT_ONCE) {
      await this.send();
      await streamRows(this.manager, table, columns, rows);
      return wrote(rows.length);
    }
    const over =
      replacing.length > 0
        ? ` ON DUPLICATE KEY UPDATE ${replacing.map((column) => `\`${column}\` = VALUES(\`${column}\`)`).join(', ')}`
        : '';
    for (let from = 0; from < rows.length; from += ROWS_AT_ONCE) {
      const some = rows.slice(from, from + ROWS_AT_ONCE).map((row) => row.map(asText));
      await this.add(`INSERT INTO \`${table}\` (${named(columns)}) VALUES ?${over}`, [some]);
    }
  }

  async send(): Promise<void> {
    const { statements } = this;
    this.statements = [];
    this.size = 0;
    const [first] = statements;
    if (first === undefined) return;
    await this.manager.query(statements.length === 1 ? first : `BEGIN NOT ATOMIC\n${statements.join(';\n')};\nEND`);
  }
}

const named = (columns: readonly string[]) => columns.map((column) => `\`${column}\``).join(', ');

/** Whole numbers beyond what a double holds go to the database as text. */
const asText = (value: unknown) => (typeof value === 'bigint' ? value.toString() : value);

/** What the driver offers beyond a plain query: the text that `LOAD DATA LOCAL` asks for, of whatever name. */
interface Streaming {
  query(
    of: { sql: string; infileStreamFactory: () => Readable },
    done: (problem: Error | null, result: { affectedRows: number; warningStatus: number }) => void,
  ): void;
}

/** `LOAD DATA LOCAL` passes over a row that it cannot take and warns; a row of the books is never passed over. */
async function streamRows(
  manager: EntityManager,
  table: string,
  columns: readonly string[],
  rows: readonly (readonly unknown[])[],
): Promise<void> {
  const connection = (await manager.queryRunner?.connect()) as Streaming | undefined;
  if (!connection) throw new Error('Rows are added within a transaction.');
  const sql = `LOAD DATA LOCAL INFILE 'rows' INTO TABLE \`${table}\` CHARACTER SET utf8mb4 (${named(columns)})`;
  const { affectedRows, warningStatus } = await new Promise<{ affectedRows: number; warningStatus: number }>(
    (resolve, reject) =>
      connection.query({ sql, infileStreamFactory: () => Readable.from(lines(rows)) }, (problem, result) =>
        problem ? reject(problem) : resolve(result),
      ),
  );
  if (affectedRows === rows.length && warningStatus === 0) return;
  const [warning] = (await manager.query('SHOW WARNINGS LIMIT 1')) as { Message: string }[];
  throw new Error(
    `${table}: ${affectedRows} of ${rows.length} rows were taken${warning ? `: ${warning.Message}` : ''}`,
  );
}

function* lines(rows: readonly (readonly unknown[])[]): Generator<Buffer> {
  // Most columns say the same from row to row, and are then written as they were.
  const last = [...(rows[0] ?? [])];
  const texts = last.map(field);
  for (let from = 0; from < rows.length; from += ROWS_AT_ONCE) {
    let part = '';
    for (const row of rows.slice(from, from + ROWS_AT_ONCE)) {
      for (let position = 0; position < row.length; position += 1) {
        if (row[position] !== last[position]) {
          last[position] = row[position];
          texts[position] = field(row[position]);
        }
      }
      part += `${texts.join('\t')}\n`;
    }
    yield Buffer.from(part);
  }
}

const field = (value: unknown): string => {
  if (value === null || value === undefined) return String.raw`\N`;
  return typeof value === 'string'
    ? value.replace(/[\\\t\n\r\0]/g, (sign) => `\\${ESCAPED[sign] ?? sign}`)
    : value === true
      ? '1'
      : value === false
        ? '0'
        : String(value as number | bigint);
};

const ESCAPED: Record<string, string> = { '\t': 't', '\n': 'n', '\r': 'r', '\0': '0' };
