import { Link } from 'react-router';
import { Drafts } from '../../drafts/Drafts.tsx';
import { List } from '../../lists/List.tsx';
import { Head } from '../../parts/Head.tsx';
import { useNewKey } from '../../parts/useNewKey.ts';
import { useMayPost } from '../../server/me.ts';
import { PayablesTabs } from './PayablesTabs.tsx';
import { say } from '../../locale/say.ts';
import { Empty } from '../../parts/Empty.tsx';

/** Money that was paid before the bill, the oldest first. */
export function Prepayments() {
  const mayPrepay = useMayPost('prepayment');
  useNewKey(mayPrepay ? '/payables/prepay' : undefined);
  return (
    <div className="screen">
      <div>
        <Head title={say('list.prepayments')} about={say('payables.prepayments_about')}>
          {mayPrepay && (
            <Link className="btn" to="/payables/prepay">
              {say('payables.prepay')} <kbd>N</kbd>
            </Link>
          )}
        </Head>
        <PayablesTabs />
      </div>
      <div className="body">
        <Drafts of={['prepayment']} />
        <List
          list="prepayments"
          empty={<Empty title={say('payables.no_prepayments')} more={say('payables.no_prepayments_more')} />}
        />
      </div>
    </div>
  );
}
