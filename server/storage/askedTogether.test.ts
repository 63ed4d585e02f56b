import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { startTestServer, type TestServer } from '../testing/testServer.ts';
import { askTogether, tellTogether } from './askedTogether.ts';
import { transaction } from './transaction.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.stop());

/** How often the connection was asked so far, this question too. */
const roundTrips = async (ask: (sql: string) => Promise<unknown>): Promise<number> => {
  const [row] = (await ask("SHOW SESSION STATUS LIKE 'Questions'")) as { Value: string }[];
  return Number(row?.Value ?? 0);
};

describe('what is asked at the same time', () => {
  it('goes off in one round trip, each answered with its own rows, in the order in which it was asked', async () => {
    const [answers, trips] = await transaction(server.source, async (manager) => {
      const before = await roundTrips((sql) => manager.query(sql));
      const asked = await Promise.all([
        askTogether(manager, 'SELECT id FROM company WHERE id = ? FOR UPDATE', [1]),
        askTogether(manager, 'SELECT ? AS said, ? AS many', ["it's; here", '9007199254740993']),
        askTogether(manager, 'SELECT id FROM item WHERE id IN (?) ORDER BY id', [['1', '2']]),
        askTogether(manager, 'SELECT id FROM item WHERE id = ?', ['999']),
      ]);
      return [asked, (await roundTrips((sql) => manager.query(sql))) - before - 1] as const;
    });
    expect(answers).toEqual([
      [{ id: 1 }],
      [{ said: "it's; here", many: '9007199254740993' }],
      [{ id: '1' }, { id: '2' }],
      [],
    ]);
    expect(trips).toBe(1);
  });

  it('goes off with what is only told, and with what is asked some steps later without another answer', async () => {
    const later = async (manager: Parameters<typeof askTogether>[0]) => {
      for (let step = 0; step < 5; step += 1) await Promise.resolve();
      return askTogether(manager, 'SELECT 2 AS n', []);
    };
    await transaction(server.source, async (manager) => {
      const before = await roundTrips((sql) => manager.query(sql));
      const answers = await Promise.all([
        tellTogether(manager, 'SET @said = ?', ['one']),
        askTogether(manager, 'SELECT @said AS said', []),
        tellTogether(manager, "SET @said = 'two'"),
        later(manager),
      ]);
      expect(answers).toEqual([undefined, [{ said: 'one' }], undefined, [{ n: expect.anything() }]]);
      expect((await roundTrips((sql) => manager.query(sql))) - before - 1).toBe(1);
    });
  });

  it('is asked anew once something was answered', async () => {
    await transaction(server.source, async (manager) => {
      const before = await roundTrips((sql) => manager.query(sql));
      await askTogether(manager, 'SELECT 1 AS n', []);
      await Promise.all([askTogether(manager, 'SELECT 2 AS n', []), askTogether(manager, 'SELECT 3 AS n', [])]);
      expect((await roundTrips((sql) => manager.query(sql))) - before - 1).toBe(2);
    });
  });

  it('fails together: none is answered where one cannot be', async () => {
    const answers = await transaction(server.source, (manager) =>
      Promise.allSettled([
        askTogether(manager, 'SELECT 1 AS n', []),
        askTogether(manager, 'SELECT nothing FROM nowhere', []),
      ]),
    );
    expect(answers.map(({ status }) => status)).toEqual(['rejected', 'rejected']);
  });
});
