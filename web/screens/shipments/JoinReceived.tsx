import { useRef, useState } from 'react';
import { toast } from 'sonner';
import type { LandedGoods } from '@obolus/contract/views/receiving';
import { showDay, showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { Cut } from '../../parts/Cut.tsx';
import { useSettled } from '../../parts/useSettled.ts';
import { saidAgainst, server } from '../../server/api.ts';
import { useMe } from '../../server/me.ts';
import { JoinDialog } from './JoinDialog.tsx';
import { joinableReceived } from './joining.ts';

const ASKED_AFTER = 150;
const SHOWN = 60;

/** Goods that came, and whose receipt names no shipment or another one, join the shipment: all lines that are taken with one document. */
export function JoinReceived({ shipment, onDone }: { shipment: string; onDone: () => void }) {
  const { company } = useMe();
  const [typed, setTyped] = useState('');
  const find = useSettled(typed.trim(), ASKED_AFTER);
  const found = server.useReceivedLinesQuery({ query: find === '' ? {} : { find } });
  const [taken, setTaken] = useState<readonly LandedGoods[]>([]);
  const [wrong, setWrong] = useState('');
  const [post, { isLoading: isPosting }] = server.usePostMutation();
  // What got no answer is sent again under its own key, and so is posted once.
  const key = useRef('');
  const isTaken = (line: LandedGoods) => taken.some((one) => one.line === line.line);
  const offered = joinableReceived(found.currentData?.rows ?? [], shipment).filter((line) => !isTaken(line));
  const shown = [...taken, ...offered].slice(0, SHOWN + taken.length);
  const toggle = (line: LandedGoods) => {
    key.current = '';
    setTaken(isTaken(line) ? taken.filter((one) => one.line !== line.line) : [...taken, line]);
  };
  const join = async () => {
    key.current ||= crypto.randomUUID();
    setWrong('');
    const body = { date: company.today, shipment, lines: taken.map(({ line }) => ({ of: line })) };
    const result = await post({ kind: 'shipment-goods', body, key: key.current });
    if (!result.data) {
      setWrong(saidAgainst(result.error) ?? say('orders.not_possible'));
      return;
    }
    toast.success(say('shipments.joined', { lines: taken.length, shipment }));
    onDone();
  };
  return (
    <JoinDialog
      title={say('shipments.join_received_title', { shipment })}
      find={say('shipments.join_received_find')}
      typed={typed}
      onType={setTyped}
      wrong={wrong}
      disabled={taken.length === 0 || isPosting}
      onJoin={join}
      onDone={onDone}
    >
      <table className="sheet" aria-label={say('shipments.goods')}>
        <thead>
          <tr>
            <th className="w-full">{say('word.item')}</th>
            <th>{say('word.receipt')}</th>
            <th>{say('word.vendor')}</th>
            <th>{say('word.shipment')}</th>
            <th className="num">{say('word.received')}</th>
          </tr>
        </thead>
        <tbody>
          {shown.map((line) => (
            <tr key={line.line}>
              <td className="name">
                <label className="flex gap-3">
                  <input
                    type="checkbox"
                    className="accent-bronze"
                    aria-label={say('shipments.join_line', { line: `${line.item.name} ${line.receipt.number}` })}
                    checked={isTaken(line)}
                    onChange={() => toggle(line)}
                  />
                  {line.item.name}
                </label>
              </td>
              <td className="whitespace-nowrap">
                {line.receipt.number} <span className="dim">{showDay(line.receipt.date)}</span>
              </td>
              <td className="whitespace-nowrap">{line.vendor?.name}</td>
              <td className="dim whitespace-nowrap">{line.receipt.shipment}</td>
              <td className="num whitespace-nowrap">
                {showFigure(line.received)} <span className="dim">{line.item.unit}</span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {found.currentData && offered.length === 0 && <p className="dim pt-2">{say('shipments.no_received_joins')}</p>}
      <Cut list={found.currentData} />
    </JoinDialog>
  );
}
