import type { EntityManager } from 'typeorm';
import { fromCanonicalText } from '@obolus/core/exact/canonical';
import type { OpenKind } from '@obolus/core/openItems/openItem';
import type { Command } from '@obolus/core/posting/kinds';
import { RULES } from '@obolus/core/posting/rules';
import {
  type FactsText,
  journalText,
  type KeptCommand,
  movementText,
  openText,
  replay,
  valueText,
} from '@obolus/core/proof/replay';
import type { BasisEntry, BasisPart } from '@obolus/core/state/basis';
import { hashOfVersion } from '../storage/saveCommand.ts';
import { groupBy } from '../storage/groupBy.ts';

type Row = Readonly<Record<string, string | null>>;

/**
 * Decides every document of the books again, from its command and what was set up then, and says everything that differs from the
 * facts that stand: nothing where each is what was decided. The books are read in one snapshot.
 */
export async function replayBooks(manager: EntityManager): Promise<{ documents: number; differences: string[] }> {
  const differences: string[] = [];
  const uncommanded: Row[] = await manager.query(
    'SELECT d.number FROM document d LEFT JOIN command c ON c.document_id = d.id WHERE c.document_id IS NULL ORDER BY d.id',
  );
  if (uncommanded.length > 0)
    return { documents: 0, differences: uncommanded.map(({ number }) => `${number} has no command`) };
  const [older] = (await manager.query(
    'SELECT d.number, c.rules FROM command c JOIN document d ON d.id = c.document_id WHERE c.rules <> ? LIMIT 1',
    [RULES],
  )) as Row[];
  if (older)
    return {
      documents: 0,
      differences: [`${older.number} was decided by rules ${older.rules}, these are rules ${RULES}`],
    };
  const { commands, baseless } = await readCommands(manager);
  if (baseless.length > 0)
    return {
      documents: 0,
      differences: baseless.map((number) => `${number} was decided on something set up that is not as it was kept`),
    };
  const facts = await readFacts(manager);
  let documents = 0;
  for (const found of replay(commands, (document) => facts.get(document) ?? [])) {
    documents += 1;
    differences.push(...found.differences);
  }
  return { documents, differences };
}

/** Whether a version says what it is called by. */
const isAsKept = (row: Row): boolean => hashOfVersion(row.part ?? '', row.which_id ?? '', row.body ?? '') === row.hash;

/** The commands in their order, and the numbers of those that rest on a version that is gone or says something else. */
async function readCommands(manager: EntityManager): Promise<{ commands: KeptCommand[]; baseless: string[] }> {
  const versions: Row[] = await manager.query('SELECT * FROM set_up_version');
  const entries = new Map(
    versions
      .filter(isAsKept)
      .map((row) => [
        row.hash ?? '',
        { part: row.part as BasisPart, which: row.which_id ?? '', value: fromCanonicalText(row.body ?? '') },
      ]),
  );
  const hashesOf = (row: Row) => (row.basis ?? '').split(' ');
  const rows: Row[] = await manager.query(
    'SELECT c.*, d.number FROM command c JOIN document d ON d.id = c.document_id ORDER BY c.document_id',
  );
  const commands = rows.map((row) => ({
    document: String(row.document_id),
    number: row.number ?? '',
    today: row.today ?? '',
    command: fromCanonicalText(row.body ?? '') as Command,
    basis: hashesOf(row).flatMap((hash): readonly BasisEntry[] => {
      const entry = entries.get(hash);
      return entry ? [entry] : [];
    }),
  }));
  const baseless = rows.filter((row) => hashesOf(row).some((hash) => !entries.has(hash)));
  return { commands, baseless: baseless.map(({ number }) => number ?? '') };
}

/** The facts of each document, in the words of the replay. */
async function readFacts(manager: EntityManager): Promise<ReadonlyMap<string, FactsText>> {
  const movements: Row[] = await manager.query('SELECT m.*, p.item_id FROM movement m JOIN pool p ON p.id = m.pool_id');
  const values: Row[] = await manager.query('SELECT * FROM value_change');
  const lines: Row[] = await manager.query('SELECT * FROM journal_line');
  const opened: Row[] = await manager.query('SELECT * FROM open_change');
  const facts = [
    ...movements.map((row) => ({
      document: row.document_id,
      text: movementText({
        line: `${row.document_id}/${row.line_no}`,
        direction: String(row.direction),
        quantity: BigInt(row.quantity ?? 0),
        date: String(row.date),
        item: String(row.item_id),
      }),
    })),
    ...values.map((row) => ({
      document: row.document_id,
      text: valueText({
        line: `${row.line_document_id}/${row.line_no}`,
        component: String(row.component),
        amount: BigInt(row.amount ?? 0),
        effective: String(row.effective),
        posting: String(row.posting),
      }),
    })),
    ...lines.map((row) => ({
      document: row.document_id,
      text: journalText({
        date: String(row.date),
        account: String(row.account),
        amount: BigInt(row.amount ?? 0),
        item: row.item_id ?? undefined,
        vendor: row.vendor_id ?? undefined,
        expense: row.expense ?? undefined,
        bank: row.bank_account_id ?? undefined,
        held: row.held == null ? undefined : BigInt(row.held),
        department: row.department ?? undefined,
        location: row.location ?? undefined,
        project: row.project ?? undefined,
      }),
    })),
    ...opened.map((row) => ({
      document: row.document_id,
      text: openText({
        kind: row.kind as OpenKind,
        line: `${row.line_document_id}/${row.line_no}`,
        part: String(row.part),
        vendor: row.vendor_id ?? '',
        item: row.item_id ?? '',
        quantity: BigInt(row.quantity ?? 0),
        amount: BigInt(row.amount ?? 0),
        base: BigInt(row.base_amount ?? 0),
      }),
    })),
  ];
  return new Map(
    [...groupBy(facts, ({ document }) => String(document))].map(([document, found]) => [
      document,
      found.map(({ text }) => text),
    ]),
  );
}
