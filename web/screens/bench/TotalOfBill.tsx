import type { ReactNode } from 'react';
import type { PreviewReply, RefusalView } from '@obolus/contract/commands';
import { wrongAt } from '../../drafts/useDraft.ts';
import { useMe } from '../../server/me.ts';
import { Cell } from '../../parts/Cells.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { showFigure } from '../../locale/figures.ts';
import { Signal } from '../../parts/Signal.tsx';
import { Allowed } from '../../parts/Allowed.tsx';
import type { BillBody } from './billBody.ts';
import { say } from '../../locale/say.ts';

/** What a bill or a credit memo comes to as entered, under a double rule; before it what its paper says. */
export function UnderDoubleRule({ total, name, children }: { total: string; name: string; children?: ReactNode }) {
  return (
    <p className="flex justify-end items-baseline gap-4 pt-1">
      {children}
      <span className="dim">{name}</span>
      <span
        className="font-book text-[18px] font-semibold"
        style={{
          borderTop: '1px solid var(--ink)',
          borderBottom: '3px double var(--ink)',
          minWidth: 110,
          textAlign: 'right',
        }}
      >
        {showFigure(total)}
      </span>
    </p>
  );
}

interface Shown {
  readonly body: BillBody;
  readonly change: (to: Partial<BillBody>) => void;
  readonly total: string;
  readonly differences: PreviewReply['differences'];
  readonly refusals: readonly RefusalView[];
}

/** The bill as a whole: its tax against the orders' codes, and what the paper asks for against what its parts come to. */
export function TotalOfBill({ body, change, total, differences, refusals }: Shown) {
  const { company } = useMe();
  const of = (kind: 'tax' | 'total') => differences.find((one) => one.kind === kind);
  const [tax, whole] = [of('tax'), of('total')];
  const asked = body.asked ?? '';
  return (
    <section aria-label={say('bench.whole_bill')}>
      {tax && (
        <p className="flex justify-end items-baseline gap-4 pb-1" data-difference>
          <span className="dim">{say('bench.tax_codes')}</span>
          <Allowed difference={tax} currency={company.currency} />
          <Why
            label={say('bench.why_tax')}
            value={body.whyTax}
            wrong={wrongAt(refusals, '/whole/tax/reason')}
            onChange={(whyTax) => change({ whyTax })}
          />
        </p>
      )}
      {whole && (
        <p className="flex justify-end items-baseline gap-4 pb-1" data-difference>
          <span className="text-over">{say('bench.not_adding_up')}</span>
          <Why
            label={say('bench.why_total')}
            value={body.whyTotal}
            wrong={wrongAt(refusals, '/whole/total/reason')}
            onChange={(whyTotal) => change({ whyTotal })}
          />
        </p>
      )}
      <UnderDoubleRule total={total} name={say('bench.total_bill', { currency: body.currency })}>
        <label className="flex items-baseline gap-2">
          <span className="dim">{say('bench.paper_asks')}</span>
          <span className="inline-block w-[120px]">
            <FigureCell
              label={say('bench.paper_asks')}
              value={asked}
              placeholder={say('bench.in_all')}
              wrong={wrongAt(refusals, '/whole/total/asked')}
              onChange={(to) => change({ asked: to })}
            />
          </span>
        </label>
        <span className="inline-block min-w-[70px]">
          {asked !== '' && <Signal from={asked} to={total} atLeast={2} />}
        </span>
      </UnderDoubleRule>
    </section>
  );
}

function Why({
  label,
  value = '',
  wrong,
  onChange,
}: {
  label: string;
  value: string | undefined;
  wrong: string | undefined;
  onChange: (to: string) => void;
}) {
  return (
    <span className="inline-block w-[320px]">
      <Cell
        label={label}
        placeholder={say('bench.why_taken')}
        list="usual-reasons"
        value={value}
        wrong={wrong}
        onChange={onChange}
      />
    </span>
  );
}
