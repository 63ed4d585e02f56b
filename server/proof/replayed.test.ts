import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { EntityManager } from 'typeorm';
import { dataSource } from '../storage/dataSource.ts';
import { type Client, make, startTestServer, type TestServer } from '../testing/testServer.ts';
import { replayedFile, replayOn } from './replayed.ts';

/* A replay of books that goes on where it was left. */
let server: TestServer;
let ines: Client;
let folder: string;
let file: string;
beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
  folder = await mkdtemp(join(tmpdir(), 'replayed-'));
  file = replayedFile(join(folder, 'anchors.jsonl'));
  for (const item of ['1', '2', '3']) {
    const order = await ines.posted('order', make.order([{ item, quantity: '10', price: '4' }]));
    await ines.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '10' }]));
    await ines.posted('delivery', make.delivery([{ item, quantity: '3' }]));
  }
});
afterAll(async () => {
  await server.stop();
  await rm(folder, { recursive: true });
});

const again = (manager: EntityManager = server.source.manager) => replayOn(manager, file, { atOnce: 2 });
/** Books whose connection breaks when the facts of documents are read for the n-th time. */
const breaking = (n: number): EntityManager => {
  const { manager } = server.source;
  let reads = 0;
  const query = (sql: string, parameters?: unknown[]) => {
    if (sql.includes('FROM movement')) reads += 1;
    return reads === n ? Promise.reject(new Error('gone')) : manager.query(sql, parameters);
  };
  return Object.create(manager, { query: { value: query } }) as EntityManager;
};

describe('a replay', () => {
  it('that was interrupted goes on, and the next decides only what came since', async () => {
    await expect(again(breaking(3))).rejects.toThrow('gone');
    expect(await again()).toEqual({ documents: 5, differences: [] });
    expect(await again()).toEqual({ documents: 0, differences: [] });
    // What it goes on with is what it had: goods that came before it was interrupted are taken out.
    await ines.posted('delivery', make.delivery([{ item: '1', quantity: '7' }]));
    expect(await again()).toEqual({ documents: 1, differences: [] });
  });

  it('begins anew where the file is not what was kept, or is gone', async () => {
    const kept = await readFile(file);
    const other = Buffer.from(kept);
    other[other.length - 1] = (other.at(-1) ?? 0) ^ 1;
    await writeFile(file, other);
    expect(await again()).toEqual({ documents: 10, differences: [] });
    await writeFile(file, kept.subarray(0, 10));
    expect((await again()).documents).toBe(10);
    await rm(file);
    expect((await again()).documents).toBe(10);
    expect((await again()).documents).toBe(0);
  });

  it('begins anew where the books are not those of then, and keeps no place behind what differs', async () => {
    const owner = await dataSource(server.config.database, server.config.database.owner, 1).initialize();
    const [seal] = (await owner.query('SELECT place, hash FROM ledger_head')) as { place: string; hash: string }[];
    await owner.query('UPDATE seal SET hash = ? WHERE place = ?', ['0'.repeat(64), seal?.place]);
    expect((await again()).documents).toBe(10);
    await owner.query('UPDATE seal SET hash = ? WHERE place = ?', [seal?.hash, seal?.place]);
    await rm(file);
    const change = (by: string) =>
      owner.query(
        `UPDATE journal_line SET amount = amount ${by} 1 WHERE document_id = (SELECT id FROM document WHERE number = 'GR-1002') LIMIT 1`,
      );
    await change('+');
    expect((await again()).differences).not.toEqual([]);
    await change('-');
    // Four documents are before the part in which it is.
    expect(await again()).toEqual({ documents: 6, differences: [] });
    await owner.destroy();
  });
});
