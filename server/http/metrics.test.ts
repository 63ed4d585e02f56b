import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';
import { Metrics, serveMetrics } from './metrics.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.stop());

describe('the metrics', () => {
  it('are given on a port of their own, and tell what was posted, asked and waits, but nothing of the books', async () => {
    const ines = await server.as('accountant');
    await ines.posted('opening', make.opening([{ item: '1', quantity: '10', value: '123.45' }]));
    expect((await ines.call('GET', '/metrics')).body).not.toHaveProperty('text', expect.stringContaining('obolus_'));
    const metrics = new Metrics(server.source);
    metrics.answered('POST', '/documents/opening', 201, 0.02);
    metrics.answered('GET', '/documents/:id', 200, 0.01);
    metrics.answered('POST', '/documents/receipt', 503, 3);
    const own = await serveMetrics(metrics, 0);
    const text = await (await fetch(`http://127.0.0.1:${(own.address() as AddressInfo).port}/`)).text();
    own.close();
    for (const line of [
      'obolus_postings_total{kind="opening"} 1',
      'obolus_request_seconds_count{method="GET",route="/documents/:id",status="200"} 1',
      'obolus_busy_total 1',
      'obolus_jobs_waiting ',
      'obolus_proof_failed 0',
      'obolus_ledger_entries_total 1',
      'process_resident_memory_bytes',
    ])
      expect(text).toContain(line);
    expect(text).not.toMatch(/12345|123\.45|Merino/);
  });
});
