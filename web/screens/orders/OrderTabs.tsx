import { NavLink } from 'react-router';

export function OrderTabs() {
  return (
    <nav className="tabs px-5 pb-2" aria-label="Purchase orders">
      <NavLink to="/orders" end>
        Orders
      </NavLink>
      <NavLink to="/orders/lines">Lines</NavLink>
      <NavLink to="/orders/commitments">Commitments</NavLink>
    </nav>
  );
}
