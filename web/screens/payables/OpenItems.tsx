import { List } from '../../lists/List.tsx';
import { Head } from '../../parts/Head.tsx';
import { PayablesTabs } from './PayablesTabs.tsx';
import { say } from '../../locale/say.ts';
import { Empty } from '../../parts/Empty.tsx';

/** Bills and credit memos that are open, each with the day it is due and what holds its payment. */
export function OpenItems() {
  return (
    <div className="screen">
      <div>
        <Head title={say('payables.open_items')} about={say('payables.open_about')} />
        <PayablesTabs />
      </div>
      <div className="body">
        <List list="payables" empty={<Empty title={say('payables.none')} />} />
      </div>
    </div>
  );
}
