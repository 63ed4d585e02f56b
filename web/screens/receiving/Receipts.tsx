import { Link } from 'react-router';
import { useMe } from '../../server/me.ts';
import { List } from '../../lists/List.tsx';
import { Head } from '../../parts/Head.tsx';
import { say } from '../../locale/say.ts';
import { Empty } from '../../parts/Empty.tsx';

/** Every receipt, and what of it is not billed yet. */
export function Receipts() {
  const { company } = useMe();
  return (
    <div className="screen">
      <Head title={say('list.receipts')} about={say('receiving.receipts_about', { currency: company.currency })}>
        <Link className="btn quiet" to="/receiving">
          {say('frame.do_receive')}
        </Link>
      </Head>
      <div className="body">
        <List
          list="receipts"
          empty={<Empty title={say('receiving.receipts_none')} more={say('receiving.receipts_none_more')} />}
        />
      </div>
    </div>
  );
}
