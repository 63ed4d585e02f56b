import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';
import { dataSource } from './dataSource.ts';
import { chain, facts } from './tables.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
  const ines = await server.as('accountant');
  await ines.posted('opening', make.opening([{ item: '1', quantity: '10', value: '100' }]));
});
afterAll(() => server.stop());

describe('the schema', () => {
  it('is what the entities say: the migrations leave no drift', async () => {
    const owner = await dataSource(server.config.database, server.config.database.owner, 1).initialize();
    const log = await owner.driver.createSchemaBuilder().log();
    await owner.destroy();
    expect(log.upQueries.map(({ query }) => query)).toEqual([]);
  });
});

describe('facts', () => {
  it.each([...Object.values(facts), ...Object.values(chain)].map((table) => table.options.name))(
    '%s cannot be changed or removed by the application',
    async (table) => {
      const column = ['idempotency', 'reply'].includes(table)
        ? '`key`'
        : Object.keys(
            [...Object.values(facts), ...Object.values(chain)].find((entry) => entry.options.name === table)?.options
              .columns ?? {},
          )[0];
      await expect(server.source.query(`UPDATE ${table} SET ${column} = ${column}`)).rejects.toMatchObject({
        errno: 1142,
      });
      await expect(server.source.query(`DELETE FROM ${table}`)).rejects.toMatchObject({ errno: 1142 });
    },
  );

  it('the chain cannot be written past its procedure', async () => {
    await expect(server.source.query('INSERT INTO ledger_link VALUES (99, 1, 9)')).rejects.toMatchObject({
      errno: 1142,
    });
    await expect(
      server.source.query("INSERT INTO seal VALUES (99, 1, 'test', '', '', '', NOW(6))"),
    ).rejects.toMatchObject({ errno: 1142 });
  });
});

describe('a document', () => {
  const write = (...amounts: string[]) =>
    server.source.transaction(async (manager) => {
      await manager.query(
        "INSERT INTO document (id, kind, number, date, currency, rate, reference, note, entered_by, entered_at, idempotency_key) VALUES (777, 'opening', 'X', '2026-03-01', 'USD', 1, '', '', 1, NOW(6), 'x')",
      );
      await manager.query("INSERT INTO entry VALUES (777, 1, '2026-03-01')");
      for (const [at, amount] of amounts.entries())
        await manager.query(
          "INSERT INTO journal_line (document_id, entry_no, line_no, account, account_id, date, amount) VALUES (777, 1, ?, 'bank', 1, '2026-03-01', ?)",
          [at + 1, amount],
        );
      await manager.query("CALL seal_document(777, 'test', '')");
    });

  it('whose entry does not balance is refused by the database itself', async () => {
    await expect(write('100', '-99')).rejects.toThrow('entry_out_of_balance');
  });

  it('that is not there cannot be sealed', async () => {
    await expect(server.source.query("CALL seal_document(778, 'test', '')")).rejects.toThrow('document_missing');
  });

  it('takes no more lines once it is sealed', async () => {
    const [sealed] = (await server.source.query('SELECT document_id FROM ledger_link LIMIT 1')) as {
      document_id: string;
    }[];
    await expect(
      server.source.query(
        "INSERT INTO journal_line (document_id, entry_no, line_no, account, account_id, date, amount) VALUES (?, 1, 99, 'bank', 1, '2026-03-01', 0)",
        [sealed?.document_id],
      ),
    ).rejects.toThrow('entry_is_sealed');
  });
});
