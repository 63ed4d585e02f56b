import { NavLink } from 'react-router';

export function LedgerTabs() {
  return (
    <nav className="tabs px-5 pb-2" aria-label="Ledger">
      <NavLink to="/ledger" end>
        Journal
      </NavLink>
      <NavLink to="/ledger/trial-balance">Trial balance</NavLink>
    </nav>
  );
}
