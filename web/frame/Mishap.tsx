import { Link, useRouteError } from 'react-router';
import { say } from '../locale/say.ts';
import { Empty } from '../parts/Empty.tsx';

/** What is shown where nothing can be: an address that leads nowhere, or a part of the page that broke. */
export function Mishap() {
  const problem = useRouteError();
  return (
    <div className="body">
      <Empty
        title={problem ? say('frame.page_broke') : say('frame.nothing_here')}
        more={`${problem instanceof Error ? problem.message : say('frame.old_address')} ${say('frame.nothing_lost')}`}
      >
        <p className="pt-3">
          <Link className="act" to="/orders" reloadDocument>
            {say('frame.back_to_orders')}
          </Link>
        </p>
      </Empty>
    </div>
  );
}
