import { Drafts } from '../../drafts/Drafts.tsx';
import { List } from '../../lists/List.tsx';
import { Head } from '../../parts/Head.tsx';
import { say } from '../../locale/say.ts';
import { ReturnsTabs } from './ReturnsTabs.tsx';
import { Empty } from '../../parts/Empty.tsx';

/** Goods that went back to vendors, and what became of each: a bill that is lower, a credit, other goods in their place. */
export function Returns() {
  return (
    <div className="screen">
      <div>
        <Head title={say('list.returns')} about={say('returns.about')} />
        <ReturnsTabs />
      </div>
      <div className="body">
        <Drafts of={['return']} />
        <List list="returns" empty={<Empty title={say('returns.none')} more={say('returns.none_more')} />} />
      </div>
    </div>
  );
}
