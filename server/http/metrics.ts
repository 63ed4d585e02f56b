import { createServer, type Server } from 'node:http';
import { collectDefaultMetrics, Counter, Gauge, Histogram, Registry } from 'prom-client';
import type { DataSource } from 'typeorm';

/*
 * What whoever runs the application watches, in the open text format of metrics: how long requests take, what is posted, who waits for
 * whom, and how old work and the last proof are. It tells nothing of what is in the books.
 */
export class Metrics {
  readonly registry = new Registry();
  private readonly requests: Histogram;
  private readonly posted: Counter;
  private readonly busy: Counter;

  constructor(source: DataSource) {
    const registers = [this.registry];
    collectDefaultMetrics({ register: this.registry });
    this.requests = new Histogram({
      name: 'obolus_request_seconds',
      help: 'How long requests took, by what was asked and how it was answered',
      labelNames: ['method', 'route', 'status'],
      buckets: [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5],
      registers,
    });
    this.posted = new Counter({
      name: 'obolus_postings_total',
      help: 'Documents that were posted',
      labelNames: ['kind'],
      registers,
    });
    this.busy = new Counter({
      name: 'obolus_busy_total',
      help: 'Requests that gave up waiting for others',
      registers,
    });
    const asked = (name: string, help: string, sql: string) =>
      new Gauge({
        name,
        help,
        registers,
        async collect() {
          const [row] = (await source.query(sql)) as { n: string | null }[];
          this.set(row?.n == null ? NaN : Number(row.n));
        },
      });
    const age = (of: string, where: string) =>
      `SELECT TIMESTAMPDIFF(SECOND, ${of}, UTC_TIMESTAMP(6)) AS n FROM job WHERE ${where}`;
    asked(
      'obolus_jobs_waiting',
      'Jobs that are due and that nobody works on',
      "SELECT COUNT(*) AS n FROM job WHERE state = 'waiting' AND next_at <= UTC_TIMESTAMP(6)",
    );
    asked(
      'obolus_job_age_seconds',
      'How long the job waits that has been due longest',
      age('MIN(next_at)', "state = 'waiting' AND next_at <= UTC_TIMESTAMP(6)"),
    );
    asked(
      'obolus_proof_age_seconds',
      'How long ago the books were last proved',
      age('MAX(ended_at)', "kind = 'proof' AND says = ''"),
    );
    asked(
      'obolus_proof_failed',
      'Whether the last proof found something that differs',
      "SELECT COUNT(*) AS n FROM job WHERE kind = 'proof' AND says <> ''",
    );
    asked(
      'obolus_lock_waits_total',
      'How often a row was waited for, in the whole database',
      "SELECT VARIABLE_VALUE AS n FROM information_schema.GLOBAL_STATUS WHERE VARIABLE_NAME = 'INNODB_ROW_LOCK_WAITS'",
    );
    asked('obolus_ledger_entries_total', 'Entries in the journal', 'SELECT number AS n FROM ledger_head WHERE id = 1');
  }

  /** @param route the path as the contract has it, so that no number of a document becomes a name */
  answered(method: string, route: string, status: number, seconds: number): void {
    this.requests.observe({ method, route, status: String(status) }, seconds);
    if (status === 503) this.busy.inc();
    const [, kind] = /^\/documents\/([\w-]+)$/.exec(route) ?? [];
    if (kind !== undefined && method === 'POST' && status === 201) this.posted.inc({ kind });
  }
}

/** Gives the metrics on a port of their own, on loopback: they are for whoever runs the machine, not for whoever uses the books. */
export function serveMetrics({ registry }: Metrics, port: number): Promise<Server> {
  const server = createServer((_request, response) => {
    registry.metrics().then(
      (text) => response.setHeader('Content-Type', registry.contentType).end(text),
      () => {
        response.statusCode = 503;
        response.end();
      },
    );
  });
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '127.0.0.1', () => resolve(server));
  });
}
