import { Readable } from 'node:stream';
import { format } from 'mysql2';
import type { EntityManager } from 'typeorm';
import { wrote } from '../asking/progress.ts';
import type { SealedRows } from './sealing.ts';

const ROWS_AT_ONCE = 1000;

/** What one statement may come to, in characters, before it is sent: well below what the server takes at once. */
const MOST_AT_ONCE = 4_000_000;

/**
 * Does work that writes, and is through when all of it is written. Where it fails nothing more of it is sent: what is on its way has ended when the
 * failure is told, so that the transaction can be taken back.
 *
 * @param sealed takes note of the rows that are inserted, for the seal of the document whose they are
 */
export async function written<Result>(
  manager: EntityManager,
  work: (writes: Writes) => Promise<Result>,
  sealed?: SealedRows,
): Promise<Result> {
  const way = new Way(manager, sealed);
  try {
    const result = await work(way);
    await way.send();
    return result;
  } catch (problem) {
    await way.stop();
    throw problem;
  }
}

/** Statements that write, in their order. */
export interface Writes {
  add(sql: string, values: readonly unknown[]): void;
  /**
   * Adds rows: a few in one statement, many as a stream of text, which the database need not parse as a statement. Of many it is through when
   * they are handed over: the database takes the last of them while others are made.
   * `replacing` names the columns that a row which is there already takes over.
   */
  insert(
    table: string,
    columns: readonly string[],
    rows: readonly (readonly unknown[])[],
    replacing?: readonly string[],
  ): Promise<void>;
}

/**
 * Gathers statements and sends them in one round trip: a compound statement of MariaDB, so that nothing but what was gathered can run.
 */
class Way implements Writes {
  private readonly manager: EntityManager;
  private readonly sealed: SealedRows | undefined;
  private statements: string[] = [];
  private size = 0;
  private isStopped = false;
  /** What was sent, one after the other; nothing follows what failed. */
  private sent: Promise<void> = Promise.resolve();

  constructor(manager: EntityManager, sealed?: SealedRows) {
    this.manager = manager;
    this.sealed = sealed;
  }

  add(sql: string, values: readonly unknown[]): void {
    const statement = format(sql, values as Parameters<typeof format>[1]);
    this.statements.push(statement);
    this.size += statement.length;
    if (this.size > MOST_AT_ONCE) this.depart();
  }

  async insert(
    table: string,
    columns: readonly string[],
    rows: readonly (readonly unknown[])[],
    replacing: readonly string[] = [],
  ): Promise<void> {
    const seal = (some: readonly (readonly unknown[])[]) => this.sealed?.addInserted(table, columns, some);
    if (replacing.length === 0 && rows.length > ROWS_AT_ONCE) {
      this.depart();
      await this.handOver((handedOver) => streamRows(this.manager, { table, columns, rows, seal, handedOver }));
      return wrote(rows.length);
    }
    seal(rows);
    const over =
      replacing.length > 0
        ? ` ON DUPLICATE KEY UPDATE ${replacing.map((column) => `\`${column}\` = VALUES(\`${column}\`)`).join(', ')}`
        : '';
    for (let from = 0; from < rows.length; from += ROWS_AT_ONCE) {
      const some = rows.slice(from, from + ROWS_AT_ONCE).map((row) => row.map(asText));
      this.add(`INSERT INTO \`${table}\` (${named(columns)}) VALUES ?${over}`, [some]);
    }
  }

  /** Sends what was gathered, and waits until all is written. */
  async send(): Promise<void> {
    this.depart();
    await this.sent;
  }

  /** Sends nothing more, and waits for what is on its way. */
  async stop(): Promise<void> {
    this.isStopped = true;
    await this.sent.catch(() => undefined);
  }

  private depart(): void {
    const { statements } = this;
    this.statements = [];
    this.size = 0;
    const [first] = statements;
    if (first === undefined) return;
    const whole = statements.length === 1 ? first : `BEGIN NOT ATOMIC\n${statements.join(';\n')};\nEND`;
    this.follow(() => this.manager.query(whole));
  }

  private handOver(step: (handedOver: () => void) => Promise<void>): Promise<void> {
    return new Promise((resolve) => {
      this.follow(() => step(resolve));
      this.sent.then(resolve, resolve);
    });
  }

  private follow(step: () => Promise<unknown>): void {
    this.sent = this.sent.then(async () => {
      if (!this.isStopped) await step();
    });
    // Whoever waits until all is written hears of it.
    this.sent.catch(() => undefined);
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

interface Stream {
  readonly table: string;
  readonly columns: readonly string[];
  readonly rows: readonly (readonly unknown[])[];
  /** Is told of the rows that go off, some after the other. */
  readonly seal: (some: readonly (readonly unknown[])[]) => void;
  /** Is told that all have gone off. */
  readonly handedOver: () => void;
}

/** `LOAD DATA LOCAL` passes over a row that it cannot take and warns; a row of the books is never passed over. */
async function streamRows(manager: EntityManager, { table, columns, rows, seal, handedOver }: Stream): Promise<void> {
  const connection = (await manager.queryRunner?.connect()) as Streaming | undefined;
  if (!connection) throw new Error('Rows are added within a transaction.');
  const sql = `LOAD DATA LOCAL INFILE 'rows' INTO TABLE \`${table}\` CHARACTER SET utf8mb4 (${named(columns)})`;
  const infileStreamFactory = () => Readable.from(lines(rows, seal)).once('end', handedOver);
  const { affectedRows, warningStatus } = await new Promise<{ affectedRows: number; warningStatus: number }>(
    (resolve, reject) =>
      connection.query({ sql, infileStreamFactory }, (problem, result) =>
        problem ? reject(problem) : resolve(result),
      ),
  );
  if (affectedRows === rows.length && warningStatus === 0) return;
  const [warning] = (await manager.query('SHOW WARNINGS LIMIT 1')) as { Message: string }[];
  throw new Error(
    `${table}: ${affectedRows} of ${rows.length} rows were taken${warning ? `: ${warning.Message}` : ''}`,
  );
}

function* lines(rows: Stream['rows'], seal: Stream['seal']): Generator<Buffer> {
  // Most columns say the same from row to row, and are then written as they were.
  const last = [...(rows[0] ?? [])];
  const texts = last.map(field);
  for (let from = 0; from < rows.length; from += ROWS_AT_ONCE) {
    let part = '';
    const some = rows.slice(from, from + ROWS_AT_ONCE);
    seal(some);
    for (const row of some) {
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
