import type { ReactNode } from 'react';
import { Cut } from '../../parts/Cut.tsx';
import { Link, useParams } from 'react-router';
import type { ReceivedLine } from '@obolus/contract/views/receiving';
import { server } from '../../server/api.ts';
import { useDraft, wrongAt } from '../../drafts/useDraft.ts';
import { Footing } from '../../frame/Footing.tsx';
import { useMayPost, useMe } from '../../server/me.ts';
import { Cell, Field } from '../../parts/Cells.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { count } from '../../parts/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { DateField } from '../../drafts/HeaderFields.tsx';
import { Lookup } from '../../parts/Lookup.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { ChooseReceived } from './ChooseReceived.tsx';
import { EntryGrid } from './EntryGrid.tsx';
import { type Body, currenciesOf, entryBody, goodsOf, isBlank, NO_LINE, toggled } from './entryLines.ts';

/** What customs went by, as its entry or the broker's statement says: an allocation that names it works out duty by it. */
export function CustomsEntry() {
  const received = server.useReceivedLinesQuery({ query: {} });
  if (received.isError)
    return (
      <div className="body">
        <Problem error={received.error} again={received.refetch} />
      </div>
    );
  if (!received.data) return null;
  return <Stating received={received.data.rows} cut={<Cut list={received.data} of="received lines, the latest," />} />;
}

function Stating({ received, cut }: { received: readonly ReceivedLine[]; cut: ReactNode }) {
  const { draft = '' } = useParams();
  const { company } = useMe();
  const vendors = server.useVendorsQuery();
  const currenciesIn = (lines: Body['lines']) => currenciesOf(lines, received, company.currency);
  const entering = useDraft<'customs-entry', Body>({
    kind: 'customs-entry',
    id: draft,
    blank: () => ({ date: company.today, reference: '', vendor: '', rates: {}, lines: [NO_LINE] }),
    toCommand: (body) => entryBody(body, currenciesIn(body.lines)),
    title: (body) => `Customs entry ${body.reference}`.trim(),
  });
  const { body, change, refusals } = entering;
  const mayState = useMayPost('customs-entry');
  if (!body) return null;
  const stated = body.lines.filter((line) => !isBlank(line));
  const currencies = currenciesIn(body.lines);
  const sentRates = currencies.filter((currency) => body.rates[currency]);
  return (
    <div className="screen">
      <Head
        title="Customs entry"
        more={body.reference}
        about={
          stated.length === 0
            ? `What customs went by, from the entry or the broker’s statement; amounts in ${company.currency}`
            : `${count(goodsOf(stated).length, 'received line')} on ${count(stated.length, 'line')} of the entry; amounts in ${company.currency}`
        }
      >
        <Link className="btn quiet" to="/landing">
          Landing sheet
        </Link>
      </Head>
      <div className="body">
        <div className="fields">
          <Field name="Entry number">
            <Cell
              label="Entry number"
              autoFocus
              value={body.reference}
              wrong={wrongAt(refusals, '/reference')}
              onChange={(reference) => change({ reference })}
            />
          </Field>
          <DateField name="Date of the entry" body={body} change={change} refusals={refusals} />
          <Field name="Broker" wide>
            <Lookup
              label="Broker"
              placeholder="The company itself"
              options={vendors.data?.rows ?? []}
              value={body.vendor}
              wrong={wrongAt(refusals, '/vendor')}
              onChange={(vendor) => change({ vendor })}
            />
          </Field>
          {currencies.map((currency) => (
            <Field key={currency} name={`Customs rate of ${currency}`}>
              <FigureCell
                label={`Customs rate of ${currency}`}
                placeholder="as received"
                value={body.rates[currency] ?? ''}
                wrong={wrongAt(refusals, `/rates/${sentRates.indexOf(currency)}/rate`)}
                onChange={(rate) => change({ rates: { ...body.rates, [currency]: rate } })}
              />
            </Field>
          ))}
        </div>
        <ChooseReceived
          lines={received}
          chosen={goodsOf(body.lines)}
          onToggle={(lines) => change({ lines: toggled(body.lines, lines) })}
        />
        {cut}
        <EntryGrid body={body} change={change} refusals={refusals} received={received} />
      </div>
      <Footing
        entering={entering}
        allowed={mayState}
        action="Post entry"
        waitingFor="Choose the received lines that the entry declares, or type its lines."
        note={
          <p className="dim">
            The entry only states: no account moves. Charges that are shared by duty follow it once the landing sheet
            names it.
          </p>
        }
      />
    </div>
  );
}
