import type { RefusalView } from '@obolus/contract/commands';
import type { Condition } from '@obolus/contract/listState';
import type { TermsView } from '@obolus/contract/views/setUp';
import { dueDay } from '@obolus/core/purchasing/terms';
import { isDay } from '@obolus/core/exact/calendar';
import { server } from '../server/api.ts';
import { useVendor } from '../server/known.ts';
import { wrongAt } from './useDraft.ts';
import { useMe } from '../server/me.ts';
import { Cell, Choice, Field } from '../parts/Cells.tsx';
import { DateCell } from '../parts/DateCell.tsx';
import { showFigure } from '../locale/figures.ts';
import { say } from '../locale/say.ts';

interface Entered<Key extends string> {
  readonly name: string;
  readonly body: Readonly<Record<Key, string>>;
  readonly change: (to: Readonly<Record<Key, string>>) => void;
  readonly refusals: readonly RefusalView[];
}

/** The vendor's number on the paper: where somebody begins to type. */
export function VendorNumberField({ body, change, refusals }: Omit<Entered<'reference'>, 'name'>) {
  return (
    <Field name={say('document.vendor_number')} wide>
      <Cell
        label={say('document.vendor_number')}
        autoFocus
        value={body.reference}
        wrong={wrongAt(refusals, '/reference')}
        onChange={(reference) => change({ reference })}
      />
    </Field>
  );
}

/** The document's own date. */
export function DateField({ name, body, change, refusals }: Entered<'date'>) {
  return (
    <Field name={name}>
      <DateCell
        label={name}
        value={body.date}
        wrong={wrongAt(refusals, '/date')}
        onChange={(date) => change({ date })}
      />
    </Field>
  );
}

/** Where goods come in or go out; the first warehouse while none is chosen. */
export function WarehouseField({ name, body, change, refusals }: Entered<'warehouse'>) {
  const warehouses = server.useWarehousesQuery();
  const options = (warehouses.data?.rows ?? []).map((entry) => [entry.id, entry.name] as const);
  return (
    <Field name={name}>
      <Choice
        label={name}
        value={body.warehouse}
        options={options}
        wrong={wrongAt(refusals, '/warehouse')}
        onChange={(warehouse) => change({ warehouse })}
      />
    </Field>
  );
}

/** The rate of exchange that holds on a day; undefined for the books' own currency, and where none is set up. */
function useRateOn(currency: string, date: string): string | undefined {
  const { company } = useMe();
  const where: Condition[] = [
    { column: 'currency', is: 'is', to: currency },
    { column: 'from', is: 'to', to: date },
  ];
  const skip = currency === company.currency || currency.length !== 3 || !isDay(date);
  const rates = server.useListInfiniteQuery({ list: 'rates', where, sort: 'from', down: true }, { skip });
  return skip ? undefined : rates.currentData?.pages[0]?.rows[0]?.cells.rate;
}

/** The currency of the document, by its code, and the rate that holds on its date. */
export function CurrencyField({
  name,
  body,
  change,
  refusals,
}: Omit<Entered<'currency' | 'date'>, 'change'> & { change: (to: { currency: string }) => void }) {
  const rate = useRateOn(body.currency, body.date);
  return (
    <Field name={rate === undefined ? name : say('drafts.at_rate', { name, rate: showFigure(rate) })}>
      <Cell
        label={name}
        value={body.currency}
        wrong={wrongAt(refusals, '/currency')}
        onChange={(currency) => change({ currency: currency.toUpperCase().slice(0, 3) })}
      />
    </Field>
  );
}

/** The terms that hold: those that the document names, else the vendor's. */
export function useTermsOf(terms: string | undefined, vendor: string): TermsView | undefined {
  const known = server.useTermsQuery();
  const usual = useVendor(vendor)?.terms;
  const id = terms || usual;
  return known.data?.rows.find((entry) => entry.id === id);
}

