import { lineId, type LineId } from '@obolus/core/costing/pool';
import { formatAmount } from '@obolus/core/exact/amounts';
import type { Books } from '@obolus/core/state/books';
import type { PaymentRun, RunPlace } from '@obolus/core/state/paying';
import type { BooksLoader } from '../storage/load/loader.ts';
import type { Following } from './documentCommand.ts';
import { loadGoodsOf } from './payment.ts';
import { paymentRun, shownPrepays } from './paymentRun.ts';

/** For a preview: what all payments of a run rest on that was loaded whole. */
export async function loadRelease(loader: BooksLoader, of: string): Promise<void> {
  const run = loader.parts.paymentRuns.get(of);
  if (!run) return;
  const payments = placesOf(run, loader.parts).map(([, asked]) => asked);
  await paymentRun.load({ ...run, kind: 'payment-run', payments }, loader);
  if (loader.company.discountsTo === 'goods')
    await loadGoodsOf(
      loader,
      payments.flatMap(({ bills }) => bills),
    );
}

/** What is posted with the release of a run: each of its payments, or prepayments, in their order. */
export function paymentsReleased(books: Books, of: string): readonly Following[] {
  const run = books.paymentRuns.get(of);
  return run ? placesOf(run, books).map(([place, asked]) => released(books, run, place, asked)) : [];
}

function released(
  { company }: Books,
  { date, account }: PaymentRun,
  run: LineId,
  { vendor, currency, bills, prepays }: RunPlace,
): Following {
  const head = { vendor, currency, date, account, run };
  if (prepays)
    return {
      kind: 'prepayment',
      at: '',
      body: { ...head, order: prepays.order ?? '', ...shownPrepays(prepays, currency) },
    };
  return {
    kind: 'payment',
    at: '',
    body: {
      ...head,
      from: '',
      discountsTo: company.discountsTo,
      reason: '',
      bills: bills.map(({ of, amount, discount }) => ({
        of,
        amount: formatAmount(amount, currency),
        discount: formatAmount(discount, currency),
        writeOff: '',
      })),
    },
  };
}

const placesOf = (
  { document, places }: PaymentRun,
  { runPlaces }: Pick<Books, 'runPlaces'>,
): readonly (readonly [LineId, RunPlace])[] =>
  Array.from({ length: places }, (_, at) => lineId(document, at + 1)).flatMap((place) => {
    const asked = runPlaces.get(place);
    return asked ? [[place, asked] as const] : [];
  });
