import { Cut } from '../../parts/Cut.tsx';
import { useParams } from 'react-router';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { DeliveredLine } from '@obolus/contract/views/documents';
import { server } from '../../server/api.ts';
import { useDraft, wrongAt } from '../../drafts/useDraft.ts';
import { Footing } from '../../frame/Footing.tsx';
import { useMayPost, useMe } from '../../server/me.ts';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { amountOfLine, difference, sumOf } from '../../parts/exact.ts';
import { showDay, showFigure } from '../../locale/figures.ts';
import { useGridKeys } from '../../keys/useGridKeys.ts';
import { Head } from '../../parts/Head.tsx';
import { DateField } from '../../drafts/HeaderFields.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { say } from '../../locale/say.ts';

interface Open {
  readonly rows: readonly DeliveredLine[];
  readonly more: boolean;
}

interface Body extends Omit<BodyOf<'invoice'>, 'lines'> {
  readonly invoiced: Readonly<Record<string, { readonly quantity: string; readonly price: string }>>;
}

const openOf = (line: DeliveredLine): string => difference(line.delivered, line.invoiced) ?? '0';

/** A customer's invoice over what was delivered: sales, and the delivery's cost to cost of goods. */
export function NewInvoice() {
  const { customer = '' } = useParams();
  const open = server.useUninvoicedLinesQuery({ query: { customer } });
  if (open.isError)
    return (
      <div className="body">
        <Problem error={open.error} again={open.refetch} />
      </div>
    );
  return open.currentData ? <Invoice customer={customer} open={open.currentData} /> : null;
}

function Invoice({ customer, open }: { customer: string; open: Open }) {
  const lines = open.rows;
  const { draft = '' } = useParams();
  const me = useMe();
  const { currency } = me.company;
  const entering = useDraft<'invoice', Body>({
    kind: 'invoice',
    id: draft,
    blank: () => ({
      customer,
      date: me.company.today,
      invoiced: Object.fromEntries(lines.map((line) => [line.line, { quantity: openOf(line), price: '' }])),
    }),
    toCommand: ({ invoiced, ...body }) => {
      const cited = lines.flatMap((line) =>
        invoiced[line.line]?.quantity && invoiced[line.line]?.price
          ? [{ of: line.line, ...(invoiced[line.line] as { quantity: string; price: string }) }]
          : [],
      );
      return cited.length === 0 ? undefined : { ...body, lines: cited };
    },
    title: () => customer,
  });
  const mayInvoice = useMayPost('invoice');
  const { body, change, refusals } = entering;
  const keys = useGridKeys({});
  if (!body) return null;
  const sent = lines
    .filter((line) => body.invoiced[line.line]?.quantity && body.invoiced[line.line]?.price)
    .map((line) => line.line);
  const set = (line: DeliveredLine, to: { quantity?: string; price?: string }) => {
    const before = body.invoiced[line.line] ?? { quantity: '', price: '' };
    change({ invoiced: { ...body.invoiced, [line.line]: { ...before, ...to } } });
  };
  const amountOf = (line: DeliveredLine) =>
    amountOfLine(body.invoiced[line.line]?.quantity ?? '', body.invoiced[line.line]?.price ?? '', '', currency);
  return (
    <div className="screen">
      <Head title={customer} more={say('deliveries.invoice')} about={say('deliveries.invoice_about', { currency })} />
      <div className="body">
        <div className="fields">
          <DateField name={say('word.date')} body={body} change={change} refusals={refusals} />
        </div>
        <Cut list={open} />
        <table className="sheet ruled max-w-[960px]" aria-label={say('deliveries.lines_of_invoice')}>
          <thead>
            <tr>
              <th>{say('word.item')}</th>
              <th>{say('word.delivery')}</th>
              <th className="num">{say('deliveries.left_to_invoice')}</th>
              <th className="num min-w-[110px]">{say('word.quantity')}</th>
              <th className="min-w-[56px]">{say('word.unit')}</th>
              <th className="num min-w-[120px]">{say('word.price')}</th>
              <th className="num">{say('orders.amount_in', { currency })}</th>
            </tr>
          </thead>
          <tbody ref={keys}>
            {lines.map((line) => {
              const at = `/lines/${sent.indexOf(line.line)}`;
              const name = `${line.item.name}, ${line.delivery.number}`;
              return (
                <tr key={line.line}>
                  <td className="name" title={line.item.number}>
                    {line.item.name}
                  </td>
                  <td>
                    {line.delivery.number} <span className="dim">{showDay(line.delivery.date)}</span>
                  </td>
                  <td className="num">{showFigure(openOf(line))}</td>
                  <td>
                    <FigureCell
                      label={say('deliveries.quantity_of', { name })}
                      value={body.invoiced[line.line]?.quantity ?? ''}
                      wrong={wrongAt(refusals, `${at}/quantity`) ?? wrongAt(refusals, at)}
                      onChange={(quantity) => set(line, { quantity })}
                    />
                  </td>
                  <td className="dim">{line.item.unit}</td>
                  <td>
                    <FigureCell
                      label={say('deliveries.price_of', { name })}
                      value={body.invoiced[line.line]?.price ?? ''}
                      wrong={wrongAt(refusals, `${at}/price`)}
                      onChange={(price) => set(line, { price })}
                    />
                  </td>
                  <td className="num strong">{showFigure(amountOf(line))}</td>
                </tr>
              );
            })}
          </tbody>
          <tfoot>
            <tr>
              <td colSpan={6}>{say('status.total')}</td>
              <td className="num">{showFigure(sumOf(lines.map(amountOf), currency))}</td>
            </tr>
          </tfoot>
        </table>
      </div>
      <Footing
        entering={entering}
        allowed={mayInvoice}
        action={say('deliveries.post_invoice')}
        waitingFor={say('deliveries.begin_invoice')}
      />
    </div>
  );
}
