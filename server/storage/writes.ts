import { Readable } from 'node:stream';
import { format } from 'mysql2';
import type { EntityManager } from 'typeorm';
import { wrote } from '../asking/progress.ts';
import { compound } from './askedTogether.ts';
import type { SealedRows } from './sealing.ts';

const ROWS_AT_ONCE = 1000;

/** What one statement may come to, in characters, before it is sent: well below what the server takes at once. */
const MOST_AT_ONCE = 4_000_000;

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

/** All that a transaction writes. */
export interface Pen {
  /** What is written first, as soon as enough is gathered; `sealed` takes note of the rows, for the seal of the document whose they are. */
  readonly writes: (sealed?: SealedRows) => Writes;
  /** What is written after all of that. */
  readonly last: Writes;
  /** Is through when all that was to be written first is there: whoever reads on finds it. */
  readonly through: () => Promise<void>;
}

/**
 * Does work that writes, and gives with its result what was gathered and is not sent yet, for the end of its transaction. Where it fails nothing more
 * of it is sent: what is on its way has ended when the failure is told, so that the transaction can be taken back.
 */
export async function writing<Result>(
  manager: EntityManager,
  work: (pen: Pen) => Promise<Result>,
): Promise<{ readonly result: Result; readonly last: readonly string[] }> {
  const way = new Way(manager);
  const last = new Gathered();
  try {
    const result = await work({ writes: (sealed) => new Noted(way, sealed), last, through: () => way.send() });
    return { result, last: [...(await way.rest()), ...last.statements] };
  } catch (problem) {
    await way.stop();
    throw problem;
  }
}

/** Does work that writes, and is through when all of it is written. */
export async function written<Result>(
  manager: EntityManager,
  work: (writes: Writes) => Promise<Result>,
): Promise<Result> {
  const { result, last } = await writing(manager, ({ writes }) => work(writes()));
  await send(manager, last);
  return result;
}

/** Sends statements in one round trip. */
export async function send(manager: EntityManager, statements: readonly string[]): Promise<void> {
  if (statements.length > 0) await manager.query(asOne(statements));
}

const asOne = (statements: readonly string[]): string =>
  statements.length === 1 ? (statements[0] ?? '') : compound(statements);

type Seal = ((some: readonly (readonly unknown[])[]) => void) | undefined;

/** Statements that are only gathered. */
class Gathered implements Writes {
  statements: string[] = [];

  add(sql: string, values: readonly unknown[]): void {
    this.statements.push(format(sql, values as Parameters<typeof format>[1]));
  }

  insert(
    table: string,
    columns: readonly string[],
    rows: readonly (readonly unknown[])[],
    replacing: readonly string[] = [],
  ): Promise<void> {
    const over =
      replacing.length > 0
        ? ` ON DUPLICATE KEY UPDATE ${replacing.map((column) => `\`${column}\` = VALUES(\`${column}\`)`).join(', ')}`
        : '';
    for (let from = 0; from < rows.length; from += ROWS_AT_ONCE) {
      const some = rows.slice(from, from + ROWS_AT_ONCE).map((row) => row.map(asText));
      this.add(`INSERT INTO \`${table}\` (${named(columns)}) VALUES ?${over}`, [some]);
    }
    return Promise.resolve();
  }
}

/** Gathers statements and sends them in one round trip, many rows by themselves, one after the other. */
class Way extends Gathered {
  private readonly manager: EntityManager;
  private size = 0;
  private isStopped = false;
  /** What was sent, one after the other; nothing follows what failed. */
  private sent: Promise<void> = Promise.resolve();

  constructor(manager: EntityManager) {
    super();
    this.manager = manager;
  }

  override add(sql: string, values: readonly unknown[]): void {
    super.add(sql, values);
    this.size += this.statements.at(-1)?.length ?? 0;
    if (this.size > MOST_AT_ONCE) this.depart();
  }

  /** Many rows go off by themselves; `seal` is told of them as they go. */
  async stream(
    table: string,
    columns: readonly string[],
    rows: readonly (readonly unknown[])[],
    seal: Seal,
  ): Promise<void> {
    this.depart();
    await this.handOver((handedOver) => streamRows(this.manager, { table, columns, rows, seal, handedOver }));
    wrote(rows.length);
  }

  /** Sends what was gathered, and waits until all is written. */
  async send(): Promise<void> {
    this.depart();
    await this.sent;
  }

  /** Waits for what was sent; gives what was not. */
  async rest(): Promise<readonly string[]> {
    await this.sent;
    return this.statements;
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
    if (statements.length > 0) this.follow(() => this.manager.query(asOne(statements)));
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

/** The same way, with note taken of the rows of one document. */
class Noted implements Writes {
  private readonly way: Way;
  private readonly sealed: SealedRows | undefined;

  constructor(way: Way, sealed: SealedRows | undefined) {
    this.way = way;
    this.sealed = sealed;
  }

  add(sql: string, values: readonly unknown[]): void {
    this.way.add(sql, values);
  }

  async insert(
    table: string,
    columns: readonly string[],
    rows: readonly (readonly unknown[])[],
    replacing: readonly string[] = [],
  ): Promise<void> {
    const { sealed } = this;
    const seal = sealed && ((some: readonly (readonly unknown[])[]) => sealed.addInserted(table, columns, some));
    if (replacing.length === 0 && rows.length > ROWS_AT_ONCE) return this.way.stream(table, columns, rows, seal);
    seal?.(rows);
    return this.way.insert(table, columns, rows, replacing);
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
  readonly seal: Seal;
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
    seal?.(some);
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
