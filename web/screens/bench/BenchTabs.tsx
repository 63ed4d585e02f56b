import { NavLink } from 'react-router';
import { say } from '../../locale/say.ts';

export function BenchTabs() {
  return (
    <nav className="tabs px-5 pb-2" aria-label={say('frame.bench')}>
      <NavLink to="/bench" end>
        {say('bench.bills')}
      </NavLink>
      <NavLink to="/bench/unmatched">{say('list.unmatched')}</NavLink>
      <NavLink to="/bench/decisions">{say('list.decisions')}</NavLink>
      <NavLink to="/bench/mailbox">{say('bench.mailbox')}</NavLink>
    </nav>
  );
}
