import { useState } from 'react';
import { Link } from 'react-router';
import type { TriedCode } from '@obolus/contract/views/tariff';
import type { MessageId } from '@obolus/messages/message';
import { isDay } from '@obolus/core/exact/calendar';
import { showDay, showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { doubtIn } from '../../locale/typed.ts';
import { Cell, Field } from '../../parts/Cells.tsx';
import { DateCell } from '../../parts/DateCell.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { Head } from '../../parts/Head.tsx';
import { Lookup } from '../../parts/Lookup.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { useSettled } from '../../parts/useSettled.ts';
import { server } from '../../server/api.ts';
import { TariffGaps } from './TariffGaps.tsx';
import { useItems } from '../../server/known.ts';
import { useMe } from '../../server/me.ts';
import { Empty } from '../../parts/Empty.tsx';

const ASKED_AFTER = 200;

/** What goods would be charged: a code, an origin and a day, with the rate that applies of each measure and why the others do not. */
export function TryCode() {
  const { company } = useMe();
  const [item, setItem] = useState('');
  const [asked, setAsked] = useState({
    code: '',
    origin: '',
    preference: false,
    on: company.today,
    value: '1000',
    quantity: '1',
  });
  const set = (to: Partial<typeof asked>) => setAsked({ ...asked, ...to });
  const chosen = useItems([item])[item];
  const settled = useSettled(asked, ASKED_AFTER);
  const isWhole =
    settled.code !== '' &&
    isDay(settled.on) &&
    [settled.value, settled.quantity].every((text) => doubtIn(text) === undefined);
  const tried = server.useTryCodeQuery(
    {
      query: {
        code: settled.code,
        origin: settled.origin,
        ...(settled.preference ? { preference: 'yes' as const } : {}),
        on: settled.on,
        value: settled.value || '0',
        quantity: settled.quantity || '0',
        ...(chosen ? { item: chosen.id } : {}),
      },
    },
    { skip: !isWhole },
  );
  const choose = (id: string, of: { tariffCode: string; origin: string } | undefined) => {
    setItem(id);
    if (of) set({ code: of.tariffCode, origin: of.origin });
  };
  return (
    <div className="screen">
      <Head title={say('landing.try_code')} about={say('landing.try_code_about')}>
        <Link className="btn quiet" to="/setup/tariff">
          {say('register.tariff')}
        </Link>
      </Head>
      <div className="body">
        <div className="fields">
          <Field name={say('word.item')} wide>
            <TriedItem chosen={chosen} onChoose={choose} />
          </Field>
          <Field name={say('word.tariff_code')}>
            <Cell label={say('word.tariff_code')} value={asked.code} onChange={(code) => set({ code })} />
          </Field>
          <Field name={say('word.origin')}>
            <Cell
              label={say('word.origin')}
              value={asked.origin}
              onChange={(origin) => set({ origin: origin.toUpperCase().slice(0, 2) })}
            />
          </Field>
          <Field name={say('landing.on_day')}>
            <DateCell label={say('landing.on_day')} value={asked.on} onChange={(on) => set({ on })} />
          </Field>
          <Field name={say('landing.customs_value_in', { currency: company.currency })}>
            <FigureCell
              label={say('landing.customs_value_in', { currency: company.currency })}
              value={asked.value}
              onChange={(value) => set({ value })}
            />
          </Field>
          <Field name={say('landing.quantity_in', { unit: chosen?.unit ?? '' })}>
            <FigureCell
              label={say('landing.quantity_in', { unit: chosen?.unit ?? '' })}
              value={asked.quantity}
              onChange={(quantity) => set({ quantity })}
            />
          </Field>
          <label className="flex items-end gap-2 pb-1">
            <input
              type="checkbox"
              className="accent-bronze mb-1"
              checked={asked.preference}
              onChange={(event) => set({ preference: event.target.checked })}
            />
            {say('landing.preference_claimed')}
          </label>
        </div>
        {tried.isError && <Problem error={tried.error} again={tried.refetch} />}
        {!isWhole ? (
          <p className="dim">{say('landing.try_begin')}</p>
        ) : (
          tried.currentData && <Rates tried={tried.currentData} currency={company.currency} />
        )}
        {isDay(settled.on) && <TariffGaps on={settled.on} />}
      </div>
    </div>
  );
}

/** An item whose code and origin are taken. */
function TriedItem({
  chosen,
  onChoose,
}: {
  chosen: { id: string; name: string; number: string } | undefined;
  onChoose: (id: string, of: { tariffCode: string; origin: string } | undefined) => void;
}) {
  const [read] = server.useLazyEntryQuery();
  const take = async (id: string) => {
    if (id === '') return onChoose('', undefined);
    const { data } = await read({ params: { register: 'items', id } });
    const fields = data?.fields ?? {};
    onChoose(id, { tariffCode: fields.tariff_code ?? '', origin: fields.origin ?? '' });
  };
  return (
    <Lookup
      label={say('word.item')}
      placeholder={say('entries.number_or_name')}
      of="items"
      chosen={chosen}
      onChange={(id) => void take(id)}
    />
  );
}

function Rates({ tried: { rates, total }, currency }: { tried: TriedCode; currency: string }) {
  if (rates.length === 0) return <Empty title={say('landing.no_rate')} more={say('landing.no_rate_more')} />;
  return (
    <table className="sheet max-w-[1060px]" aria-label={say('landing.rates_of_code')}>
      <thead>
        <tr>
          <th>{say('word.measure')}</th>
          <th>{say('word.tariff_code')}</th>
          <th>{say('word.origin')}</th>
          <th>{say('landing.valid')}</th>
          <th>{say('landing.rate')}</th>
          <th className="w-full">{say('landing.why')}</th>
          <th className="num">{say('orders.amount_in', { currency })}</th>
        </tr>
      </thead>
      <tbody>
        {rates.map((rate) => (
          <tr key={[rate.measure, rate.code, rate.origin, rate.preference, rate.from].join(' ')}>
            <td className={rate.whyNot === null ? 'strong' : 'dim'}>{rate.measure}</td>
            <td className={rate.whyNot === null ? '' : 'dim'}>{rate.code}</td>
            <td className={rate.whyNot === null ? '' : 'dim'}>
              {rate.origin || say('landing.any_origin')}
              {rate.preference && ` · ${say('word.preference')}`}
            </td>
            <td className="dim">{[showDay(rate.from), rate.to && showDay(rate.to)].filter(Boolean).join(' – ')}</td>
            <td className={rate.whyNot === null ? '' : 'dim'}>{inWords(rate, currency)}</td>
            <td className={rate.whyNot === null ? '' : 'dim'}>
              {rate.whyNot === null ? say('landing.applies') : say(WHY_NOT[rate.whyNot])}
            </td>
            <td className="num strong">{rate.amount === null ? '' : showFigure(rate.amount)}</td>
          </tr>
        ))}
      </tbody>
      <tfoot>
        <tr>
          <td colSpan={6}>{say('status.total')}</td>
          <td className="num">{showFigure(total)}</td>
        </tr>
      </tfoot>
    </table>
  );
}

const WHY_NOT = {
  origin: 'landing.why_origin',
  preference: 'landing.why_preference',
  'not-yet': 'landing.why_not-yet',
  ended: 'landing.why_ended',
  claimed: 'landing.why_claimed',
  longer: 'landing.why_longer',
  named: 'landing.why_named',
  later: 'landing.why_later',
  suspended: 'landing.why_suspended',
} as const;

/** A rate as it would be said: percent, per unit, how both go together, and what it never goes below or beyond. */
function inWords(rate: TriedCode['rates'][number], currency: string): string {
  const { percent, perUnit, unit, combine, floor, cap, limits, suspended } = rate;
  const both = [
    percent !== '0' && `${showFigure(percent)} %`,
    perUnit !== '0' &&
      say('landing.per_unit', { amount: { figure: perUnit }, currency, unit: say(`choice.${unit}` as MessageId) }),
  ].filter(Boolean);
  const joined =
    both.length < 2
      ? both[0] || say('landing.free')
      : `${both.join(combine === 'sum' ? ' + ' : ' | ')}${combine === 'sum' ? '' : ` (${say(`choice.${combine}` as MessageId)})`}`;
  return [
    joined,
    floor !== null && say('landing.at_least', { amount: { figure: floor } }),
    cap !== null && say('landing.at_most', { amount: { figure: cap } }),
    limits === 'entry' && (floor ?? cap) !== null && say('landing.for_the_entry'),
    suspended &&
      say('landing.suspended', {
        days: [suspended.from, suspended.to]
          .map((day) => day && showDay(day))
          .filter(Boolean)
          .join(' – '),
      }),
  ]
    .filter(Boolean)
    .join(', ');
}
