import type { DataSource } from 'typeorm';
import { duplicateOf, sqlInstant, transaction } from '../storage/transaction.ts';
import { readRunFile } from '../transfers/runFile.ts';
import { sendToStandIn } from './standIn.ts';

/** Sends the file of a released run to the simulated bank: once, however often it is asked. */
export async function sendRun(source: DataSource, run: string, user: string, now: Date): Promise<void> {
  const at = sqlInstant(now);
  try {
    await transaction(source, async (manager) => {
      const { content } = await readRunFile(manager, run);
      await manager.query('INSERT INTO run_sending (run_id, sent_by, sent_at) VALUES (?, ?, ?)', [run, user, at]);
      await sendToStandIn(manager, content, at);
    });
  } catch (problem) {
    if (!duplicateOf(problem, 'PRIMARY')) throw problem;
  }
}
