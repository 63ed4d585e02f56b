import { Link, useParams } from 'react-router';
import type { Condition } from '@obolus/contract/listState';
import { server } from '../../server/api.ts';
import { useMe } from '../../server/me.ts';
import { ListBeside } from '../../lists/List.tsx';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { PriceChart } from './PriceChart.tsx';
import { SHOWN_OF_PURCHASES } from './purchases.tsx';
import { say } from '../../locale/say.ts';
import type { MessageId } from '@obolus/messages/message';

/** What an item was bought at: the way of its price as a line, and each order and bill below; where it lies, and what is still to come. */
export function Item() {
  const { item = '' } = useParams();
  const { company } = useMe();
  const known = server.useEntryQuery({ params: { register: 'items', id: item } });
  const its: Condition = { column: 'item_id', is: 'is', to: item };
  const bought = server.useListInfiniteQuery({ list: 'purchases', where: [its], sort: 'date', down: true });
  if (known.isError)
    return (
      <div className="body">
        <Problem error={known.error} again={known.refetch} />
      </div>
    );
  if (!known.currentData) return null;
  const { name = '', number = '', unit = '', method = '' } = known.currentData.fields;
  return (
    <div className="screen">
      <Head
        title={name}
        more={number}
        about={say('item.kept_in', {
          unit,
          method: method === '' ? '' : { word: `choice.${method}` as MessageId },
          currency: company.currency,
        })}
      >
        <Link className="btn quiet" to={`/setup/items/${item}`}>
          {say('item.set_up')}
        </Link>
      </Head>
      <div className="body flex flex-col gap-7">
        <PriceChart
          rows={bought.currentData?.pages.flatMap((page) => page.rows) ?? []}
          unit={unit}
          currency={company.currency}
        />
        <ListBeside
          list="order-lines"
          fixed={[its, { column: 'open', is: 'filled', to: '' }]}
          first={{
            columns: ['order', 'due', 'late', 'vendor', 'ordered', 'received', 'open', 'price', 'currency', 'worth'],
          }}
          without={['item', 'number']}
          title={say('word.outstanding')}
          empty={<p>{say('item.nothing_on_order')}</p>}
        />
        <ListBeside
          list="stock"
          fixed={[its]}
          without={['item', 'number', 'method']}
          title={say('word.on_hand')}
          empty={<p>{say('item.never_here')}</p>}
        />
        <ListBeside
          list="purchases"
          fixed={[its]}
          without={['item']}
          show={SHOWN_OF_PURCHASES}
          title={say('item.ordered_billed')}
          empty={<p>{say('item.never_ordered')}</p>}
        />
      </div>
    </div>
  );
}
