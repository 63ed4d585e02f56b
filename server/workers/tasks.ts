import type { MessagePort } from 'node:worker_threads';
import { workerData } from 'piscina';
import type { DataSource } from 'typeorm';
import type { BodyOf, DocumentKind } from '@obolus/contract/kinds/kinds';
import type { Language } from '@obolus/messages/speaker';
import { assessBills } from '../bills/agreed.ts';
import { readIncomingBill, readReadable } from '../bills/incoming.ts';
import { takeBillIn } from '../bills/takeIn.ts';
import { proposeAnew } from '../bills/waiting.ts';
import { takeTogether } from '../bills/takeTogether.ts';
import { type Follower, withFollower } from '../asking/progress.ts';
import { decideAhead } from '../commands/ahead.ts';
import { previewDocument, type Previewing } from '../commands/previewDocument.ts';
import { type Posting, postDocument } from '../commands/runCommand.ts';
import type { DatabaseConfig } from '../config.ts';
import { readStatement } from '../customs/statement.ts';
import { commandOf } from '../documents/registry.ts';
import { keepAdvice } from '../despatch/advices.ts';
import { stageImport } from '../imports/stage.ts';
import { readSheet } from '../landing/readSheet.ts';
import type * as ListFile from '../lists/file.ts';
import type * as OrderPdf from '../papers/orderPdf.ts';
import type * as ReturnPdf from '../papers/returnPdf.ts';
import type * as CheckPdf from '../papers/checkPdf.ts';
import type * as WithheldPdf from '../papers/withheldPdf.ts';
import { readAccountStatement } from '../papers/accountStatement.ts';
import { openBooks } from '../storage/dataSource.ts';
import { type Answer, refusalOf, withFiles } from './answer.ts';

/**
 * What takes long enough to keep others waiting: each with what it is given, on a connection of its own. What writes PDFs and spreadsheets and takes
 * mails apart is large, and is loaded by whoever needs it first: a thread begins a third sooner.
 */
const TASKS = {
  assessBills,
  takeBillIn,
  takeTogether,
  incomingBill: ({ manager }: DataSource, id: string, today: string) => readIncomingBill(manager, id, today),
  proposeAnew: ({ manager }: DataSource, id: string, today: string) => proposeAnew(manager, id, today),
  readableBill: ({ manager }: DataSource, id: string) => readReadable(manager, id),
  practise: async (_: DataSource) => (await import('./practice.ts')).practise(),
  keepAdvice,
  readStatement: ({ manager }: DataSource, content: Buffer, shipment: string) =>
    readStatement({ manager }, content, shipment),
  stageImport,
  listFile: async ({ manager }: DataSource, ...asked: Rest<Parameters<typeof ListFile.listFile>>) =>
    (await import('../lists/file.ts')).listFile(manager, ...asked),
  landingSheet: async (
    { manager }: DataSource,
    body: BodyOf<'allocation'>,
    of: { user: string; today: string; language: Language },
  ) => (await import('../landing/sheetBook.ts')).sheetBook(await readSheet(manager, body, of), of.language),
  readAccountStatement: (_: DataSource, content: Buffer) => readAccountStatement(content),
  readMail: async (_: DataSource, content: Buffer) => (await import('../mail/readMail.ts')).readMail(content),
  orderPdf: async (_: DataSource, ...asked: Parameters<typeof OrderPdf.orderPdf>) =>
    (await import('../papers/orderPdf.ts')).orderPdf(...asked),
  checkPdf: async (_: DataSource, ...asked: Parameters<typeof CheckPdf.checkPdf>) =>
    (await import('../papers/checkPdf.ts')).checkPdf(...asked),
  withheldPdf: async (_: DataSource, ...asked: Parameters<typeof WithheldPdf.withheldPdf>) =>
    (await import('../papers/withheldPdf.ts')).withheldPdf(...asked),
  returnPdf: async (_: DataSource, ...asked: Parameters<typeof ReturnPdf.returnPdf>) =>
    (await import('../papers/returnPdf.ts')).returnPdf(...asked),
  previewLong: <Kind extends DocumentKind>(
    source: DataSource,
    kind: Kind,
    body: BodyOf<Kind>,
    of: Previewing,
    stop: Int32Array,
  ) => withFollower(stoppedBy(stop), () => previewDocument(source, kind, body, of)),
  postLong: <Kind extends DocumentKind>(
    source: DataSource,
    kind: Kind,
    body: BodyOf<Kind>,
    { at, ...posting }: Omit<Posting, 'now' | 'first' | 'ahead'> & { readonly at: Date },
    following: { readonly port: MessagePort; readonly stop: Int32Array },
  ) =>
    withFollower(
      { ...stoppedBy(following.stop), hears: (progress) => following.port.postMessage(progress) },
      async () =>
        postDocument(source, kind, body, {
          ...posting,
          now: () => at,
          ahead:
            commandOf(kind).isLong?.(body) === 'ahead' ? await decideAhead(source, kind, body, posting) : undefined,
        }),
    ).finally(() => following.port.close()),
};

/** Work that is stopped from another thread, and tells nobody how far it is. */
const stoppedBy = (stop: Int32Array): Follower => ({
  hears: () => undefined,
  stops: () => Atomics.load(stop, 0) === 1,
});

type Rest<All extends readonly unknown[]> = All extends readonly [unknown, ...infer Others] ? Others : never;
type Tasks = typeof TASKS;
export type TaskName = keyof Tasks;
export type Given<Name extends TaskName> = Rest<Parameters<Tasks[Name]>>;
export type Found<Name extends TaskName> = Awaited<ReturnType<Tasks[Name]>>;

/** What the pool hands to a thread when it begins. */
export interface Beginning {
  readonly database: DatabaseConfig;
}

const CONNECTIONS = 2;
let books: Promise<DataSource> | undefined;

/** The one entry of a thread: does a task by its name. What the caller can do something about comes back as an answer, not as a failure. */
export default async function work({ name, given }: { name: TaskName; given: readonly unknown[] }): Promise<Answer> {
  books ??= openBooks(withFiles((workerData as Beginning).database), CONNECTIONS);
  const task = TASKS[name] as (source: DataSource, ...given: readonly unknown[]) => Promise<unknown>;
  try {
    return { found: await task(await books, ...given.map(withFiles)) };
  } catch (problem) {
    const refused = refusalOf(problem);
    if (refused === undefined) throw problem;
    return refused;
  }
}
