import { List } from '../../lists/List.tsx';
import { say } from '../../locale/say.ts';
import { Head } from '../../parts/Head.tsx';
import { PayablesTabs } from './PayablesTabs.tsx';
import { Empty } from '../../parts/Empty.tsx';

/** Bills that were paid, and are like others that were paid too: what may have been paid twice is asked back. */
export function PaidTwice() {
  return (
    <div className="screen">
      <div>
        <Head title={say('list.paid_twice')} about={say('payables.paid_twice_about')} />
        <PayablesTabs />
      </div>
      <div className="body">
        <List list="paid-twice" empty={<Empty title={say('payables.nothing_paid_twice')} />} />
      </div>
    </div>
  );
}
