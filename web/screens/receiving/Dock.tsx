import { Cut } from '../../parts/Cut.tsx';
import { Link, useParams } from 'react-router';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { OnDockLine } from '@obolus/contract/views/receiving';
import { server } from '../../server/api.ts';
import { useDraft, wrongAt } from '../../drafts/useDraft.ts';
import { Footing } from '../../frame/Footing.tsx';
import { useMayPost, useMe } from '../../server/me.ts';
import { Choice } from '../../parts/Cells.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { showDay, showFigure } from '../../locale/figures.ts';
import { useGridKeys } from '../../keys/useGridKeys.ts';
import { Head } from '../../parts/Head.tsx';
import { DateField } from '../../drafts/HeaderFields.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { Explain } from '../../guide/Explain.tsx';
import { say } from '../../locale/say.ts';

interface Body extends Omit<BodyOf<'put-away'>, 'lines'> {
  readonly put: Readonly<Record<string, { readonly quantity: string; readonly bin: string }>>;
}

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
  const keys = useGridKeys({});
  if (!body) return null;
  const set = (line: OnDockLine, to: Partial<Body['put'][string]>) =>
    change({ put: { ...body.put, [line.line]: { quantity: '', bin: '', ...body.put[line.line], ...to } } });
  const sent = lines.filter((line) => body.put[line.line]?.quantity).map(({ line }) => line);
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
          <div className="empty">
            <h2>{say('receiving.dock_empty')}</h2>
            <p>{say('receiving.dock_empty_more')}</p>
          </div>
        ) : (
          <>
            <div className="fields">
              <DateField name={say('receiving.put_away_on')} body={body} change={change} refusals={refusals} />
            </div>
            <table className="sheet ruled" aria-label={say('receiving.goods_on_dock')}>
              <thead>
                <tr>
                  <th>{say('word.item')}</th>
                  <th>{say('word.receipt')}</th>
                  <th>{say('receiving.since')}</th>
                  <th>{say('word.warehouse')}</th>
                  <th className="num">{say('receiving.on_dock')}</th>
                  <th className="num min-w-[110px]">{say('receiving.put_away')}</th>
                  <th>{say('word.unit')}</th>
                  <th className="min-w-[130px]">{say('receiving.into')}</th>
                </tr>
              </thead>
              <tbody ref={keys}>
                {lines.map((line) => {
                  const at = `/lines/${sent.indexOf(line.line)}`;
                  const label = `${line.item.name}, ${line.receipt.number}`;
                  const bins =
                    warehouses.data?.rows
                      .find(({ id }) => id === line.warehouse.id)
                      ?.bins.filter(({ kind }) => kind !== 'dock') ?? [];
                  const said = body.put[line.line];
                  return (
                    <tr key={line.line}>
                      <td className="name" title={`${line.item.number} ${line.item.name}`}>
                        {line.item.name} <span className="dim">{line.item.number}</span>
                      </td>
                      <td>
                        <Link className="act" tabIndex={-1} to={`/documents/${line.receipt.id}`}>
                          {line.receipt.number}
                        </Link>
                      </td>
                      <td>{showDay(line.receipt.date)}</td>
                      <td>{line.warehouse.name}</td>
                      <td className="num">{showFigure(line.left)}</td>
                      <td>
                        <FigureCell
                          label={say('receiving.put_away_of', { label })}
                          value={said?.quantity ?? ''}
                          wrong={wrongAt(refusals, `${at}/quantity`) ?? wrongAt(refusals, at)}
                          onChange={(quantity) => set(line, { quantity })}
                        />
                      </td>
                      <td className="dim">{line.item.unit}</td>
                      <td>
                        <Choice
                          label={say('receiving.bin_of', { label })}
                          value={said?.bin || (line.bins[0] ?? '')}
                          options={[
                            ['', say('receiving.which_bin')],
                            ...bins.map(
                              ({ code }) =>
                                [code, line.bins.includes(code) ? say('receiving.as_before', { code }) : code] as const,
                            ),
                          ]}
                          wrong={wrongAt(refusals, `${at}/bin`)}
                          onChange={(bin) => set(line, { bin })}
                        />
                      </td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
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
