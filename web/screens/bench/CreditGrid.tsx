import type { CreditableView } from '@obolus/contract/views/bench';
import { type Entering, wrongAt } from '../../drafts/useDraft.ts';
import { choiceWritten, figureText, figureWritten } from '../../locale/cellTexts.ts';
import { showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { Choice } from '../../parts/Cells.tsx';
import { isZero } from '../../parts/exact.ts';
import { FigureCell } from '../../parts/FigureCell.tsx';
import type { Column } from '../../table/column.ts';
import { Grid } from '../../table/Grid.tsx';
import { Line } from '../../table/Line.tsx';
import { amountOf, type Body, type Credited, type To, toOf, usual } from './creditBody.ts';

interface CreditRow {
  readonly line: CreditableView;
  readonly said: Credited | undefined;
  readonly amount: string;
}

const isGoods = ({ kind }: CreditableView): boolean => kind === 'return';

const withSaid = (row: CreditRow, to: Credited): CreditRow => ({
  ...row,
  said: { ...usual(row.line), ...row.said, ...to },
});

const optionsOf = (line: CreditableView): (readonly [To, string])[] => toOf(line).map(([to, word]) => [to, say(word)]);

const creditColumns = (currency: string): Column<CreditRow>[] => [
  { id: 'goods', title: say('word.goods'), className: 'name', always: true, text: ({ line }) => line.label },
  { id: 'document', title: say('word.document'), text: ({ line }) => line.document.number },
  {
    id: 'status',
    title: say('word.status'),
    text: ({ line }) => say(line.kind === 'bill' ? 'status.billed' : `status.${line.kind}`),
  },
  { id: 'open', title: say('bench.open'), className: 'num', text: ({ line }) => figureText(openOf(line)) },
  {
    id: 'credited',
    title: say('kind.amounts_credited'),
    className: 'num',
    room: 'min-w-[80px]',
    always: true,
    text: ({ line, said }) => figureText(isGoods(line) ? said?.quantity : said?.amount),
    write: (row, text) => withSaid(row, { [isGoods(row.line) ? 'quantity' : 'amount']: figureWritten(text) }),
  },
  {
    id: 'price',
    title: say('word.price'),
    className: 'num',
    room: 'min-w-[80px]',
    text: ({ line, said }) => (isGoods(line) ? figureText(said?.price ?? line.price) : ''),
    write: (row, text) => (isGoods(row.line) ? withSaid(row, { price: figureWritten(text) }) : row),
  },
  {
    id: 'against',
    title: say('bench.against'),
    room: 'min-w-[150px]',
    text: ({ line, said }) =>
      isGoods(line) ? '' : (optionsOf(line).find(([to]) => to === (said?.to ?? usual(line).to ?? 'cost'))?.[1] ?? ''),
    write: (row, text) => {
      const to = isGoods(row.line) ? undefined : choiceWritten(text, optionsOf(row.line));
      return to === undefined ? row : withSaid(row, { to: to as To });
    },
  },
  {
    id: 'amount',
    title: say('orders.amount_in', { currency }),
    className: 'num strong',
    room: 'min-w-[90px]',
    text: ({ amount }) => figureText(amount),
  },
];

/** What is open of a line: goods by quantity, everything else by amount. */
const openOf = (line: CreditableView): string | null =>
  isGoods(line) ? line.quantity : isZero(line.expected) ? line.amount : line.expected;

/** What a credit memo may be for, and what of it this one credits. */
export function CreditGrid({
  entering: { change, refusals },
  body,
  lines,
}: {
  entering: Entering<Body>;
  body: Body;
  lines: readonly CreditableView[];
}) {
  const sent = Object.entries(body.credited)
    .filter(([, line]) => (line.quantity ?? line.amount ?? '') !== '')
    .map(([line]) => line);
  const rows = lines.map((line): CreditRow => ({
    line,
    said: body.credited[line.line],
    amount: amountOf(body, line) ?? '',
  }));
  const set = (row: CreditRow, to: Credited) => write(new Map([[0, withSaid(row, to)]]));
  const write = (changed: ReadonlyMap<number, CreditRow>) =>
    change({
      credited: {
        ...body.credited,
        ...Object.fromEntries([...changed.values()].flatMap(({ line, said }) => (said ? [[line.line, said]] : []))),
      },
    });
  return (
    <Grid
      name="credit-lines"
      label={say('bench.lines_of_memo')}
      className="ruled tight"
      columns={creditColumns(body.currency)}
      lines={rows}
      passChoices
      write={write}
      draw={(index, place) => {
        const row = rows[index] as CreditRow;
        const { line, said, amount } = row;
        const at = `/lines/${sent.indexOf(line.line)}`;
        const name = `${line.label}, ${line.document.number}`;
        return (
          <Line
            key={line.line}
            place={place}
            title={{ goods: line.label }}
            cells={{
              goods: line.label,
              document: [line.document.number, line.document.reference].filter(Boolean).join(' · '),
              status: say(line.kind === 'bill' ? 'status.billed' : `status.${line.kind}`),
              open: isGoods(line) ? `${showFigure(openOf(line))} ${line.unit}` : showFigure(openOf(line)),
              credited: isGoods(line) ? (
                <FigureCell
                  label={say('bench.credited_quantity_of', { name })}
                  value={said?.quantity ?? ''}
                  wrong={wrongAt(refusals, `${at}/quantity`)}
                  onChange={(quantity) => set(row, { quantity })}
                />
              ) : (
                <FigureCell
                  label={say('bench.credited_amount_of', { name })}
                  value={said?.amount ?? ''}
                  wrong={wrongAt(refusals, `${at}/amount`) ?? wrongAt(refusals, at)}
                  onChange={(credited) => set(row, { amount: credited })}
                />
              ),
              price: isGoods(line) && (
                <FigureCell
                  label={say('bench.credited_price_of', { name })}
                  value={said?.price ?? line.price ?? ''}
                  wrong={wrongAt(refusals, `${at}/price`)}
                  onChange={(price) => set(row, { price })}
                />
              ),
              against: !isGoods(line) && (
                <Choice
                  label={say('bench.where_credit', { name })}
                  value={said?.to ?? usual(line).to ?? 'cost'}
                  options={optionsOf(line)}
                  onChange={(to) => set(row, { to: to as To })}
                />
              ),
              amount: showFigure(amount),
            }}
          />
        );
      }}
    />
  );
}
