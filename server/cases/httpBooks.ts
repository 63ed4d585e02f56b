import { isAskedKind } from '@obolus/contract/approvals';
import { randomUUID } from 'node:crypto';
import type { EntryView } from '@obolus/contract/commands';
import { endOf, type LineId } from '@obolus/core/costing/pool';
import { formatAmount, formatQuantity } from '@obolus/core/exact/amounts';
import type { Books } from '@obolus/core/state/books';
import type { Command, PostedDocument } from '@obolus/core/posting/kinds';
import type { Decision, Posted } from '@obolus/core/state/decision';
import type { OwnedDatabase } from '../config.ts';
import { proveBooks } from '../proof/proveBooks.ts';
import { replayBooks } from '../proof/replayBooks.ts';
import type { Reply } from '../testing/client.ts';
import { commandOf } from '../documents/registry.ts';
import { traceOf } from './tables.ts';
import { type Difference, refusalsIn, entriesAsText, entryViewsAsText, compare, balanceOf } from './compare.ts';
import { CaseServer } from './caseServer.ts';
import { whoOf } from './named.ts';

/** A command as the core took it. */
export interface Taken {
  readonly where: string;
  readonly books: Books;
  readonly command: Command;
  readonly decision: Decision<PostedDocument>;
}

/** What the server posted for a step. */
export interface ServerFacts {
  readonly step: string;
  readonly document: unknown;
  readonly entries: readonly string[];
}

const LAST_DAY = '9998-12-31';

/**
 * Books kept by a server, beside the same books kept by the core: each command is previewed, posted and sent once more, and
 * what comes of it is compared entry by entry, line by line and pool by pool; what the core refuses must be refused for the same reasons and leave
 * no trace.
 */
export class HttpBooks {
  private readonly server: CaseServer;
  private readonly balances = new Map<string, bigint>();
  private readonly written = new Map<LineId, bigint>();
  private facts: ServerFacts[] = [];

  private constructor(server: CaseServer) {
    this.server = server;
  }

  static async open(database: OwnedDatabase): Promise<HttpBooks> {
    return new HttpBooks(await CaseServer.open(database));
  }

  close(): Promise<void> {
    return this.server.close();
  }

  /** Empties the database, and sets up through the API what these books begin with. */
  begin(books: Books): Promise<Difference[]> {
    this.balances.clear();
    this.written.clear();
    this.facts = [];
    return this.server.begin(books);
  }

  /** Takes a command as the core took it, and says where the server differs. */
  async take(taken: Taken): Promise<Difference[]> {
    const { where, books, command, decision } = taken;
    const { people, clock, ids, source } = this.server;
    const kind = command.kind;
    // Where a case does not say what day it is, it is the day of what is entered.
    if (books.company.today !== undefined) clock.today = books.company.today;
    else if (/^\d{4}-\d{2}-\d{2}$/.test(command.date) && command.date < '2990') clock.today = command.date;
    const wrong = await this.server.enterNamed(books, command);
    const body = commandOf(kind).write(command as never, this.server.names(books));
    const { client } = await people.of(whoOf(command), kind === 'approval' ? 'approver' : 'accountant', books);
    const key = randomUUID();
    if (isAskedKind(command.kind) && 'signedOff' in command && command.signedOff)
      await people.agreeTo(client, command.kind, { key, body, today: clock.today });
    const says = (text: string) => wrong.push({ step: where, says: text });
    const before = decision.accepted ? undefined : await traceOf(source);
    const preview = await client.preview(kind, body, key);
    const posted = await client.post(kind, body, key);
    if (!decision.accepted) {
      this.compareRefusal(decision.refusals, preview, posted).forEach(says);
      if ((await traceOf(source)) !== before) says('the refusal left a trace');
      return wrong;
    }
    if (posted.status !== 201) {
      says(`the server refuses: ${refusalsIn(posted) || JSON.stringify(posted.body)}`);
      return wrong;
    }
    const again = await client.post(kind, body, key);
    if (again.status !== 201 || JSON.stringify(again.body) !== JSON.stringify(posted.body))
      says(`sent once more it is not the same: ${JSON.stringify([posted.body, again.body])}`);
    const id = String(posted.body.id);
    ids.documents.set(books.nextDocument.toString(), id);
    this.keepValues(decision.posted);
    const should = entriesAsText(decision.posted, books);
    const document = await client.call('GET', `/api/documents/${id}`);
    const is = entryViewsAsText(document.body.entries as EntryView[] | undefined);
    const shown = entryViewsAsText(preview.body.entries as EntryView[] | undefined);
    for (const difference of [...compare('posts', should, is), ...compare('previews', should, shown)]) says(difference);
    this.facts.push({ step: where, document: posted.body, entries: is });
    return wrong;
  }

