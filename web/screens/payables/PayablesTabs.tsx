import { NavLink } from 'react-router';
import { say } from '../../locale/say.ts';

export function PayablesTabs() {
  return (
    <nav className="tabs px-5 pb-2" aria-label={say('list.payables')}>
      <NavLink to="/payables" end>
        {say('payables.by_age')}
      </NavLink>
      <NavLink to="/payables/open">{say('payables.open_items')}</NavLink>
      <NavLink to="/payables/outlook">{say('payables.outlook')}</NavLink>
      <NavLink to="/payables/prepayments">{say('list.prepayments')}</NavLink>
      <NavLink to="/payables/runs">{say('paying.runs')}</NavLink>
      <NavLink to="/payables/checks">{say('paying.checks')}</NavLink>
      <NavLink to="/payables/bank">{say('paying.bank')}</NavLink>
      <NavLink to="/payables/paid-twice">{say('list.paid_twice')}</NavLink>
    </nav>
  );
}
