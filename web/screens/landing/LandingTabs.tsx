import { Link, NavLink, useLocation } from 'react-router';
import { say } from '../../locale/say.ts';

/** A sheet has its draft in its address. */
const SHEET = /^\/landing(\/[0-9a-f-]{36})?$/;

/** What belongs to charges and the goods that they go onto. */
export function LandingTabs() {
  const isSheet = SHEET.test(useLocation().pathname);
  return (
    <nav className="tabs px-5 pb-2" aria-label={say('frame.landing')}>
      <Link to="/landing" aria-current={isSheet ? 'page' : undefined} className={isSheet ? 'active' : ''}>
        {say('frame.landing')}
      </Link>
      <NavLink to="/landing/unbilled-estimates">{say('landing.unbilled_estimates')}</NavLink>
      <NavLink to="/landing/estimates">{say('list.estimates')}</NavLink>
      <NavLink to="/landing/try-code">{say('landing.try_code')}</NavLink>
    </nav>
  );
}
