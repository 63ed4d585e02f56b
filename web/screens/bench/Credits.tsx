import { List } from '../../lists/List.tsx';
import { Head } from '../../parts/Head.tsx';
import { BenchTabs } from './BenchTabs.tsx';

/** Credits that vendors owe: for goods that went back, prices that were not agreed, what was not accepted; the oldest first. */
export function Credits() {
  return (
    <div className="screen">
      <div>
        <Head title="Credits expected" about="What vendors owe back, the oldest first; a credit memo clears it" />
        <BenchTabs />
      </div>
      <div className="body">
        <List
          list="credits"
          empty={
            <>
              <h2>No credit is expected</h2>
              <p>
                What is asked back on a bill, and goods that went back after they were billed, wait here for the
                vendor’s credit memo.
              </p>
            </>
          }
        />
      </div>
    </div>
  );
}
