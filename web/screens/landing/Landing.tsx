import { useDeferredValue, useMemo } from 'react';
import { Cut } from '../../parts/Cut.tsx';
import { Link, useParams } from 'react-router';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { PreviewReply, RefusalView } from '@obolus/contract/commands';
import type { LandedGoods } from '@obolus/contract/views/receiving';
import { Drafts } from '../../drafts/Drafts.tsx';
import { server } from '../../server/api.ts';
import { useDraft, wrongAt } from '../../drafts/useDraft.ts';
import { Footing } from '../../frame/Footing.tsx';
import { useMayPost, useMe } from '../../server/me.ts';
import { sumOf } from '../../parts/exact.ts';
import { showDay, showFigure } from '../../locale/figures.ts';
import { Choice, Field } from '../../parts/Cells.tsx';
import { Head } from '../../parts/Head.tsx';
import { useLasting } from '../../parts/useLasting.ts';
import { useSame } from '../../parts/useSame.ts';
import { DateField } from '../../drafts/HeaderFields.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { ChangedSince } from './ChangedSince.tsx';
import { Choosing } from './Choosing.tsx';
import { LandingTabs } from './LandingTabs.tsx';
import { LandingGrid } from './LandingGrid.tsx';
import type { Body, ChangeCharges } from './sheet.ts';
import { SheetTools, useUnusual } from './SheetTools.tsx';
import { useOntoGoods } from './useOntoGoods.ts';
import { useReceived } from './useReceived.ts';
import { useSheetShares } from './useSheetShares.ts';
import { say } from '../../locale/say.ts';

