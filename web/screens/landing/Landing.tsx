import { Cut } from '../../parts/Cut.tsx';
import { Link, useParams } from 'react-router';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { RefusalView } from '@obolus/contract/commands';
import { server } from '../../server/api.ts';
import { useDraft, wrongAt } from '../../drafts/useDraft.ts';
import { Footing } from '../../frame/Footing.tsx';
import { useMayPost, useMe } from '../../server/me.ts';
import { sumOf } from '../../parts/exact.ts';
import { count, showDay, showFigure } from '../../parts/figures.ts';
import { Choice, Field } from '../../parts/Cells.tsx';
import { Head } from '../../parts/Head.tsx';
import { DateField } from '../../drafts/HeaderFields.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { Choosing } from './Choosing.tsx';
import { LandingGrid } from './LandingGrid.tsx';
import type { Body } from './sheet.ts';

/** The grid of received lines and charges: choose both, see every share and unit cost, post. */
export function Landing() {
  const { draft = '' } = useParams();
  const me = useMe();
  const charges = server.useOpenChargesQuery();
  const lines = server.useReceivedLinesQuery({ query: {} });
  const entering = useDraft<'allocation', Body>({
    kind: 'allocation',
    id: draft,
    blank: () => ({ date: me.company.today, entry: '', charges: [], to: [] }),
    toCommand: (body): BodyOf<'allocation'> | undefined => {
      if (body.charges.length === 0 || body.to.length === 0) return undefined;
      return {
        date: body.date,
        entry: body.entry,
        to: [...body.to],
        charges: body.charges.map(({ of, basis, fixed }) => ({
          of,
          basis,
          amount: '',
          fixed: body.to.flatMap((line) => (fixed[line] ? [{ line, amount: fixed[line] ?? '' }] : [])),
        })),
      };
    },
    title: (body) => `${body.charges.length} charges on ${body.to.length} lines`,
  });
  const { body, change, refusals } = entering;
  const mayAllocate = useMayPost('allocation');
  if (!body) return null;
  const failed = charges.error ?? lines.error;
  const chosen = body.charges.flatMap((charge) => charges.data?.rows.find((open) => open.line === charge.of) ?? []);
  const received = body.to.flatMap((id) => lines.data?.rows.find((line) => line.line === id) ?? []);
  const transports = [...new Set(received.map((line) => line.receipt.transport).filter(Boolean))];
  return (
    <div className="screen">
      <Head
        title={transports.length === 1 ? `Shipment ${transports[0]}` : 'Landing sheet'}
        about={
          received.length > 0
            ? `${count(received.length, 'received line')}, ${showFigure(
                sumOf(
                  received.map((line) => line.goods),
                  me.company.currency,
                ),
              )} of goods · ${count(chosen.length, 'charge')}`
            : 'Put charges on the goods they belong to, and see every unit cost before posting'
        }
      >
        <Link className="btn quiet self-end" to="/landing/customs-entry">
          New customs entry
        </Link>
        <EntryField body={body} change={change} refusals={refusals} />
        <DateField name="Posting date" body={body} change={change} refusals={refusals} />
      </Head>
      <div className="body">
        {failed ? (
          <Problem error={failed} again={() => Promise.all([charges.refetch(), lines.refetch()])} />
        ) : (
          charges.data &&
          lines.data && (
            <>
              <Choosing entering={entering} body={body} charges={charges.data.rows} lines={lines.data.rows} />
              <Cut list={charges.data} of="open charges" />
              <Cut list={lines.data} of="received lines, the latest," />
              {(chosen.length > 0 || received.length > 0) && (
                <LandingGrid
                  body={body}
                  change={change}
                  refusals={refusals}
                  charges={chosen}
                  lines={received}
                  worked={entering.preview?.shares ?? []}
                />
              )}
            </>
          )
        )}
      </div>
      <Footing
        entering={entering}
        allowed={mayAllocate}
        action="Post allocation"
        waitingFor="Choose at least one charge and the received lines it belongs to."
        note={
          <p className="dim">
            What has been sold already takes its part of a charge to cost of goods; the rest stays in inventory.
          </p>
        }
      />
    </div>
  );
}

/** The customs entry that duty is worked out by: its day, its rates of exchange and what was declared. */
function EntryField({
  body,
  change,
  refusals,
}: {
  body: Body;
  change: (to: Partial<Body>) => void;
  refusals: readonly RefusalView[];
}) {
  const entries = server.useDocumentsQuery({ query: { kind: 'customs-entry' } });
  const standing = (entries.data?.rows ?? []).filter(({ id, reversed }) => !reversed || id === body.entry);
  if (standing.length === 0) return null;
  return (
    <Field name="Customs entry">
      <Choice
        label="Customs entry"
        value={body.entry}
        wrong={wrongAt(refusals, '/entry')}
        options={[
          ['', 'none: the day of receipt'],
          ...standing.map(({ id, reference, date }) => [id, `${reference}, ${showDay(date)}`] as const),
        ]}
        onChange={(entry) => change({ entry })}
      />
    </Field>
  );
}
