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
import { figureText, figureWritten } from '../../locale/cellTexts.ts';
import type { Column } from '../../table/column.ts';
import { Grid } from '../../table/Grid.tsx';
import { Line } from '../../table/Line.tsx';
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
  if (!body) return null;
  const sent = lines
    .filter((line) => body.invoiced[line.line]?.quantity && body.invoiced[line.line]?.price)
    .map((line) => line.line);
  const set = (line: DeliveredLine, to: { quantity?: string; price?: string }) => {
    const before = body.invoiced[line.line] ?? { quantity: '', price: '' };
    change({ invoiced: { ...body.invoiced, [line.line]: { ...before, ...to } } });
  };
  const rows = lines.map((line): InvoiceRow => {
    const said = body.invoiced[line.line] ?? { quantity: '', price: '' };
    return { line, said, amount: amountOfLine(said.quantity, said.price, '', currency) ?? '' };
  });
  return (
    <div className="screen">
      <Head title={customer} more={say('deliveries.invoice')} about={say('deliveries.invoice_about', { currency })} />
      <div className="body">
        <div className="fields">
          <DateField name={say('word.date')} body={body} change={change} refusals={refusals} />
        </div>
        <Cut list={open} />
        <div className="max-w-[960px]">
          <Grid
            name="invoice-lines"
            label={say('deliveries.lines_of_invoice')}
            columns={invoiceColumns(currency)}
            lines={rows}
            write={(changed) =>
              change({
                invoiced: {
                  ...body.invoiced,
                  ...Object.fromEntries([...changed.values()].map(({ line, said }) => [line.line, said])),
                },
              })
            }
            sums={[
              {
                cells: {
                  item: say('status.total'),
                  amount: showFigure(
                    sumOf(
                      rows.map(({ amount }) => amount),
                      currency,
                    ),
                  ),
                },
              },
            ]}
            draw={(index, place) => {
              const { line, said, amount } = rows[index] as InvoiceRow;
              const at = `/lines/${sent.indexOf(line.line)}`;
              const name = `${line.item.name}, ${line.delivery.number}`;
              return (
                <Line
                  key={line.line}
                  place={place}
                  title={{ item: line.item.number }}
                  cells={{
                    item: line.item.name,
                    delivery: (
                      <>
                        {line.delivery.number} <span className="dim">{showDay(line.delivery.date)}</span>
                      </>
                    ),
                    left: showFigure(openOf(line)),
                    quantity: (
                      <FigureCell
                        label={say('deliveries.quantity_of', { name })}
                        value={said.quantity}
                        wrong={wrongAt(refusals, `${at}/quantity`) ?? wrongAt(refusals, at)}
                        onChange={(quantity) => set(line, { quantity })}
                      />
                    ),
                    unit: line.item.unit,
                    price: (
                      <FigureCell
                        label={say('deliveries.price_of', { name })}
                        value={said.price}
                        wrong={wrongAt(refusals, `${at}/price`)}
                        onChange={(price) => set(line, { price })}
                      />
                    ),
                    amount: showFigure(amount),
                  }}
                />
              );
            }}
          />
        </div>
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

interface InvoiceRow {
  readonly line: DeliveredLine;
  readonly said: { readonly quantity: string; readonly price: string };
  readonly amount: string;
}

const invoiceColumns = (currency: string): Column<InvoiceRow>[] => [
  { id: 'item', title: say('word.item'), className: 'name', always: true, text: ({ line }) => line.item.number },
  { id: 'delivery', title: say('word.delivery'), text: ({ line }) => line.delivery.number },
  {
    id: 'left',
    title: say('deliveries.left_to_invoice'),
    className: 'num',
    text: ({ line }) => figureText(openOf(line)),
  },
  {
    id: 'quantity',
    title: say('word.quantity'),
    className: 'num',
    room: 'min-w-[110px]',
    always: true,
    text: ({ said }) => figureText(said.quantity),
    write: (row, text) => ({ ...row, said: { ...row.said, quantity: figureWritten(text) } }),
  },
  { id: 'unit', title: say('word.unit'), className: 'dim', room: 'min-w-[56px]', text: ({ line }) => line.item.unit },
  {
    id: 'price',
    title: say('word.price'),
    className: 'num',
    room: 'min-w-[120px]',
    always: true,
    text: ({ said }) => figureText(said.price),
    write: (row, text) => ({ ...row, said: { ...row.said, price: figureWritten(text) } }),
  },
  {
    id: 'amount',
    title: say('orders.amount_in', { currency }),
    className: 'num strong',
    text: ({ amount }) => figureText(amount),
  },
];
