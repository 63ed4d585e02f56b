import type { ReactNode } from 'react';
import { Link, useLocation } from 'react-router';
import { REGISTER_NAMES } from '@obolus/contract/registers/register';
import { REGISTERS } from '@obolus/contract/registers/registers';
import { say } from '../../locale/say.ts';
import type { MessageId } from '@obolus/messages/message';

const PAGES: readonly { to: string; name: MessageId }[] = [
  ...REGISTER_NAMES.map((name) => ({
    to: name === 'company' ? '/setup/company/1' : `/setup/${name}`,
    name: REGISTERS[name].title,
  })),
  { to: '/setup/people', name: 'setUp.people' },
  { to: '/setup/imports', name: 'setUp.import' },
  { to: '/setup/preferences', name: 'setUp.preferences' },
];

/** The pages of the setting up, at the left of each of them; what belongs to the one that is open stands below. */
export function SetUpIndex({ children }: { children?: ReactNode }) {
  const { pathname } = useLocation();
  return (
    <nav aria-label={say('frame.setup')}>
      <header>
        <b>{say('frame.setup')}</b>
      </header>
      {PAGES.map(({ to, name }) => (
        <Link key={to} className="pick" to={to} aria-current={pathname === to || pathname.startsWith(`${to}/`)}>
          {say(name)}
        </Link>
      ))}
      {children}
    </nav>
  );
}
