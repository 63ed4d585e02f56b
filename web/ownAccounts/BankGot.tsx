import { say } from '../locale/say.ts';
import { Field } from '../parts/Cells.tsx';
import { FigureCell } from '../parts/FigureCell.tsx';

/** What the company's account got of money that came back; nothing where it is owed in the account's currency: then it is what came. */
export function BankGot({
  account,
  currency,
  value,
  wrong,
  onChange,
}: {
  readonly account: { readonly currency: string };
  /** In which the money is owed; undefined while nothing is chosen. */
  readonly currency: string | undefined;
  readonly value: string;
  readonly wrong: string | undefined;
  readonly onChange: (got: string) => void;
}) {
  if (currency === undefined || currency === account.currency) return null;
  const name = say('returns.bank_got', { currency: account.currency });
  return (
    <Field name={name}>
      <FigureCell
        label={name}
        value={value}
        placeholder={say('payables.at_days_rate')}
        wrong={wrong}
        onChange={onChange}
      />
    </Field>
  );
}
