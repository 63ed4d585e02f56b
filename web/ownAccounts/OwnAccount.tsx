import { say } from '../locale/say.ts';
import { Choice, Field } from '../parts/Cells.tsx';
import { accountChoice } from './ownAccounts.ts';
import { type OwnAccounts } from './useOwnAccounts.ts';

/** The company's own account that money leaves or comes into; nothing where none is set up. */
export function OwnAccount({
  own: { accounts = [], of },
  chosen,
  currency,
  wrong,
  onChange,
}: {
  readonly own: OwnAccounts;
  /** Empty for the usual one. */
  readonly chosen: string;
  /** In which the money is owed. */
  readonly currency: string;
  readonly wrong: string | undefined;
  readonly onChange: (account: string) => void;
}) {
  if (accounts.length === 0) return null;
  return (
    <Field name={say('word.bank_account')}>
      <Choice
        label={say('word.bank_account')}
        value={of(chosen, currency).id}
        wrong={wrong}
        options={accounts.map(accountChoice)}
        onChange={onChange}
      />
    </Field>
  );
}
