import { toast } from 'sonner';
import type { Preferences as Chosen } from '@obolus/contract/views/me';
import { Choice, Field } from '../../parts/Cells.tsx';
import { showDay, showFigure } from '../../locale/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { saidAgainst, server } from '../../server/api.ts';
import { useMe } from '../../server/me.ts';
import { formats } from '../../locale/formats.ts';
import { SetUpIndex } from './SetUpIndex.tsx';
import { say } from '../../locale/say.ts';
import type { MessageId } from '@obolus/messages/message';
import { LANGUAGES } from '@obolus/messages/speaker';

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

const ORDERS: readonly (readonly [Chosen['dateOrder'], MessageId])[] = [
  ['', 'setUp.usual_there'],
  ['dmy', 'setUp.dmy'],
  ['mdy', 'setUp.mdy'],
  ['ymd', 'setUp.ymd'],
];

const WEEKS: readonly (readonly [Chosen['weekStart'], MessageId])[] = [
  ['', 'setUp.usual_there'],
  ['1', 'setUp.monday'],
  ['0', 'setUp.sunday'],
  ['6', 'setUp.saturday'],
];

/** A language by its own name: whoever reads it finds it. */
const ownName = (language: string): string =>
  new Intl.DisplayNames(language, { type: 'language' }).of(language) ?? language;

const named = (locale: string): string => {
  const figure = new Intl.NumberFormat(locale, { minimumFractionDigits: 2 }).format(1_234_567.5);
  return `${new Intl.DisplayNames(document.documentElement.lang || undefined, { type: 'language' }).of(locale) ?? locale}: ${figure}`;
};

/** How whoever is signed in writes figures and days: everything is shown so, and what is typed is read so. */
export function Preferences() {
  const { preferences, company } = useMe();
  const [save, saving] = server.useSavePreferencesMutation();
  const choose = async (to: Partial<Chosen>) => {
    const { data } = await save({ body: { ...preferences, ...to } });
    if (data) toast.success(say('setUp.preferences_saved'));
  };
  const { separators } = formats();
  return (
    <div className="aside">
      <SetUpIndex />
      <div className="screen">
        <Head title={say('setUp.preferences')} about={say('setUp.preferences_about')} />
        <div className="body max-w-[720px]">
          <div className="fields">
            <Field name={say('setUp.language')}>
              {/* Languages are called by the platform. */}
              <div translate="no">
                <Choice
                  label={say('setUp.language')}
                  value={preferences.language}
                  options={[
                    ['', say('setUp.language_browser')],
                    ...LANGUAGES.map((language) => [language, ownName(language)] as const),
                  ]}
                  onChange={(language) => void choose({ language: language as Chosen['language'] })}
                />
              </div>
            </Field>
            <Field name={say('setUp.as_in')} wide>
              <div translate="no">
                <Choice
                  label={say('setUp.as_in')}
                  value={preferences.locale}
                  options={[
                    ['', say('setUp.as_browser')],
                    ...LOCALES.map((locale) => [locale, named(locale)] as const),
                  ]}
                  onChange={(locale) => void choose({ locale })}
                />
              </div>
            </Field>
            <Field name={say('setUp.date_order')}>
              <Choice
                label={say('setUp.date_order')}
                value={preferences.dateOrder}
                options={ORDERS.map(([order, word]) => [order, say(word)])}
                onChange={(order) => void choose({ dateOrder: order as Chosen['dateOrder'] })}
              />
            </Field>
            <Field name={say('setUp.week_begins')}>
              <Choice
                label={say('setUp.week_begins')}
                value={preferences.weekStart}
                options={WEEKS.map(([day, word]) => [day, say(word)])}
                onChange={(day) => void choose({ weekStart: day as Chosen['weekStart'] })}
              />
            </Field>
            <Field name={say('setUp.keys_alone')}>
              <Choice
                label={say('setUp.keys_alone')}
                value={preferences.keysAlone}
                options={[
                  ['', say('setUp.keys_on')],
                  ['off', say('setUp.keys_off')],
                ]}
                onChange={(keys) => void choose({ keysAlone: keys as Chosen['keysAlone'] })}
              />
            </Field>
          </div>
          {saving.isError && (
            <p className="wrong" role="alert">
              {saidAgainst(saving.error)}
            </p>
          )}
          <table className="sheet" aria-label={say('setUp.as_it_is')}>
            <tbody>
              <tr>
                <td className="dim">{say('setUp.figure_shown')}</td>
                <td className="num strong">{showFigure('1234567.50')}</td>
                <td className="dim w-full">
                  {say(separators.decimal === ',' ? 'setUp.decimals_comma' : 'setUp.decimals_point')}
                </td>
              </tr>
              <tr>
                <td className="dim">{say('setUp.sum_typed')}</td>
                <td className="num strong">{separators.decimal === ',' ? '12*4,5' : '12*4.5'}</td>
                <td className="dim">{say('setUp.where_figure')}</td>
              </tr>
              <tr>
                <td className="dim">{say('setUp.day_shown')}</td>
                <td className="num strong">{showDay(company.today)}</td>
                <td className="dim">{say('setUp.day_typed', { example: SHORT[formats().dateOrder] })}</td>
              </tr>
            </tbody>
          </table>
        </div>
      </div>
    </div>
  );
}

const SHORT = { mdy: '3/14', dmy: '14.3.', ymd: '3-14' } as const;