  /** Compares everything that stands at the end, and proves the books of the server by themselves. */
  async end(books: Books): Promise<Difference[]> {
    const wrong: Difference[] = [];
    const says = (text: string) => wrong.push({ step: 'the end', says: text });
    const { people, ids, source } = this.server;
    const { client } = await people.of('accountant', 'accountant');
    const { currency } = books.company;
    for (const pool of books.pools.values()) {
      const { quantity, value, layers } = endOf(pool);
      const path = `/api/stock/${ids.items.get(pool.item)}/${ids.warehouses.get(pool.warehouse)}/held`;
      const held = await client.call('GET', path);
      if (held.status === 404 && quantity === 0n && value === 0n) continue;
      const is = held.body as { quantity?: string; value?: string; layers?: HeldLayer[] };
      const layer = (of: string, lot: string, units: string, worth: string) => `${of} ${lot} ${units} ${worth}`;
      const shouldBe = [
        formatQuantity(quantity),
        formatAmount(value, currency),
        ...layers.map((one) =>
          layer(
            this.server.documentOf(one.of),
            one.lot,
            formatQuantity(one.quantity),
            formatAmount(one.value, currency),
          ),
        ),
      ].join(', ');
      const stands = [
        is.quantity,
        is.value,
        ...(is.layers ?? []).map((one) => layer(one.of.id, one.lot, one.quantity, one.value)),
      ].join(', ');
      if (shouldBe !== stands) says(`the pool ${pool.id} should hold ${shouldBe}, holds ${stands}`);
    }
    const trial = await client.call('GET', `/api/trial-balance?asOf=${LAST_DAY}`);
    const rows = (trial.body.rows ?? []) as { account: string; debit: string; credit: string }[];
    const balances = rows.map(({ account, debit, credit }) => `${account} ${balanceOf(debit, credit)}`);
    const expected = [...this.balances]
      .filter(([, balance]) => balance !== 0n)
      .map(([account, balance]) => `${account} ${formatAmount(balance, currency)}`);
    for (const difference of compare('ends with', expected, balances)) says(difference);
    for (const difference of await this.compareValues(currency)) says(difference);
    for (const difference of await proveBooks(source)) says(`the proof: ${difference}`);
    for (const difference of (await replayBooks(source.manager)).differences) says(`decided again: ${difference}`);
    return wrong;
  }

  get posted(): readonly ServerFacts[] {
    return this.facts;
  }

  private compareRefusal(
    refusals: readonly { readonly reason: string; readonly at: string }[],
    preview: Reply,
    posted: Reply,
  ): string[] {
    if (posted.status === 201) return ['should be refused, but the server posted it'];
    const should = [...new Set(refusals.map(({ reason }) => reason))].sort().join(' ');
    const is = refusalsIn(posted);
    // What the schema of the request refuses never comes to a decision, and what a role may not do neither.
    if (posted.status === 400 || posted.status === 403) return [];
    const wrong = should === is ? [] : [`should be refused as ${should}, the server says ${is || posted.status}`];
    const previewed = refusalsIn(preview);
    return previewed === is ? wrong : [...wrong, `previewed as ${previewed}, posted as ${is}`];
  }

  private keepValues({ entries, settlement }: Posted<PostedDocument>): void {
    for (const { account, amount } of entries.flatMap((entry) => entry.lines))
      this.balances.set(account, (this.balances.get(account) ?? 0n) + amount);
    for (const { line, amount } of settlement.valueChanges)
      this.written.set(line, (this.written.get(line) ?? 0n) + amount);
  }

  /** What every line is worth, movement or taking, as all changes of value make it. */
  private async compareValues(currency: string): Promise<string[]> {
    const rows: { line: string; value: string }[] = await this.server.source.query(
      "SELECT CONCAT(line_document_id, '/', line_no) AS line, SUM(amount) AS value FROM value_change GROUP BY line_document_id, line_no",
    );
    const text = (line: string, value: bigint) => `${line} worth ${formatAmount(value, currency)}`;
    const should = [...this.written].map(([line, value]) =>
      text(`${this.server.documentOf(line)}/${line.split('/')[1]}`, value),
    );
    return compare(
      'has lines',
      should,
      rows.map((row) => text(row.line, BigInt(row.value))),
    );
  }
}

interface HeldLayer {
  readonly of: { readonly id: string };
  readonly lot: string;
  readonly quantity: string;
  readonly value: string;
}
