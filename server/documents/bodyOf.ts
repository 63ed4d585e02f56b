import type { EntityManager } from 'typeorm';
import type { BodyOf, DocumentKind } from '@obolus/contract/kinds/kinds';
import { KINDS } from '@obolus/contract/kinds/kinds';
import { mayPost } from '@obolus/contract/mayPost';
import type { Role } from '@obolus/contract/roles';
import { fromCanonicalText } from '@obolus/core/exact/canonical';
import type { CommandOf } from '@obolus/core/posting/kinds';
import { RequestError } from '../asking/failures.ts';
import { rolesOf } from '../asking/roleWords.ts';
import { commandOf } from './registry.ts';
import type { ServerNames } from './writeParts.ts';

/** The names of kept commands are the server's own. */
const ownNames = async (manager: EntityManager, baseCurrency: string): Promise<ServerNames> => {
  const accounts = (await manager.query('SELECT id, currency FROM bank_account')) as { id: string; currency: string }[];
  const same = (name: string) => name;
  const currencyOf = (account: string | undefined) =>
    accounts.find(({ id }) => id === account)?.currency ?? baseCurrency;
  return {
    currencyOf,
    baseCurrency,
    item: same,
    vendor: same,
    warehouse: same,
    bankAccount: same,
    document: same,
    line: same,
  };
};

/** The body of a posted document, from the command that was kept with it; for whoever may post its kind. */
export async function readBody(
  manager: EntityManager,
  baseCurrency: string,
  role: Role,
  id: string,
): Promise<{ kind: DocumentKind; body: BodyOf<DocumentKind> }> {
  const [row] = (await manager.query(
    'SELECT d.kind, c.body FROM command c JOIN document d ON d.id = c.document_id WHERE d.id = ?',
    [id],
  )) as { kind: DocumentKind; body: string }[];
  if (!row) throw new RequestError(404, 'problem.no_such_document');
  if (!mayPost(role, row.kind))
    throw new RequestError(403, 'problem.not_for_role', {
      role: { word: `role.${role}` },
      roles: rolesOf(KINDS[row.kind].mayPost),
    });
  const command = fromCanonicalText(row.body) as CommandOf[DocumentKind];
  return { kind: row.kind, body: commandOf(row.kind).write(command as never, await ownNames(manager, baseCurrency)) };
}
