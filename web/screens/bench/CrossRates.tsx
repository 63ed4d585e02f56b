import { useMemo } from 'react';
import type { RefusalView } from '@obolus/contract/commands';
import { isDay } from '@obolus/core/exact/calendar';
import { wrongAt } from '../../drafts/useDraft.ts';
import { showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { Field } from '../../parts/Cells.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { server } from '../../server/api.ts';
import { type Agreed, agreedToSend, type Priced, priceIn, rateOf } from './crossRates.ts';

interface Paper {
  readonly currency: string;
  readonly date: string;
  readonly agreedRates?: readonly Agreed[] | undefined;
}

export const NO_PAPER: Paper = { currency: '', date: '' };
const NONE: readonly Agreed[] = [];

/** The rates of a paper's day between its currency and others, asked for only where something was ordered in another. */
export function useRatesOfDay(
  { currency, date }: Paper,
  lines: readonly { readonly currency: string }[],
): readonly Agreed[] {
  const crosses = lines.some((line) => line.currency !== currency);
  const skip = !crosses || !/^[A-Z]{3}$/.test(currency) || !isDay(date);
  const rates = server.useCrossRatesQuery({ query: { currency, on: date } }, { skip });
  return (skip ? undefined : rates.currentData?.rows) ?? NONE;
}

/** Lines that a paper can be for, at prices in its own currency; those of currencies without a rate are left out. */
export function useInCurrency<Line extends { readonly currency: string; readonly price: string | null }>(
  lines: readonly Line[],
  paper: Paper | undefined,
  ofDay: readonly Agreed[],
): readonly Priced<Line>[] {
  const { currency = '', agreedRates = NONE } = paper ?? {};
  return useMemo(
    () =>
      lines.flatMap((line): Priced<Line>[] => {
        if (line.currency === currency) return [line];
        const at = rateOf(line.currency, agreedRates, ofDay);
        if (at === undefined) return [];
        return [line.price === null ? line : { ...line, price: priceIn(line.price, at), ownPrice: line.price }];
      }),
    [lines, currency, agreedRates, ofDay],
  );
}

/** At which rates what the paper asks for becomes what was ordered in other currencies: of the day, or as somebody says that it was agreed. */
export function CrossRates({
  paper: { currency, agreedRates = NONE },
  cited,
  ofDay,
  refusals,
  onChange,
}: {
  paper: Paper;
  /** The other currencies in which something that the paper is for was ordered. */
  cited: ReadonlySet<string>;
  ofDay: readonly Agreed[];
  refusals: readonly RefusalView[];
  onChange: (agreedRates: Agreed[]) => void;
}) {
  if (cited.size === 0) return null;
  const sent = agreedToSend(agreedRates, cited).agreedRates ?? [];
  return (
    <div className="fields">
      {[...cited].map((ordered) => {
        const name = say('billing.agreed_rate', { ordered, billed: currency });
        const day = ofDay.find((one) => one.currency === ordered)?.rate;
        const agreed = agreedRates.find((one) => one.currency === ordered)?.rate ?? '';
        return (
          <Field
            key={ordered}
            name={day === undefined ? name : say('billing.rate_else_of_day', { name, rate: showFigure(day) })}
            wide
          >
            <FigureCell
              label={name}
              value={agreed}
              wrong={wrongAt(refusals, `/agreedRates/${sent.findIndex((one) => one.currency === ordered)}/rate`)}
              onChange={(rate) =>
                onChange([...agreedRates.filter((one) => one.currency !== ordered), { currency: ordered, rate }])
              }
            />
          </Field>
        );
      })}
    </div>
  );
}
