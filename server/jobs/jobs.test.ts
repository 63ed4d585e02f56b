import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { pino } from 'pino';
import { startTestServer, type TestServer, TODAY } from '../testing/testServer.ts';
import type { Held, JobKind, Worker } from './job.ts';
import { cancelJob, queueJob } from './queue.ts';
import { runJob, runJobs } from './runJobs.ts';
import { message } from '@obolus/messages/message';
import { keptSays } from '../storage/said.ts';

let server: TestServer;
let worker: Worker;
beforeAll(async () => {
  server = await startTestServer();
  worker = {
    source: server.source,
    log: pino({ level: 'silent' }),
    now: () => new Date(),
    today: () => TODAY,
    anchors: undefined,
  };
});
afterAll(() => server.stop());

const queued = async (kind: string): Promise<string> => {
  const id = randomUUID();
  await queueJob(server.source.manager, { id, kind, user: undefined });
  return id;
};
const stateOf = async (id: string) => {
  const [row] = (await server.source.query(
    'SELECT state, done, steps, says, next_at > UTC_TIMESTAMP(6) AS later FROM job WHERE id = ?',
    [id],
  )) as {
    state: string;
    done: number;
    steps: number;
    says: string;
    later: number;
  }[];
  return row;
};

/** Work that stops in the middle until the test lets it go on, and says what its steps did. */
function slow(): { kind: JobKind; did: string[]; begun: Promise<void>; goOn: () => void } {
  const did: string[] = [];
  let goOn = (): void => undefined;
  let begin = (): void => undefined;
  const begun = new Promise<void>((resolve) => (begin = resolve));
  const waits = new Promise<void>((resolve) => (goOn = resolve));
  const run = async (held: Held): Promise<void> => {
    await held.step(() => Promise.resolve(did.push('first')));
    await held.progress(1, 2);
    begin();
    await waits;
    await held.step(() => Promise.resolve(did.push('second')));
  };
  return { kind: { run }, did, begun, goOn };
}

describe('a job', () => {
  it('is done once, step by step, and says how far it is', async () => {
    const { kind, did, begun, goOn } = slow();
    const id = await queued('slow');
    const running = runJob(worker, { slow: kind }, id);
    await begun;
    expect(await stateOf(id)).toMatchObject({ state: 'running', done: 1, steps: 2 });
    // Nobody else takes what is under way.
    await runJob(worker, { slow: { run: () => Promise.resolve(void did.push('by another')) } }, id);
    goOn();
    await running;
    expect([did, (await stateOf(id))?.state]).toEqual([['first', 'second'], 'done']);
  });

  it('is taken over where its server is gone, and what that one still tries is refused', async () => {
    const { kind, did, begun, goOn } = slow();
    const id = await queued('slow');
    const first = runJob(worker, { slow: kind }, id);
    await begun;
    await server.source.query('UPDATE job SET lease_until = UTC_TIMESTAMP(6) - INTERVAL 1 SECOND WHERE id = ?', [id]);
    await runJob(
      worker,
      { slow: { run: (held) => held.step(() => Promise.resolve(void did.push('by another'))) } },
      id,
    );
    goOn();
    await first;
    expect([did, (await stateOf(id))?.state]).toEqual([['first', 'by another'], 'done']);
  });

  it('stops at its next step where somebody cancels it, and can be gone on with', async () => {
    const { kind, did, begun, goOn } = slow();
    const says: string[] = [];
    const id = await queued('slow');
    const running = runJob(
      worker,
      {
        slow: { ...kind, ended: (_, job, why) => Promise.resolve(void says.push(job.id, ...why.map((one) => one.id))) },
      },
      id,
    );
    await begun;
    expect(await cancelJob(server.source.manager, id)).toBe(true);
    goOn();
    await running;
    expect([did, (await stateOf(id))?.state]).toEqual([['first'], 'cancelled']);
    expect(says).toEqual([id, 'imports.job_cancelled']);
    expect(await cancelJob(server.source.manager, id)).toBe(false);
    await queueJob(server.source.manager, { id, kind: 'slow', user: undefined });
    await runJob(worker, { slow: kind }, id);
    expect((await stateOf(id))?.state).toBe('done');
  });

  it('says why it stopped, and one that is done again and again waits for its next time', async () => {
    const fails = {
      run: () => Promise.reject(new Error('no paper')),
      why: () => [message('paper.no_lines')],
    };
    const [once, often] = [await queued('once'), await queued('often')];
    await runJob(worker, { once: fails }, once);
    expect(await stateOf(once)).toMatchObject({ state: 'stopped', says: keptSays([message('paper.no_lines')]) });
    await runJob(worker, { often: { ...fails, every: 60 } }, often);
    expect(await stateOf(often)).toMatchObject({
      state: 'waiting',
      says: keptSays([message('paper.no_lines')]),
      later: 1,
    });
  });

  it('is left at once by a server that stops, and done by the one that goes on', async () => {
    const { kind, did, begun, goOn } = slow();
    const id = await queued('left');
    const leaving = runJobs(worker, { left: kind });
    await begun;
    const stopped = leaving.stop();
    goOn();
    await stopped;
    expect([did, (await stateOf(id))?.state]).toEqual([['first'], 'running']);
    const staying = runJobs(worker, { left: { run: () => Promise.resolve(void did.push('by another')) } });
    for (let wait = 0; wait < 100 && (await stateOf(id))?.state !== 'done'; wait += 1)
      await new Promise((resolve) => setTimeout(resolve, 50));
    await staying.stop();
    expect(did).toEqual(['first', 'by another']);
  });
});

describe('two servers on one database', () => {
  it('share sessions, drafts, limits on guessing and jobs, and one goes on when the other stops', async () => {
    const other = await server.another();
    const ines = await server.as('accountant');
    const there = ines.at(other.url);
    expect((await there.call('GET', '/api/session')).body).toMatchObject({ user: { role: 'accountant' } });
    const draft = randomUUID();
    const body = { kind: 'order', title: 'Yarn', body: { lines: [] }, version: 0 };
    expect((await ines.call('PUT', `/api/drafts/${draft}`, body)).status).toBe(200);
    expect((await there.call('GET', `/api/drafts/${draft}`)).body).toMatchObject({ title: 'Yarn' });

    const rows = Array.from({ length: 40 }, (_, n) => `T${n},TARN,2026-03-01,MAIN,YARN,${n + 1},12`);
    const id = randomUUID();
    const staged = await ines.call('PUT', `/api/imports/${id}`, {
      kind: 'orders',
      fileName: 'orders.csv',
      content: Buffer.from(`order,vendor,date,warehouse,item,quantity,price\n${rows.join('\n')}\n`).toString('base64'),
    });
    expect(staged.body).toMatchObject({ wrong: 0 });
    await there.call('POST', `/api/imports/${id}/load`, { leaveOutWrong: false });
    await other.stop();
    let state: unknown = 'loading';
    for (let wait = 0; wait < 200 && state === 'loading'; wait += 1) {
      await new Promise((resolve) => setTimeout(resolve, 50));
      state = (await ines.call('GET', `/api/imports/${id}`)).body.state;
    }
    expect(state).toBe('loaded');
    expect(await server.source.query("SELECT COUNT(*) AS n FROM document WHERE kind = 'order'")).toEqual([{ n: '40' }]);
  });
});
