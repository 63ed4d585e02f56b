import { Cut } from '../../parts/Cut.tsx';
import { Link, useParams } from 'react-router';
import type { OnDockLine } from '@obolus/contract/views/receiving';
import { server } from '../../server/api.ts';
import { useDraft } from '../../drafts/useDraft.ts';
import { Footing } from '../../frame/Footing.tsx';
import { useMayPost, useMe } from '../../server/me.ts';
import { type Body, DockGrid } from './DockGrid.tsx';
import { Head } from '../../parts/Head.tsx';
import { DateField } from '../../drafts/HeaderFields.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { Explain } from '../../guide/Explain.tsx';
import { say } from '../../locale/say.ts';
import { Empty } from '../../parts/Empty.tsx';

/** Received goods that stand on the dock, the longest first: each goes into a bin, the one that it was put in before lies ready. */
export function Dock() {
  const { draft = '' } = useParams();
  const me = useMe();
  const all = server.useOnDockQuery();
  const warehouses = server.useWarehousesQuery();
  const lines = all.data?.rows ?? [];
  const entering = useDraft<'put-away', Body>({
    kind: 'put-away',
    id: draft,
    blank: () => ({ date: me.company.today, put: {} }),
    toCommand: ({ date, put }) => {
      const sent = lines.flatMap((line) => {
        const said = put[line.line];
        return said?.quantity
          ? [{ of: line.line, quantity: said.quantity, bin: said.bin || (line.bins[0] ?? '') }]
          : [];
      });
      return sent.length === 0 ? undefined : { date, lines: sent };
    },
    title: () => '',
  });
  const { body, change, refusals } = entering;
  const mayPut = useMayPost('put-away');
  if (!body) return null;
  const binsOf = ({ warehouse }: OnDockLine) =>
    (warehouses.data?.rows.find(({ id }) => id === warehouse.id)?.bins ?? [])
      .filter(({ kind }) => kind !== 'dock')
      .map(({ code }) => code);
  const allOfIt = () =>
    change({
      put: Object.fromEntries(
        lines.map((line) => [line.line, { bin: '', ...body.put[line.line], quantity: line.left }]),
      ),
    });
  return (
    <div className="screen dock">
      <Head
        title={say('receiving.on_dock')}
        about={
          <>
            {say('receiving.on_dock_about')}
            <Explain what={say('receiving.on_dock')} chapter="receiving" of="dock" />
          </>
        }
      >
        <Link className="btn quiet" to="/receiving">
          {say('frame.do_receive')}
        </Link>
        {lines.length > 0 && (
          <button type="button" className="btn quiet" onClick={allOfIt}>
            {say('receiving.all_of_it')}
          </button>
        )}
      </Head>
      <div className="body">
        {all.isError && <Problem error={all.error} again={all.refetch} />}
        <Cut list={all.data} />
        {all.data && lines.length === 0 ? (
          <Empty title={say('receiving.dock_empty')} more={say('receiving.dock_empty_more')} />
        ) : (
          <>
            <div className="fields">
              <DateField name={say('receiving.put_away_on')} body={body} change={change} refusals={refusals} />
            </div>
            <DockGrid lines={lines} body={body} change={change} refusals={refusals} bins={binsOf} />
          </>
        )}
      </div>
      <Footing
        entering={entering}
        allowed={mayPut}
        action={say('receiving.put_away')}
        waitingFor={say('receiving.dock_begin')}
        note={<p className="dim">{say('receiving.bins_no_pools')}</p>}
      />
    </div>
  );
}
