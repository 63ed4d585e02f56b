import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { createPool } from 'mysql2/promise';
import { pino } from 'pino';
import type { DataSource } from 'typeorm';
import type { Given } from './papers/given.ts';
import type { Config } from './config.ts';
import { todayOf } from './http/context.ts';
import { openMailbox } from './mail/receive.ts';
import { createApp } from './http/app.ts';
import { Metrics, serveMetrics } from './http/metrics.ts';
import { sessionStore } from './http/session.ts';
import { JOB_KINDS } from './jobKinds.ts';
import { runJobs } from './jobs/runJobs.ts';
import { startWorkers } from './workers/workers.ts';
import { openBooks } from './storage/dataSource.ts';

export interface Running {
  readonly url: string;
  readonly source: DataSource;
  /** Where the mailbox that stands in for a mail server takes mails; undefined without one. */
  readonly mailboxPort: number | undefined;
  /** Takes no new requests, lets those that run finish, then closes everything. */
  stop(): Promise<void>;
}

/** Connects, listens, works on jobs. */
export async function serve(config: Config, now: () => Date = () => new Date()): Promise<Running> {
  const log = pino({
    level: config.logLevel,
    redact: ['req.headers.cookie', 'req.headers["x-csrf-token"]', 'res.headers["set-cookie"]'],
  });
  const source = await openBooks(config.database, config.connections);
  const { host: databaseHost, port, name, app } = config.database;
  const sessionPool = createPool({
    host: databaseHost,
    port,
    database: name,
    ...app,
    connectionLimit: 4,
    timezone: 'Z',
  });
  const store = sessionStore(sessionPool);
  const today = () => todayOf({ config, now });
  const workers = startWorkers(config.database, config.standBy);
  const takeIn = (given: readonly Given[]) => workers.run('takeTogether', given);
  const read = (content: Buffer) => workers.run('readMail', content);
  const mailbox = config.standIns
    ? await openMailbox({ source, log, now, today, read, takeIn }, config.mailboxPort)
    : undefined;
  const host = config.mail.host ?? (mailbox && '127.0.0.1');
  const mailServer =
    host === undefined
      ? undefined
      : { host, port: mailbox && !config.mail.host ? mailbox.port : config.mail.port, from: config.mail.from };
  let wakeJobs: () => void = () => undefined;
  const metrics = new Metrics(source);
  const context = {
    config,
    metrics,
    workers,
    source,
    log,
    now,
    mailServer,
    mailboxPort: mailbox?.port,
    wakeJobs: () => wakeJobs(),
  };
  const server = createServer(createApp(context, store));
  server.keepAliveTimeout = KEPT_ALIVE;
  await listen(server, config);
  const measuring = config.metricsPort === undefined ? undefined : await serveMetrics(metrics, config.metricsPort);
  // A server that cannot listen takes no work either.
  const jobs = runJobs({ source, log, now, today, anchors: config.anchors }, config.worksOnJobs ? JOB_KINDS : {});
  wakeJobs = jobs.wake;
  const address = server.address() as AddressInfo;
  return {
    url: `http://${config.host}:${address.port}`,
    source,
    mailboxPort: mailbox?.port,
    async stop() {
      await jobs.stop();
      measuring?.close();
      await mailbox?.close();
      const closed = new Promise<void>((resolve) => server.close(() => resolve()));
      server.closeIdleConnections();
      setTimeout(() => server.closeAllConnections(), 5000).unref();
      await closed;
      await store.close();
      await workers.close();
      await sessionPool.end();
      await source.destroy();
    },
  };
}

/** Milliseconds for which an idle connection is kept: longer than a reader pauses, who would else send into one that is just being closed. */
const KEPT_ALIVE = 65_000;

function listen(server: Server, config: Config): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(config.port, config.host, () => resolve());
  });
}
