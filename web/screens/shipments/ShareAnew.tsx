import { useState } from 'react';
import { toast } from 'sonner';
import type { ShipmentView } from '@obolus/contract/views/shipments';
import { showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { Cell } from '../../parts/Cells.tsx';
import { DialogFoot } from '../../parts/DialogFoot.tsx';
import { Sheet } from '../../parts/Sheet.tsx';
import { useMe } from '../../server/me.ts';
import { anewFor } from './joining.ts';
import { useVersions } from './useVersions.ts';

interface Props {
  readonly shipment: string;
  readonly anew: ShipmentView['anew'];
  readonly onDone: () => void;
}

/** What is expected of a shipment as a whole is shared anew over what is still to come on it: each order gets a version. */
export function ShareAnew({ shipment, anew, onDone }: Props) {
  const { company } = useMe();
  // The page below is read anew after each version; what was looked at here stays.
  const [shared] = useState(anew);
  const [reason, setReason] = useState(() => say('shipments.share_reason', { shipment }));
  const [wrong, setWrong] = useState('');
  const versions = useVersions();
  const share = async () => {
    setWrong('');
    const orders = [...new Map(shared.map(({ order }) => [order.id, order])).values()];
    const about = { date: company.today, reason: reason.trim() };
    const refused = await versions.post(orders, (order) => anewFor(order, shared, about));
    if (refused !== undefined) {
      setWrong(refused);
      return;
    }
    toast.success(say('shipments.shared_anew', { orders: orders.length }));
    onDone();
  };
  return (
    <Sheet title={say('shipments.share_title', { shipment })} onOpenChange={onDone} className="w-[880px]">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void share();
        }}
      >
        <p className="dim pb-2">{say('shipments.share_why')}</p>
        <div className="max-h-[46vh] overflow-auto" tabIndex={0}>
          <table className="sheet" aria-label={say('shipments.share_lines')}>
            <thead>
              <tr>
                <th className="w-full">{say('word.item')}</th>
                <th>{say('word.order')}</th>
                <th>{say('shipments.charge')}</th>
                <th className="num">{say('shipments.share_now', { currency: company.currency })}</th>
                <th className="num">{say('shipments.share_anew', { currency: company.currency })}</th>
              </tr>
            </thead>
            <tbody>
              {shared.map((one) => (
                <tr key={`${one.line} ${one.kind}`}>
                  <td className="name">{one.item}</td>
                  <td className="whitespace-nowrap">
                    {one.order.number} <span className="dim">{one.vendor}</span>
                  </td>
                  <td className="whitespace-nowrap">
                    {one.kind} <span className="dim">{one.rule}</span>
                  </td>
                  <td className="num">{showFigure(one.now)}</td>
                  <td className="num strong">{showFigure(one.anew)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        <label className="block pt-3">
          <span className="cap block">{say('orders.why_change')}</span>
          <Cell label={say('orders.why_change')} value={reason} onChange={setReason} />
        </label>
        <DialogFoot
          wrong={wrong}
          action={say('shipments.share')}
          disabled={reason.trim() === '' || versions.isPosting}
        />
      </form>
    </Sheet>
  );
}
