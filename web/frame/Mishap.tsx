import { Link, useRouteError } from 'react-router';

/** What is shown where nothing can be: an address that leads nowhere, or a part of the page that broke. */
export function Mishap() {
  const problem = useRouteError();
  return (
    <div className="body">
      <div className="empty">
        <h2>{problem ? 'This page broke' : 'There is nothing here'}</h2>
        <p>
          {problem instanceof Error ? problem.message : 'The address may be old, or mistyped.'} Nothing that was posted
          or kept as a draft is lost.
        </p>
        <p className="pt-3">
          <Link className="act" to="/orders" reloadDocument>
            Back to the orders
          </Link>
        </p>
      </div>
    </div>
  );
}
