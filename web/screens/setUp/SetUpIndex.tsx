import type { ReactNode } from 'react';
import { Link, useLocation } from 'react-router';
import { REGISTER_NAMES } from '@obolus/contract/registers/register';
import { REGISTERS } from '@obolus/contract/registers/registers';

const PAGES = [
  ...REGISTER_NAMES.map((name) => ({
    to: name === 'company' ? '/setup/company/1' : `/setup/${name}`,
    name: REGISTERS[name].title,
  })),
  { to: '/setup/people', name: 'People' },
  { to: '/setup/imports', name: 'Import' },
  { to: '/setup/preferences', name: 'Figures and days' },
];

/** The pages of the setting up, at the left of each of them; what belongs to the one that is open stands below. */
export function SetUpIndex({ children }: { children?: ReactNode }) {
  const { pathname } = useLocation();
  return (
    <nav aria-label="Setup">
      <header>
        <b>Setup</b>
      </header>
      {PAGES.map(({ to, name }) => (
        <Link key={to} className="pick" to={to} aria-current={pathname === to || pathname.startsWith(`${to}/`)}>
          {name}
        </Link>
      ))}
      {children}
    </nav>
  );
}
