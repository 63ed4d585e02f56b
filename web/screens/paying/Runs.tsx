import { Link } from 'react-router';
import { Drafts } from '../../drafts/Drafts.tsx';
import { List } from '../../lists/List.tsx';
import { say } from '../../locale/say.ts';
import { Head } from '../../parts/Head.tsx';
import { useNewKey } from '../../parts/useNewKey.ts';
import { useMayPost } from '../../server/me.ts';
import { PayablesTabs } from '../payables/PayablesTabs.tsx';
import { Empty } from '../../parts/Empty.tsx';

/** Payment runs, the latest first: what waits to be released, and how each stands with the bank. */
export function Runs() {
  const mayRun = useMayPost('payment-run');
  useNewKey(mayRun ? '/payables/runs/new' : undefined);
  return (
    <div className="screen">
      <div>
        <Head title={say('paying.runs')} about={say('paying.runs_about')}>
          {mayRun && (
            <Link className="btn" to="/payables/runs/new">
              {say('paying.new_run')} <kbd>N</kbd>
            </Link>
          )}
        </Head>
        <PayablesTabs />
      </div>
      <div className="body">
        <Drafts of={['payment-run']} />
        <List list="payment-runs" empty={<Empty title={say('paying.no_runs')} more={say('paying.no_runs_more')} />} />
      </div>
    </div>
  );
}
