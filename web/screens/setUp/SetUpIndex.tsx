import type { ReactNode } from 'react';
import { Link, useLocation } from 'react-router';

const PAGES = [
  { to: '/setup/people', name: 'People', about: 'roles, limits' },
  { to: '/setup', name: 'Import', about: 'from CSV' },
] as const;

/** The pages of the setting up, at the left of each of them; what belongs to the one that is open stands below. */
export function SetUpIndex({ children }: { children?: ReactNode }) {
  const { pathname } = useLocation();
  return (
    <nav aria-label="Setup">
      <header>
        <b>Setup</b>
      </header>
      {PAGES.map(({ to, name, about }) => (
        <Link key={to} className="pick" to={to} aria-current={pathname === to}>
          <b className="strong">{name}</b>
          <small>{about}</small>
        </Link>
      ))}
      {children}
    </nav>
  );
}
