import { NavLink } from 'react-router';
import { say } from '../../locale/say.ts';

export function OrderTabs() {
  return (
    <nav className="tabs px-5 pb-2" aria-label={say('list.orders')}>
      <NavLink to="/orders" end>
        {say('word.orders')}
      </NavLink>
      <NavLink to="/orders/lines">{say('word.lines')}</NavLink>
      <NavLink to="/orders/commitments">{say('orders.commitments')}</NavLink>
    </nav>
  );
}
