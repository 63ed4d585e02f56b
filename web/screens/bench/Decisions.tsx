import { List } from '../../lists/List.tsx';
import { Head } from '../../parts/Head.tsx';
import { BenchTabs } from './BenchTabs.tsx';

/** Every difference on a bill that was decided: by whom, when, why, and who agreed. */
export function Decisions() {
  return (
    <div className="screen">
      <div>
        <Head title="Match decisions" about="Every difference on a bill: how it was decided, by whom, when and why" />
        <BenchTabs />
      </div>
      <div className="body">
        <List
          list="decisions"
          empty={
            <>
              <h2>Nothing was to be decided yet</h2>
              <p>A bill that differs from its order or receipt leaves here how that was decided, and why.</p>
            </>
          }
        />
      </div>
    </div>
  );
}
