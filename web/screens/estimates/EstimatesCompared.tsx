import { List } from '../../lists/List.tsx';
import { Head } from '../../parts/Head.tsx';
import { say } from '../../locale/say.ts';
import { LandingTabs } from '../landing/LandingTabs.tsx';
import { Empty } from '../../parts/Empty.tsx';

/** What was estimated with each received line beside what was billed of it, by carrier, route and kind over time. */
export function EstimatesCompared() {
  return (
    <div className="screen">
      <div>
        <Head title={say('list.estimates')} about={say('landing.compared_about')} />
        <LandingTabs />
      </div>
      <div className="body">
        <List
          list="estimates"
          empty={<Empty title={say('landing.none_estimated')} more={say('landing.none_estimated_more')} />}
        />
      </div>
    </div>
  );
}
