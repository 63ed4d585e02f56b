import type { RefusalView } from '@obolus/contract/commands';
import type { BankAccountView } from '@obolus/contract/views/setUp';
import { wrongAt } from '../../drafts/useDraft.ts';
import { say } from '../../locale/say.ts';
import { Choice, Field } from '../../parts/Cells.tsx';
import { accountChoice } from '../../ownAccounts/ownAccounts.ts';
import type { RunBody } from './runBody.ts';

const WAYS = [
  ['transfer', 'paying.way_transfer'],
  ['check', 'paying.way_check'],
] as const;

/** What a run pays from, and how. */
export interface From {
  readonly account: string;
  readonly way: (typeof WAYS)[number][0];
}

/** The account that a run pays from, and whether by transfers or, where it has any, by checks. */
export function RunAccount({
  accounts,
  body,
  refusals,
  onChange,
}: {
  accounts: readonly BankAccountView[];
  body: RunBody;
  refusals: readonly RefusalView[];
  onChange: (from: From) => void;
}) {
  const { account, way = 'transfer' } = body;
  const hasChecks = (of: string) => accounts.find(({ id }) => id === of)?.hasChecks === true;
  return (
    <>
      <Field name={say('paying.account')}>
        <Choice
          label={say('paying.account')}
          value={account}
          wrong={wrongAt(refusals, '/account')}
          options={accounts.length === 0 ? [['', say('paying.no_account')]] : accounts.map(accountChoice)}
          onChange={(to) => onChange({ account: to, way: hasChecks(to) ? way : 'transfer' })}
        />
      </Field>
      {hasChecks(account) && (
        <Field name={say('paying.way')}>
          <Choice
            label={say('paying.way')}
            value={way}
            options={WAYS.map(([one, name]) => [one, say(name)] as const)}
            onChange={(to) => onChange({ account, way: to as From['way'] })}
          />
        </Field>
      )}
    </>
  );
}
