import { useEffect, useState } from 'react';
import { NavLink, Outlet, useLocation } from 'react-router';
import { Toaster } from 'sonner';
import { MAY_SECOND } from '@obolus/contract/approvals';
import type { Role } from '@obolus/contract/roles';
import type { Me, Waiting } from '@obolus/contract/views/me';
import { problemOf, server } from '../server/api.ts';
import { Problem } from '../parts/Problem.tsx';
import { showDay } from '../parts/figures.ts';
import { SignIn } from './SignIn.tsx';
import { isNight, turnEdition } from './edition.ts';
import { Account } from './Account.tsx';
import { Mark } from './Mark.tsx';
import { setFormats } from '../locale/formats.ts';
import { MeContext } from '../server/me.ts';
import { Search } from './Search.tsx';
import { Shortcuts } from './Shortcuts.tsx';

/** The index of the work in the order it is done; a count only where something waits. */
const WORK: readonly { to: string; name: string; count?: keyof Waiting; rule?: boolean; roles?: readonly Role[] }[] = [
  { to: '/orders', name: 'Orders', count: 'orders' },
  { to: '/receiving', name: 'Receiving', count: 'receiving' },
  { to: '/bench', name: 'Match bench', count: 'bills' },
  { to: '/landing', name: 'Landing sheet', count: 'charges' },
  { to: '/deliveries', name: 'Deliveries', count: 'deliveries' },
  { to: '/approvals', name: 'Approvals', count: 'approvals', roles: MAY_SECOND },
  { to: '/stock', name: 'Stock & cost' },
  { to: '/ledger', name: 'Ledger', rule: true },
  { to: '/setup', name: 'Setup' },
];

export function Frame() {
  const me = server.useMeQuery();
  if (me.isLoading) return null;
  if (problemOf(me.error)?.status === 401) return <SignIn />;
  if (!me.data)
    return (
      <div className="body">
        <Problem error={me.error} again={me.refetch} />
      </div>
    );
  setFormats(me.data.preferences);
  return (
    <MeContext value={me.data}>
      {/* Whoever writes figures otherwise sees everything drawn anew. */}
      <Signed key={Object.values(me.data.preferences).join(' ')} me={me.data} />
    </MeContext>
  );
}

function Signed({ me }: { me: Me }) {
  const [searching, setSearching] = useState(false);
  const [helping, setHelping] = useState(false);
  useFrameKeys(
    () => setSearching(true),
    () => setHelping(true),
  );
  return (
    <div className="frame">
      <Index me={me} onSearch={() => setSearching(true)} />
      <main className="min-w-0">
        <Outlet />
      </main>
      <Search open={searching} onOpenChange={setSearching} />
      <Shortcuts open={helping} onOpenChange={setHelping} />
      <Toaster
        position="bottom-left"
        toastOptions={{
          style: {
            background: 'var(--ink)',
            color: 'var(--paper)',
            border: 0,
            borderRadius: 3,
            fontFamily: 'var(--text)',
          },
        }}
      />
    </div>
  );
}

function Index({ me, onSearch }: { me: Me; onSearch: () => void }) {
  const waiting = server.useWaitingQuery(undefined, { pollingInterval: 60_000 });
  const { pathname } = useLocation();
  const [signOut] = server.useSignOutMutation();
  const [isAccount, setAccount] = useState(false);
  const [isDark, setDark] = useState(isNight);
  return (
    <nav className="index" aria-label="The work">
      <NavLink to="/orders" className="mark">
        <Mark /> Obolus
      </NavLink>
      <button type="button" className="find" onClick={onSearch}>
        Find <kbd>Ctrl K</kbd>
      </button>
      {WORK.filter(({ roles }) => roles?.includes(me.user.role) ?? true).map(({ to, name, count, rule }) => {
        const n = count ? waiting.data?.[count] : undefined;
        return (
          <div key={to}>
            {rule && <hr />}
            <NavLink to={to} className="to" aria-current={pathname.startsWith(to) ? 'page' : undefined}>
              {name}
              {n ? <i>{n}</i> : null}
            </NavLink>
          </div>
        );
      })}
      <div className="who">
        <span className="told">
          {me.company.name}
          <br />
          open from {showDay(me.company.firstOpenDay)}
          <br />
          <span className="text-ink">{me.user.name}</span> · {me.user.role}
          <br />
        </span>
        <button type="button" onClick={() => setDark(turnEdition())}>
          {isDark ? 'Light' : 'Dark'} edition
        </button>{' '}
        ·{' '}
        <button type="button" onClick={() => void signOut({}).then(() => location.assign('/'))}>
          Sign out
        </button>{' '}
        ·{' '}
        <button type="button" onClick={() => setAccount(true)}>
          Password
        </button>
        {isAccount && <Account onClose={() => setAccount(false)} />}
      </div>
    </nav>
  );
}

function useFrameKeys(search: () => void, help: () => void): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && event.target.matches('input, textarea, select');
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
        event.preventDefault();
        search();
      } else if (event.key === '?' && !typing) {
        help();
      }
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, [search, help]);
}
