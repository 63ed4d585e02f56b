import { readdirSync, readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { makeSchema } from '../testing/schema.ts';
import { runs, seed } from '@obolus/core/testing/runs';
import { histories, playHistory } from './histories.ts';
import { HttpBooks } from './httpBooks.ts';
import { playBoth } from './run.ts';

const folder = new URL('../../casebook/', import.meta.url);
const files = readdirSync(folder, { recursive: true })
  .map(String)
  .filter((name) => name.endsWith('.yaml'))
  .sort();

/* The whole casebook through the real HTTP API, beside the core. */
let schema: Awaited<ReturnType<typeof makeSchema>>;
let server: HttpBooks;
beforeAll(async () => {
  schema = await makeSchema();
  server = await HttpBooks.open(schema.database);
});
afterAll(async () => {
  await server.close();
  await schema.drop();
});

describe('the casebook over HTTP', () => {
  it.each(files)('%s is as the core has it', async (name) => {
    expect((await playBoth(server, readFileSync(new URL(name, folder), 'utf8'))).differences).toEqual([]);
  });
});

describe('random histories over HTTP', () => {
  const count = runs(40);
  it.each(histories(count, seed).map((history, at) => [at + 1, history] as const))(
    `history %i of seed ${seed} is as the core has it`,
    async (_, history) => {
      expect(await playHistory(server, history)).toEqual([]);
    },
  );
});
