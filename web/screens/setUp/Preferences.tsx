import { toast } from 'sonner';
import type { Preferences as Chosen } from '@obolus/contract/views/me';
import { Choice, Field } from '../../parts/Cells.tsx';
import { showDay, showFigure } from '../../parts/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { saidAgainst, server } from '../../server/api.ts';
import { useMe } from '../../server/me.ts';
import { formats } from '../../locale/formats.ts';
import { SetUpIndex } from './SetUpIndex.tsx';

const LOCALES = [
  'en-US',
  'en-GB',
  'en-IN',
  'en-CA',
  'de-DE',
  'de-AT',
  'de-CH',
  'fr-FR',
  'fr-CH',
  'it-IT',
  'es-ES',
  'pt-PT',
  'nl-NL',
  'sv-SE',
  'nb-NO',
  'da-DK',
  'fi-FI',
  'pl-PL',
  'ja-JP',
];

const ORDERS: readonly (readonly [Chosen['dateOrder'], string])[] = [
  ['', 'as usual there'],
  ['dmy', 'day, month, year'],
  ['mdy', 'month, day, year'],
  ['ymd', 'year, month, day'],
];

const WEEKS: readonly (readonly [Chosen['weekStart'], string])[] = [
  ['', 'as usual there'],
  ['1', 'Monday'],
  ['0', 'Sunday'],
  ['6', 'Saturday'],
];

const named = (locale: string): string => {
  const figure = new Intl.NumberFormat(locale, { minimumFractionDigits: 2 }).format(1_234_567.5);
  return `${new Intl.DisplayNames(undefined, { type: 'language' }).of(locale) ?? locale}: ${figure}`;
};

/** How whoever is signed in writes figures and days: everything is shown so, and what is typed is read so. */
export function Preferences() {
  const { preferences, company } = useMe();
  const [save, saving] = server.useSavePreferencesMutation();
  const choose = async (to: Partial<Chosen>) => {
    const { data } = await save({ body: { ...preferences, ...to } });
    if (data) toast.success('Figures and days are written so from now on.');
  };
  const { separators } = formats();
  return (
    <div className="aside">
      <SetUpIndex />
      <div className="screen">
        <Head
          title="Figures and days"
          about="How you write them yourself. Drafts and documents keep the figures, so that others see them in their own way"
        />
        <div className="body max-w-[720px]">
          <div className="fields">
            <Field name="As in" wide>
              <Choice
                label="As in"
                value={preferences.locale}
                options={[['', 'as this browser'], ...LOCALES.map((locale) => [locale, named(locale)] as const)]}
                onChange={(locale) => void choose({ locale })}
              />
            </Field>
            <Field name="Order of a date">
              <Choice
                label="Order of a date"
                value={preferences.dateOrder}
                options={ORDERS}
                onChange={(order) => void choose({ dateOrder: order as Chosen['dateOrder'] })}
              />
            </Field>
            <Field name="The week begins on">
              <Choice
                label="The week begins on"
                value={preferences.weekStart}
                options={WEEKS}
                onChange={(day) => void choose({ weekStart: day as Chosen['weekStart'] })}
              />
            </Field>
          </div>
          {saving.isError && (
            <p className="wrong" role="alert">
              {saidAgainst(saving.error)}
            </p>
          )}
          <table className="sheet" aria-label="As it is now">
            <tbody>
              <tr>
                <td className="dim">A figure is shown as</td>
                <td className="num strong">{showFigure('1234567.50')}</td>
                <td className="dim w-full">
                  and may be typed without its groups; decimals follow a{' '}
                  {separators.decimal === ',' ? 'comma' : 'point'}
                </td>
              </tr>
              <tr>
                <td className="dim">A sum may be typed as</td>
                <td className="num strong">{separators.decimal === ',' ? '12*4,5' : '12*4.5'}</td>
                <td className="dim">wherever a figure is asked for</td>
              </tr>
              <tr>
                <td className="dim">A day is shown as</td>
                <td className="num strong">{showDay(company.today)}</td>
                <td className="dim">
                  and may be typed short: {SHORT[formats().dateOrder]}, +7 for a week from today, t for today
                </td>
              </tr>
            </tbody>
          </table>
        </div>
      </div>
    </div>
  );
}

const SHORT = { mdy: '3/14', dmy: '14.3.', ymd: '3-14' } as const;
