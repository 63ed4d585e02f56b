import { List } from '../../lists/List.tsx';
import { Head } from '../../parts/Head.tsx';
import { BenchTabs } from './BenchTabs.tsx';
import { say } from '../../locale/say.ts';
import { Empty } from '../../parts/Empty.tsx';

/** Every difference on a bill that was decided: by whom, when, why, and who agreed. */
export function Decisions() {
  return (
    <div className="screen">
      <div>
        <Head title={say('list.decisions')} about={say('bench.decisions_about')} />
        <BenchTabs />
      </div>
      <div className="body">
        <List
          list="decisions"
          empty={<Empty title={say('bench.decisions_none')} more={say('bench.decisions_none_more')} />}
        />
      </div>
    </div>
  );
}
