import { memo, useMemo, useState } from 'react';
import type { LandedGoods } from '@obolus/contract/views/receiving';
import { showDay, showFigure } from '../../locale/figures.ts';
import { useLasting } from '../../parts/useLasting.ts';
import { useSettled } from '../../parts/useSettled.ts';
import { server } from '../../server/api.ts';
import { tabStop, walkChoices } from '../../parts/walkChoices.ts';
import { say } from '../../locale/say.ts';

interface Props {
  readonly lines: readonly LandedGoods[];
  readonly chosen: readonly string[];
  /** Takes these lines in, or out where all of them are in. */
  readonly onToggle: (lines: readonly LandedGoods[]) => void;
}

/** The latest of what was received. */
const MOST = 80;
const ASKED_AFTER = 150;
const NONE: readonly LandedGoods[] = [];
const SHIPMENTS = 6;

/** Received lines by shipment, receipt, order, vendor or item, one at a time or all of a shipment. */
export const ChooseReceived = memo(function ChooseReceived({ lines, chosen, onToggle }: Props) {
  const [find, setFind] = useState('');
  const wanted = useSettled(find.trim(), ASKED_AFTER);
  const found = server.useReceivedLinesQuery({ query: { find: wanted } }, { skip: wanted === '' });
  const fitting = wanted === '' ? lines : (found.data?.rows ?? NONE);
  const [ofShipment] = server.useLazyReceivedLinesQuery();
  // What was chosen while the answer was on its way stays chosen.
  const latest = useLasting({ toggle: onToggle });
  const takeShipment = async (shipment: string) => {
    const { data } = await ofShipment({ query: { shipment } }, true);
    if (data) latest.toggle(data.rows);
  };
  const isChosen = useMemo(() => new Set(chosen), [chosen]);
  const shipments = [...new Set(lines.map((line) => line.receipt.shipment).filter(Boolean))].slice(0, SHIPMENTS);
  return (
    <section aria-label={say('landing.received_lines')}>
      <h2 className="cap">{say('landing.received_lines')}</h2>
      <div className="flex flex-wrap gap-x-3 pb-1">
        <input
          className="cell max-w-[230px]"
          aria-label={say('landing.find_received')}
          placeholder={say('landing.find_hint')}
          value={find}
          onChange={(event) => setFind(event.target.value)}
        />
        {shipments.map((shipment) => (
          <button key={shipment} type="button" className="act" onClick={() => void takeShipment(shipment)}>
            {shipment}
          </button>
        ))}
      </div>
      <div
        className="max-h-[88px] overflow-auto"
        role="group"
        onKeyDown={walkChoices}
        aria-label={say('landing.received_choose')}
      >
        {fitting.slice(0, MOST).map((line, position) => (
          <label key={line.line} className="flex gap-2 py-1 border-b border-rule cursor-pointer">
            <input
              type="checkbox"
              tabIndex={tabStop(position)}
              className="accent-bronze"
              checked={isChosen.has(line.line)}
              onChange={() => onToggle([line])}
            />
            <span className="grow min-w-0 truncate">
              {line.item.name}{' '}
              <span className="dim">
                {line.receipt.number} {line.receipt.shipment && `· ${line.receipt.shipment}`} · {cameFrom(line)},{' '}
                {showDay(line.receipt.date)}
              </span>
            </span>
            <span className="shrink-0">
              {showFigure(line.received)} <span className="dim">{line.item.unit}</span>
            </span>
          </label>
        ))}
      </div>
    </section>
  );
});

/** Who sent the goods; of those that nobody did, how they came. */
const cameFrom = ({ vendor, how }: LandedGoods): string =>
  vendor?.name ?? say(how === 'made' ? 'landing.goods_made' : 'landing.goods_arrived');
