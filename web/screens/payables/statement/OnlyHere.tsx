import { Link } from 'react-router';
import type { PreviewReply } from '@obolus/contract/commands';
import { showDay, showFigure } from '../../../locale/figures.ts';
import { say } from '../../../locale/say.ts';
import { Standing } from './Standing.tsx';

/** What our account has and the statement does not, or has as a part of a sum. */
export function OnlyHere({ statement, currency }: { statement: PreviewReply['statement']; currency: string }) {
  const lines = (statement?.beside ?? []).filter(({ place }) => place === null);
  if (lines.length === 0) return null;
  return (
    <section aria-label={say('payables.only_here')} className="pt-5">
      <h2 className="cap">{say('payables.only_here')}</h2>
      <table className="sheet max-w-[1060px]">
        <thead>
          <tr>
            <th>{say('word.date')}</th>
            <th>{say('word.document')}</th>
            <th className="w-full">{say('word.reference')}</th>
            <th className="num">{say('payables.our_amount', { currency })}</th>
            <th>{say('payables.how_it_stands')}</th>
          </tr>
        </thead>
        <tbody>
          {lines.map((one) => (
            <tr key={one.own?.document.id}>
              <td className="whitespace-nowrap">{showDay(one.own?.date)}</td>
              <td className="whitespace-nowrap">
                {one.own && say(`kind.${one.own.document.kind}`)}{' '}
                <Link className="act" to={`/documents/${one.own?.document.id ?? ''}`}>
                  {one.own?.document.number}
                </Link>
              </td>
              <td>{one.own?.reference}</td>
              <td className="num">{showFigure(one.own?.amount)}</td>
              <td className="whitespace-nowrap">
                <Standing of={one} amount={one.own?.amount ?? ''} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
