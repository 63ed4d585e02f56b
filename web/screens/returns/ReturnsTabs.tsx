import { NavLink } from 'react-router';
import { say } from '../../locale/say.ts';

export function ReturnsTabs() {
  return (
    <nav className="tabs px-5 pb-2" aria-label={say('list.returns')}>
      <NavLink to="/returns" end>
        {say('list.returns')}
      </NavLink>
      <NavLink to="/returns/credits">{say('list.credits')}</NavLink>
    </nav>
  );
}