/** The grid of received lines and charges: choose both, see every share and unit cost, post. */
export function Landing() {
  const { draft = '' } = useParams();
  const me = useMe();
  const charges = server.useOpenChargesQuery();
  const entering = useDraft<'allocation', Body>({
    kind: 'allocation',
    id: draft,
    blank: () => ({ date: me.company.today, entry: '', charges: [], to: [] }),
    toCommand: (body): BodyOf<'allocation'> | undefined => {
      if (body.charges.length === 0 || body.to.length === 0) return undefined;
      return {
        date: body.date,
        entry: body.entry,
        ...(body.more ? { more: true } : {}),
        // The same list, not another: thousands of lines are not gone through anew with every change.
        to: body.to as string[],
        charges: body.charges.map(({ of, basis, amount = '', fixed, density, difference }) => ({
          of,
          basis,
          ...(basis === 'chargeable' && density ? { density } : {}),
          ...(difference ? { difference } : {}),
          amount,
          fixed: fixedShares(body.to, fixed),
        })),
      };
    },
    title: () => '',
  });
  const { body } = entering;
  const refusals = useSame(entering.refusals);
  // The same from one drawing to the next: what stands below is drawn again only where it differs.
  const { change, changeCharges } = useLasting({
    change: entering.change,
    changeCharges: (to: ChangeCharges) => entering.change({ charges: to(entering.body?.charges ?? []) }),
  });
  const sheet = useSheetDrawn(body ?? NOTHING);
  const mayAllocate = useMayPost('allocation');
  const chosen = useMemo(
    () => sheet.charges.flatMap((charge) => charges.data?.rows.find((open) => open.line === charge.of) ?? []),
    [sheet.charges, charges.data],
  );
  const lines = useReceived(sheet.to);
  const byId = useMemo(() => new Map(lines.rows?.map((line) => [line.line as string, line])), [lines.rows]);
  const received = useMemo(() => sheet.to.flatMap((id) => byId.get(id) ?? []), [sheet.to, byId]);
  const shares = useSheetShares(sheet, chosen, received, entering.preview?.shares ?? NO_SHARES, me.company.currency);
  const goods = useMemo(
    () =>
      sumOf(
        received.map((line) => line.goods),
        me.company.currency,
      ),
    [received, me.company.currency],
  );
  const onto = useOntoGoods(sheet, chosen, received, shares);
  // What is unusual is pointed out once the shares are drawn.
  const drawn = useDeferredValue(useMemo(() => ({ shares, onto }), [shares, onto]));
  const unusual = useUnusual(received, lines.rows ?? NO_LINES, drawn);
  if (!body) return null;
  const failed = charges.error ?? lines.error;
  const shipments = [...new Set(received.map((line) => line.receipt.shipment).filter(Boolean))];
  return (
    <div className="screen">
      <div>
        <Head
          title={
            shipments.length === 1
              ? say('landing.shipment_named', { shipment: shipments[0] ?? '' })
              : say('frame.landing')
          }
          about={
            received.length > 0
              ? say('landing.of_goods', {
                  received: received.length,
                  goods: showFigure(goods),
                  charges: chosen.length,
                })
              : say('landing.about')
          }
        >
          <Link className="btn quiet self-end" to="/landing/customs-entry">
            {say('landing.new_entry')}
          </Link>
          <EntryField body={body} change={change} refusals={refusals} />
          <DateField name={say('landing.posting_date')} body={body} change={change} refusals={refusals} />
        </Head>
        <LandingTabs />
      </div>
      <div className="body">
        {failed ? (
          <Problem error={failed} again={() => Promise.all([charges.refetch(), lines.again()])} />
        ) : (
          charges.data &&
          lines.rows && (
            <>
              <Drafts of={['allocation', 'customs-entry']} but={draft} />
              <Choosing change={change} body={body} charges={charges.data.rows} lines={lines.rows} />
              <Cut list={charges.data} />
              <Cut list={lines.latest} />
              {chosen.length === 0 && received.length === 0 && <ChangedSince />}
              {(chosen.length > 0 || received.length > 0) && (
                <>
                  <SheetTools
                    {...{ change, changeCharges, shares, onto, draft, unusual }}
                    body={sheet}
                    charges={chosen}
                    lines={received}
                    command={entering.command as BodyOf<'allocation'> | undefined}
                  />
                  <LandingGrid
                    unusual={unusual}
                    body={sheet}
                    changeCharges={changeCharges}
                    refusals={refusals}
                    charges={chosen}
                    lines={received}
                    shares={shares}
                    onto={onto}
                  />
                </>
              )}
            </>
          )
        )}
      </div>
      <Footing
        entering={entering}
        allowed={mayAllocate}
        action={say('landing.post_allocation')}
        waitingFor={say('landing.begin')}
        note={<p className="dim">{say('landing.sold_part')}</p>}
      />
    </div>
  );
}

/** Shares typed by hand, in the order of the lines; most charges have none. */
const fixedShares = (to: Body['to'], fixed: Body['charges'][number]['fixed']) =>
  Object.keys(fixed).length === 0
    ? []
    : to.flatMap((line) => (fixed[line] ? [{ line, amount: fixed[line] ?? '' }] : []));

/** The sheet as it is drawn: another basis follows between frames, its field alone shows it at once. */
function useSheetDrawn(body: Body): Body {
  const bases = useSame(body.charges.map(({ of, basis }) => [of, basis] as const));
  const drawn = useDeferredValue(bases);
  return useSame(
    useMemo(() => {
      const basisOf = new Map(drawn);
      return {
        ...body,
        charges: body.charges.map((charge) => ({ ...charge, basis: basisOf.get(charge.of) ?? charge.basis })),
      };
    }, [body, drawn]),
  );
}

const NOTHING: Body = { date: '', entry: '', charges: [], to: [] };
const NO_LINES: readonly LandedGoods[] = [];
const NO_SHARES: PreviewReply['shares'] = [];

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
    <Field name={say('kind.customs-entry')}>
      <Choice
        label={say('kind.customs-entry')}
        value={body.entry}
        wrong={wrongAt(refusals, '/entry')}
        options={[
          ['', say('landing.no_entry')],
          ...standing.map(({ id, reference, date }) => [id, `${reference}, ${showDay(date)}`] as const),
        ]}
        onChange={(entry) => change({ entry })}
      />
    </Field>
  );
}
