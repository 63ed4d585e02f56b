import { List } from '../../lists/List.tsx';
import { say } from '../../locale/say.ts';
import { Head } from '../../parts/Head.tsx';
import { PayablesTabs } from './PayablesTabs.tsx';

/** Bills that were paid, and are like others that were paid too: what may have been paid twice is asked back. */
export function PaidTwice() {
  return (
    <div className="screen">
      <div>
        <Head title={say('list.paid_twice')} about={say('payables.paid_twice_about')} />
        <PayablesTabs />
      </div>
      <div className="body">
        <List list="paid-twice" empty={<h2>{say('payables.nothing_paid_twice')}</h2>} />
      </div>
    </div>
  );
}
