import { NavLink } from 'react-router';
import { say } from '../../locale/say.ts';

export function LedgerTabs() {
  return (
    <nav className="tabs px-5 pb-2" aria-label={say('frame.ledger')}>
      <NavLink to="/ledger" end>
        {say('frame.do_journal')}
      </NavLink>
      <NavLink to="/ledger/trial-balance">{say('frame.do_trial')}</NavLink>
    </nav>
  );
}
