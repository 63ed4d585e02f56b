import { List } from '../../lists/List.tsx';
import { Head } from '../../parts/Head.tsx';
import { ReturnsTabs } from './ReturnsTabs.tsx';
import { say } from '../../locale/say.ts';

/** Credits that vendors owe: for goods that went back, prices that were not agreed, what was not accepted; the oldest first. */
export function Credits() {
  return (
    <div className="screen">
      <div>
        <Head title={say('list.credits')} about={say('bench.credits_about')} />
        <ReturnsTabs />
      </div>
      <div className="body">
        <List
          list="credits"
          empty={
            <>
              <h2>{say('bench.credits_none')}</h2>
              <p>{say('bench.credits_none_more')}</p>
            </>
          }
        />
      </div>
    </div>
  );
}
