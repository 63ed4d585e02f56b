import { useMemo, useRef } from 'react';
import type { PreviewReply } from '@obolus/contract/commands';
import { Cut } from '../../parts/Cut.tsx';
import { Link, useParams } from 'react-router';
import type { LandedGoods } from '@obolus/contract/views/receiving';
import { useVendor } from '../../server/known.ts';
import { useDraft, wrongAt } from '../../drafts/useDraft.ts';
import { Footing } from '../../frame/Footing.tsx';
import { useMayPost, useMe } from '../../server/me.ts';
import { Cell, Field } from '../../parts/Cells.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { Head } from '../../parts/Head.tsx';
import { DateCell } from '../../parts/DateCell.tsx';
import { DateField } from '../../drafts/HeaderFields.tsx';
import { Lookup } from '../../parts/Lookup.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { useReceived } from './useReceived.ts';
import { ChooseReceived } from './ChooseReceived.tsx';
import { EntryCharges } from './EntryCharges.tsx';
import { EntryGrid } from './EntryGrid.tsx';
import { type Body, currenciesOf, entryBody, goodsOf, isBlank, NO_LINE, toggled } from './entryLines.ts';
import { ReadStatement } from './ReadStatement.tsx';
import { say } from '../../locale/say.ts';

/** What customs went by, as its entry or the broker's statement says: an allocation that names it works out duty by it. */
export function CustomsEntry() {
  const { draft = '' } = useParams();
  const { company } = useMe();
  const received = useRef<readonly LandedGoods[]>([]);
  const currenciesIn = (lines: Body['lines']) => currenciesOf(lines, received.current, company.currency);
  const carries = company.customsDebt !== null;
  const blank = (): Body => ({
    date: company.today,
    entered: company.today,
    reference: '',
    vendor: '',
    authority: company.customsDebt?.authority ?? '',
    charges: [],
    rates: {},
    lines: [NO_LINE],
  });
  const entering = useDraft<'customs-entry', Body>({
    kind: 'customs-entry',
    id: draft,
    blank,
    // A broker's statement says nothing of what is owed.
    restore: (kept) => ({
      ...blank(),
      ...kept,
      lines: (kept.lines ?? []).map((line) => ({ ...NO_LINE, ...line })),
    }),
    toCommand: (body) => entryBody(body, currenciesIn(body.lines), carries),
    title: (body) => body.reference,
  });
  const { body, change, refusals } = entering;
  const goods = useMemo(() => goodsOf(body?.lines ?? []), [body?.lines]);
  const known = useReceived(goods);
  received.current = known.rows ?? [];
  const broker = useVendor(body?.vendor ?? '');
  const authority = useVendor(body?.authority ?? '');
  const mayState = useMayPost('customs-entry');
  if (known.error)
    return (
      <div className="body">
        <Problem error={known.error} again={known.again} />
      </div>
    );
  if (!body || !known.rows) return null;
  const stated = body.lines.filter((line) => !isBlank(line));
  const currencies = currenciesIn(body.lines);
  const sentRates = currencies.filter((currency) => body.rates[currency]);
  return (
    <div className="screen">
      <Head
        title={say('kind.customs-entry')}
        more={[body.reference, body.corrects && say('landing.corrects', { number: body.corrects.number })]
          .filter(Boolean)
          .join(', ')}
        about={
          stated.length === 0
            ? say('landing.entry_about', { currency: company.currency })
            : say('landing.lines_on', {
                received: goodsOf(stated).length,
                lines: stated.length,
                currency: company.currency,
              })
        }
      >
        {mayState && <ReadStatement change={change} lines={body.lines} />}
        <Link className="btn quiet" to="/landing/try-code">
          {say('landing.try_code')}
        </Link>
        <Link className="btn quiet" to="/landing">
          {say('frame.landing')}
        </Link>
      </Head>
      <div className="body">
        <div className="fields">
          <Field name={say('document.entry_number')}>
            <Cell
              label={say('document.entry_number')}
              autoFocus
              value={body.reference}
              wrong={wrongAt(refusals, '/reference')}
              onChange={(reference) => change({ reference })}
            />
          </Field>
          <Field name={say('document.entered_on')}>
            <DateCell
              label={say('document.entered_on')}
              value={body.entered}
              wrong={wrongAt(refusals, '/entered')}
              onChange={(entered) => change({ entered })}
            />
          </Field>
          {carries && <DateField name={say('landing.posted_on')} body={body} change={change} refusals={refusals} />}
          <Field name={say('landing.broker')} wide>
            <Lookup
              label={say('landing.broker')}
              placeholder={say('landing.company_itself')}
              of="vendors"
              chosen={broker}
              wrong={wrongAt(refusals, '/vendor')}
              onChange={(vendor) => change({ vendor })}
            />
          </Field>
          {carries && (
            <Field name={say('landing.authority')} wide>
              <Lookup
                label={say('landing.authority')}
                placeholder={say('entries.number_or_name')}
                of="vendors"
                chosen={authority}
                wrong={wrongAt(refusals, '/authority')}
                onChange={(owedTo) => change({ authority: owedTo })}
              />
            </Field>
          )}
          {currencies.map((currency) => (
            <Field key={currency} name={say('document.customs_rate', { currency })}>
              <FigureCell
                label={say('document.customs_rate', { currency })}
                placeholder={say('landing.as_received')}
                value={body.rates[currency] ?? ''}
                wrong={wrongAt(refusals, `/rates/${sentRates.indexOf(currency)}/rate`)}
                onChange={(rate) => change({ rates: { ...body.rates, [currency]: rate } })}
              />
            </Field>
          ))}
        </div>
        <ChooseReceived
          lines={known.rows}
          chosen={goods}
          onToggle={(lines) => change({ lines: toggled(body.lines, lines) })}
        />
        <Cut list={known.latest} />
        <EntryGrid
          body={body}
          change={change}
          refusals={refusals}
          received={known.rows}
          charged={entering.preview?.charged ?? NO_CHARGED}
        />
        {carries && (
          <EntryCharges charges={body.charges} change={(charges) => change({ charges })} refusals={refusals} />
        )}
      </div>
      <Footing
        entering={entering}
        allowed={mayState}
        action={say('landing.post_entry')}
        waitingFor={say('landing.begin_entry')}
        note={<p className="dim">{say(carries ? 'landing.entry_carries' : 'landing.entry_only_states')}</p>}
      />
    </div>
  );
}

const NO_CHARGED: PreviewReply['charged'] = [];
