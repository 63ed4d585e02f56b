import { showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { Cell, Choice, Field } from '../../parts/Cells.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { Lookup } from '../../parts/Lookup.tsx';
import { server } from '../../server/api.ts';
import { useVendor } from '../../server/known.ts';
import type { Prepaid } from './prepaid.ts';

/** Chosen instead of an order: it is for no goods, and comes back. */
const DEPOSIT = 'deposit';

interface Props {
  readonly prepaid: Prepaid;
  /** In which it is paid: its own, else the vendor's. */
  readonly currency: string;
  readonly change: (to: Partial<Prepaid>) => void;
  readonly wrong: (field: keyof Prepaid) => string | undefined;
  /** Which of several it is, for whoever hears its fields and does not see them; undefined for a single one. */
  readonly place?: number;
}

/** To whom, for what and how much is paid before the bill. */
export function PrepaidFields({ prepaid, currency, change, wrong, place }: Props) {
  const vendor = useVendor(prepaid.vendor);
  const orders = server.useListInfiniteQuery(
    {
      list: 'orders',
      where: [
        { column: 'vendor_id', is: 'is', to: prepaid.vendor },
        { column: 'open', is: 'filled', to: '' },
      ],
    },
    { skip: !prepaid.vendor },
  );
  const open = (orders.currentData?.pages ?? []).flatMap(({ rows }) => rows);
  const label = (name: string) =>
    place === undefined ? name : say('payables.of_prepayment', { name, place: place + 1 });
  const figure = (field: 'amount' | 'tax', name: string) => (
    <Field name={name}>
      <FigureCell
        label={label(name)}
        value={prepaid[field]}
        wrong={wrong(field)}
        onChange={(typed) => change({ [field]: typed })}
      />
    </Field>
  );
  return (
    <>
      <Field name={say('word.vendor')} wide>
        <Lookup
          label={label(say('word.vendor'))}
          of="vendors"
          autoFocus={prepaid.vendor === ''}
          chosen={vendor}
          wrong={wrong('vendor')}
          onChange={(chosen) => change({ vendor: chosen, order: '', refundable: false, currency: '' })}
        />
      </Field>
      <Field name={say('payables.for_order')} wide>
        <Choice
          label={label(say('payables.for_order'))}
          value={prepaid.refundable ? DEPOSIT : prepaid.order}
          wrong={wrong('order') ?? wrong('refundable')}
          options={[
            ['', say('payables.no_order')],
            [DEPOSIT, say('payables.deposit')],
            ...open.map(
              ({ id, cells }) =>
                [
                  id,
                  say('payables.order_of', {
                    number: cells.number ?? '',
                    amount: showFigure(cells.amount ?? ''),
                    currency: cells.currency ?? '',
                  }),
                ] as const,
            ),
          ]}
          onChange={(chosen) => {
            const refundable = chosen === DEPOSIT;
            const order = refundable ? '' : chosen;
            const ordered = open.find(({ id }) => id === order)?.cells.currency;
            change({ order, refundable, ...(ordered ? { currency: ordered } : {}) });
          }}
        />
      </Field>
      <Field name={say('word.currency')}>
        <Cell
          label={label(say('word.currency'))}
          value={currency}
          wrong={wrong('currency')}
          onChange={(typed) => change({ currency: typed.toUpperCase().slice(0, 3) })}
        />
      </Field>
      {figure('amount', say('word.amount'))}
      {figure('tax', say('payables.tax_in_it'))}
    </>
  );
}
