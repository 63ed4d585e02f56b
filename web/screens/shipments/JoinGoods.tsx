import { useState } from 'react';
import { toast } from 'sonner';
import { showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { Cell } from '../../parts/Cells.tsx';
import { Cut } from '../../parts/Cut.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { server } from '../../server/api.ts';
import { useMe } from '../../server/me.ts';
import { JoinDialog } from './JoinDialog.tsx';
import { changeFor, fits, joinable, openIn } from './joining.ts';
import { useVersions } from './useVersions.ts';

const SHOWN = 40;

/** Goods that are ordered join the shipment: each order gets a version in which they are on it. */
export function JoinGoods({ shipment, onDone }: { shipment: string; onDone: () => void }) {
  const { company } = useMe();
  const open = server.useOpenOrderLinesQuery({ query: {} });
  const [typed, setTyped] = useState('');
  const [taken, setTaken] = useState<Readonly<Record<string, string>>>({});
  const [reason, setReason] = useState(() => say('shipments.join_reason', { shipment }));
  const [wrong, setWrong] = useState('');
  const versions = useVersions();
  const rows = open.currentData?.rows ?? [];
  const offered = joinable(rows, shipment, typed);
  const chosen = rows.filter(({ line }) => taken[line] !== undefined);
  // What was taken stays in sight, whatever is looked for next.
  const shown = [...chosen, ...offered.filter(({ line }) => taken[line] === undefined)].slice(0, SHOWN + chosen.length);
  const isWhole =
    chosen.length > 0 && chosen.every((line) => fits(taken[line.line] ?? '', line)) && reason.trim() !== '';
  const take = (line: string, quantity: string | undefined) => {
    const { [line]: _, ...others } = taken;
    setTaken(quantity === undefined ? others : { ...others, [line]: quantity });
  };
  const about = { shipment, date: company.today, reason: reason.trim() };
  const join = async () => {
    setWrong('');
    const orders = [...new Set(chosen.map((line) => line.order.id))].map((id) => {
      const own = chosen.filter((line) => line.order.id === id);
      return { id, number: own[0]?.order.number ?? '', own };
    });
    const refused = await versions.post(
      orders,
      (order, { own }) => changeFor(order, own, taken, about),
      ({ own }) => {
        for (const { line } of own) setTaken(({ [line]: _, ...others }) => others);
      },
    );
    if (refused !== undefined) {
      // Those before it are on the shipment; this one and those after it stay chosen.
      setWrong(refused);
      return;
    }
    toast.success(say('shipments.joined', { lines: chosen.length, shipment }));
    onDone();
  };
  return (
    <JoinDialog
      title={say('shipments.join_title', { shipment })}
      find={say('shipments.join_find')}
      typed={typed}
      onType={setTyped}
      beside={
        <label className="block pt-3">
          <span className="cap block">{say('orders.why_change')}</span>
          <Cell label={say('orders.why_change')} value={reason} onChange={setReason} />
        </label>
      }
      wrong={wrong}
      disabled={!isWhole || versions.isPosting}
      onJoin={join}
      onDone={onDone}
    >
      <table className="sheet" aria-label={say('shipments.join_lines')}>
        <thead>
          <tr>
            <th className="w-full">{say('word.item')}</th>
            <th>{say('word.order')}</th>
            <th>{say('word.shipment')}</th>
            <th className="num">{say('word.outstanding')}</th>
            <th className="num min-w-[110px]">{say('shipments.join_quantity')}</th>
          </tr>
        </thead>
        <tbody>
          {shown.map((line) => {
            const quantity = taken[line.line];
            const about = `${line.item.name} ${line.order.number}`;
            return (
              <tr key={line.line}>
                <td className="name">
                  <label className="flex gap-3">
                    <input
                      type="checkbox"
                      className="accent-bronze"
                      aria-label={say('shipments.join_line', { line: about })}
                      checked={quantity !== undefined}
                      onChange={(event) => take(line.line, event.target.checked ? openIn(line) : undefined)}
                    />
                    {line.item.name}
                  </label>
                </td>
                <td className="whitespace-nowrap">
                  {line.order.number} <span className="dim">{line.vendor.name}</span>
                </td>
                <td className="dim">{line.shipment}</td>
                <td className="num whitespace-nowrap">
                  {showFigure(openIn(line))} <span className="dim">{line.unit}</span>
                </td>
                <td className="num">
                  {quantity !== undefined && (
                    <FigureCell
                      label={say('shipments.join_quantity_of', { line: about })}
                      value={quantity}
                      wrong={
                        fits(quantity, line)
                          ? undefined
                          : say('shipments.join_too_much', { open: { figure: openIn(line) } })
                      }
                      onChange={(to) => take(line.line, to)}
                    />
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {offered.length === 0 && <p className="dim pt-2">{say('shipments.nothing_joins')}</p>}
      <Cut list={open.currentData} />
    </JoinDialog>
  );
}
