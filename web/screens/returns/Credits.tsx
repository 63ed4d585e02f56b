import { Link } from 'react-router';
import { Drafts } from '../../drafts/Drafts.tsx';
import { List } from '../../lists/List.tsx';
import { showFigure } from '../../locale/figures.ts';
import { server } from '../../server/api.ts';
import { Head } from '../../parts/Head.tsx';
import { useNewKey } from '../../parts/useNewKey.ts';
import { useMayPost } from '../../server/me.ts';
import { Reminders } from './Reminders.tsx';
import { ReturnsTabs } from './ReturnsTabs.tsx';
import { say } from '../../locale/say.ts';
import { Empty } from '../../parts/Empty.tsx';

/** What vendors owe beside what the accounts say: the same, to the cent. */
function Owed() {
  const owed = server.useCreditsOwedQuery().data;
  if (!owed) return null;
  const agrees = owed.sum === owed.accounts;
  return (
    <p className={`pb-3 ${agrees ? 'text-proved' : 'text-over'}`} role="status">
      {say(agrees ? 'returns.accounts_agree' : 'returns.accounts_differ', {
        sum: showFigure(owed.sum),
        accounts: showFigure(owed.accounts),
      })}
    </p>
  );
}

/** Credits that vendors owe: for goods that went back, prices that were not agreed, what was not accepted; the oldest first. */
export function Credits() {
  const mayClaim = useMayPost('claim');
  useNewKey(mayClaim ? '/returns/claim' : undefined);
  return (
    <div className="screen">
      <div>
        <Head title={say('list.credits')} about={say('bench.credits_about')}>
          {mayClaim && (
            <Link className="btn" to="/returns/claim">
              {say('returns.new_claim')} <kbd>N</kbd>
            </Link>
          )}
        </Head>
        <ReturnsTabs />
      </div>
      <div className="body">
        <Drafts of={['claim', 'claim-closing']} />
        <Owed />
        <List
          list="credits"
          empty={<Empty title={say('bench.credits_none')} more={say('bench.credits_none_more')} />}
        />
        <Reminders />
      </div>
    </div>
  );
}
