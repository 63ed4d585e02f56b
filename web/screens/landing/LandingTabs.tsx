import { NavLink } from 'react-router';
import { say } from '../../locale/say.ts';

/** What belongs to charges and the goods that they go onto. */
export function LandingTabs() {
  return (
    <nav className="tabs px-5 pb-2" aria-label={say('frame.landing')}>
      <NavLink to="/landing" end>
        {say('frame.landing')}
      </NavLink>
      <NavLink to="/landing/unbilled-estimates">{say('landing.unbilled_estimates')}</NavLink>
      <NavLink to="/landing/estimates">{say('list.estimates')}</NavLink>
      <NavLink to="/landing/try-code">{say('landing.try_code')}</NavLink>
    </nav>
  );
}
