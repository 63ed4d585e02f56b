import { useRef } from 'react';
import { toast } from 'sonner';
import type { LandedGoods } from '@obolus/contract/views/receiving';
import { say } from '../../locale/say.ts';
import { saidAgainst, server } from '../../server/api.ts';
import { useMe } from '../../server/me.ts';

/** Says that a received line came on no shipment after all. */
export function TakeOff({ line: { line, item, receipt } }: { line: LandedGoods }) {
  const { company } = useMe();
  // What got no answer is sent again under its own key, and so is posted once.
  const key = useRef('');
  const [post, { isLoading: isPosting }] = server.usePostMutation();
  const takeOff = async () => {
    key.current ||= crypto.randomUUID();
    const body = { date: company.today, shipment: '', lines: [{ of: line }] };
    const result = await post({ kind: 'shipment-goods', body, key: key.current });
    if (!result.data) {
      toast.error(saidAgainst(result.error) ?? say('orders.not_possible'));
      return;
    }
    key.current = '';
    toast.success(say('shipments.taken_off', { item: item.name, shipment: receipt.shipment }));
  };
  return (
    <button
      type="button"
      className="act whitespace-nowrap"
      aria-label={say('shipments.take_off_line', { line: `${item.name} ${receipt.number}` })}
      disabled={isPosting}
      onClick={() => void takeOff()}
    >
      {say('shipments.take_off')}
    </button>
  );
}