/** The choice of the day that a paper says, beside the terms that are set up; and of parts that somebody says. */
const AS_PAPER = 'paper';
const IN_PARTS = 'parts';

/** A part of a bill that is due by itself. */
export interface Instalment {
  readonly due: string;
  readonly amount: string;
}

interface OfTerms {
  readonly terms?: string | undefined;
  readonly due?: string | undefined;
  readonly instalments?: readonly Instalment[] | undefined;
}

/** Terms of payment; the vendor's while no others are chosen, and the day on which a bill of the document's date would be due. */
export function TermsField({
  body,
  change,
  refusals,
  paper,
  total,
}: Omit<Entered<'date' | 'vendor'>, 'name' | 'change'> & {
  body: OfTerms;
  change: (to: { terms: string; due?: string; instalments?: Instalment[] }) => void;
  /** When its paper says that it is due, and in which parts. */
  paper?: { readonly due: string; readonly instalments: readonly Instalment[] } | undefined;
  /** What is due by them; undefined where it is not said in parts. */
  total?: string;
}) {
  const known = server.useTermsQuery();
  const held = useTermsOf(body.terms, body.vendor);
  const usual = useTermsOf(undefined, body.vendor);
  const byTerms = held && isDay(body.date) ? dueDay(held, body.date) : '';
  const said = body.due || (paper?.due ?? '');
  const inParts = body.instalments ?? [];
  const ofPaper = paper?.instalments ?? [];
  const count = inParts.length || (body.due ? 1 : (held?.parts ?? 1));
  const due = inParts.at(-1)?.due || body.due || byTerms;
  const options = [
    ['', usual ? say('drafts.terms_usual', { name: usual.name }) : say('drafts.usual')] as const,
    ...(known.data?.rows ?? []).map(({ id, name }) => [id, name] as const),
    ...(said && (body.due || said !== byTerms)
      ? [[AS_PAPER, say('drafts.due_by_paper', { day: { day: said } })] as const]
      : []),
    ...(total === undefined
      ? []
      : [
          [
            IN_PARTS,
            ofPaper.length > 0
              ? say('drafts.instalments_by_paper', { count: ofPaper.length })
              : say('drafts.in_instalments'),
          ] as const,
        ]),
  ];
  const name =
    due === '' || !isDay(due)
      ? say('word.terms')
      : count > 1
        ? say('drafts.terms_in_parts', { count, day: { day: due } })
        : say('drafts.terms_due', { day: { day: due } });
  const choose = (terms: string) => {
    const none = { ...(body.due ? { due: '' } : {}), ...(inParts.length > 0 ? { instalments: [] } : {}) };
    if (terms === AS_PAPER) change({ ...none, terms: body.terms ?? '', due: said });
    else if (terms === IN_PARTS)
      change({
        ...none,
        terms: body.terms ?? '',
        instalments: ofPaper.length > 0 ? [...ofPaper] : [{ due: byTerms, amount: total ?? '' }],
      });
    else change({ ...none, terms });
  };
  return (
    <Field name={name}>
      <Choice
        label={say('word.terms')}
        value={inParts.length > 0 ? IN_PARTS : body.due ? AS_PAPER : (body.terms ?? '')}
        options={options}
        wrong={wrongAt(refusals, '/terms') ?? wrongAt(refusals, '/due')}
        onChange={choose}
      />
    </Field>
  );
}

const ALIKE = ['bill_number_alike', 'bill_amount_alike'];

/** Why a bill is another than one that it is like: asked only where it is. */
export function AnotherBill({
  at,
  value,
  refusals,
  onChange,
}: {
  at: string;
  value: string;
  refusals: readonly RefusalView[];
  onChange: (why: string) => void;
}) {
  const isAlike = refusals.some((refused) => refused.at === at && ALIKE.includes(refused.reason));
  if (!isAlike && value === '') return null;
  return (
    <Field name={say('drafts.another_bill')} wide>
      <Cell label={say('drafts.another_bill')} value={value} onChange={onChange} />
    </Field>
  );
}
