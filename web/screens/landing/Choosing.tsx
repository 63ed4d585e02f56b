import { memo } from 'react';
import type { OpenCharge } from '@obolus/contract/views/bench';
import type { LandedGoods } from '@obolus/contract/views/receiving';
import type { Entering } from '../../drafts/useDraft.ts';
import { showDay, showFigure } from '../../locale/figures.ts';
import { useChargeKinds, usualBasis } from '../../parts/chargeKinds.ts';
import { useLasting } from '../../parts/useLasting.ts';
import { tabStop, walkChoices } from '../../parts/walkChoices.ts';
import { ChooseReceived } from './ChooseReceived.tsx';
import type { Body } from './sheet.ts';
import { say } from '../../locale/say.ts';
import { Empty } from '../../parts/Empty.tsx';

/** Charges that are on no goods yet beside the received lines that they may belong to. */
export const Choosing = memo(function Choosing({
  change,
  body,
  charges,
  lines,
}: {
  change: Entering<Body>['change'];
  body: Body;
  charges: readonly OpenCharge[];
  lines: readonly LandedGoods[];
}) {
  const kinds = useChargeKinds();
  const kindOf = (of: string) => charges.find(({ line }) => line === of)?.kind ?? '';
  const toggleCharge = (of: string) =>
    change({
      charges: body.charges.some((charge) => charge.of === of)
        ? body.charges.filter((charge) => charge.of !== of)
        : [...body.charges, { of, basis: usualBasis(kinds, kindOf(of)), fixed: {} }],
    });
  const latest = useLasting({ toggleLines });
  function toggleLines(toggled: readonly LandedGoods[]) {
    const ids = toggled.map(({ line }) => line);
    const [chosen, given] = [new Set(body.to), new Set<string>(ids)];
    change({
      to: ids.every((id) => chosen.has(id))
        ? body.to.filter((id) => !given.has(id))
        : [...new Set([...body.to, ...ids])],
    });
  }
  if (charges.length === 0 && body.charges.length === 0) {
    return <Empty title={say('landing.all_allocated')} more={say('landing.all_allocated_more')} />;
  }
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.25fr)] gap-x-10">
      <section aria-label={say('posting.charges-to-allocate')}>
        <h2 className="cap">{say('posting.charges-to-allocate')}</h2>
        <div
          className="max-h-[118px] overflow-auto"
          role="group"
          onKeyDown={walkChoices}
          aria-label={say('landing.charges_choose')}
        >
          {charges.map((charge, position) => (
            <label key={charge.line} className="flex gap-2 py-1 border-b border-rule cursor-pointer">
              <input
                type="checkbox"
                tabIndex={tabStop(position)}
                className="accent-bronze"
                checked={body.charges.some((entry) => entry.of === charge.line)}
                onChange={() => toggleCharge(charge.line)}
              />
              <span className="grow min-w-0 truncate">
                {charge.vendor} {charge.bill.number}{' '}
                <span className="dim">
                  {charge.kind}, {showDay(charge.bill.date)}
                </span>
              </span>
              <span className="shrink-0">{showFigure(charge.left)}</span>
            </label>
          ))}
        </div>
      </section>
      <ChooseReceived lines={lines} chosen={body.to} onToggle={latest.toggleLines} />
    </div>
  );
});
