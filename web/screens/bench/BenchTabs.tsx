import { NavLink } from 'react-router';

export function BenchTabs() {
  return (
    <nav className="tabs px-5 pb-2" aria-label="Match bench">
      <NavLink to="/bench" end>
        Bills
      </NavLink>
      <NavLink to="/bench/unmatched">Goods received not invoiced</NavLink>
      <NavLink to="/bench/credits">Credits expected</NavLink>
      <NavLink to="/bench/decisions">Match decisions</NavLink>
      <NavLink to="/bench/mailbox">Mailbox</NavLink>
    </nav>
  );
}
