import { createHash } from 'node:crypto';
import type { DataSource, EntityManager } from 'typeorm';
import { canonicalText } from '@obolus/core/exact/canonical';
import type { Command } from '@obolus/core/posting/kinds';
import { RULES } from '@obolus/core/posting/rules';
import { type BasisEntry, basisOf } from '@obolus/core/state/basis';
import type { Books } from '@obolus/core/state/books';
import { facts } from './tables.ts';
import type { Writes } from './writes.ts';

interface Version {
  readonly hash: string;
  readonly entry: BasisEntry;
  readonly body: string;
}

/** Versions that were seen in the database: they are there for ever, and need not be looked for again. */
const seen = new WeakMap<DataSource, Set<string>>();

/**
 * Keeps what a document was asked for and what it was decided on: the command, the versions of all that was set up and loaded for
 * it, the day and the rules. Deciding it again gives the same facts (`core/proof/replay`).
 */
export async function saveCommand(
  manager: EntityManager,
  writes: Writes,
  books: Books,
  { id, command, at }: { id: string; command: Command; at: string },
): Promise<void> {
  const versions = basisOf(books).map(versionOf);
  await keepVersions(manager, versions, at);
  const columns = ['document_id', 'today', 'rules', 'body', 'basis'];
  const basis = versions.map(({ hash }) => hash).join(' ');
  await writes.insert(facts.command.options.name, columns, [
    [id, books.company.today, RULES, canonicalText(command), basis],
  ]);
}

function versionOf(entry: BasisEntry): Version {
  const body = canonicalText(entry.value);
  return { hash: hashOfVersion(entry.part, entry.which, body), entry, body };
}

/** What a version is called by: the hash of what it says. */
export const hashOfVersion = (part: string, which: string, body: string): string =>
  createHash('sha256').update([part, which, body].join('|')).digest('base64url');

async function keepVersions(manager: EntityManager, versions: readonly Version[], at: string): Promise<void> {
  const { connection } = manager;
  const known = seen.get(connection) ?? new Set<string>();
  seen.set(connection, known);
  const asked = versions.filter(({ hash }) => !known.has(hash)).map(({ hash }) => hash);
  if (asked.length === 0) return;
  const there: { hash: string }[] = await manager.query('SELECT hash FROM set_up_version WHERE hash IN (?)', [asked]);
  for (const { hash } of there) known.add(hash);
  const rows = versions
    .filter(({ hash }) => !known.has(hash))
    .sort((a, b) => (a.hash < b.hash ? -1 : 1))
    .map(({ hash, entry, body }) => [hash, entry.part, entry.which, body, at]);
  // Somebody else may keep the same version at the same moment: it is the same row.
  if (rows.length > 0)
    await manager.query('INSERT IGNORE INTO set_up_version (hash, part, which_id, body, kept_at) VALUES ?', [rows]);
}
