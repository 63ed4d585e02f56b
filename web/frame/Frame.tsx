import { lazy, Suspense, useEffect, useState, useSyncExternalStore } from 'react';
import { NavLink, Outlet, useLocation } from 'react-router';
import { Toaster } from 'sonner';
import { MAY_SECOND } from '@obolus/contract/approvals';
import type { Role } from '@obolus/contract/roles';
import type { Me, Waiting } from '@obolus/contract/views/me';
import { server } from '../server/api.ts';
import { Problem } from '../parts/Problem.tsx';
import { SignIn } from './SignIn.tsx';
import { SignInAgain } from './SignInAgain.tsx';
import { hasEnded, onSession } from '../server/session.ts';
import { isNight, turnEdition } from './edition.ts';
import { Account } from './Account.tsx';
import { Mark } from './Mark.tsx';
import { setFormats } from '../locale/formats.ts';
import { MeContext } from '../server/me.ts';
import { chapterAt } from '../guide/places.ts';
import { shownKey } from '../keys/shownKey.ts';
import { useFocusKept } from '../keys/useFocusKept.ts';
import { useKey } from '../keys/useKey.ts';
import { Search } from './Search.tsx';
import { languageFor, say, speak, spoken } from '../locale/say.ts';
import type { MessageId } from '@obolus/messages/message';
import { useOthersWork } from './useOthersWork.ts';

// What is only read, and opened now and then, is no part of the first page.
const Help = lazy(() => import('../guide/Help.tsx'));
const Shortcuts = lazy(() => import('./Shortcuts.tsx').then(({ Shortcuts: part }) => ({ default: part })));

/** The index of the work in the order it is done; a count only where something waits. */
const WORK: readonly { to: string; name: MessageId; count?: keyof Waiting; rule?: boolean; roles?: readonly Role[] }[] =
  [
    { to: '/orders', name: 'word.orders', count: 'orders' },
    { to: '/receiving', name: 'frame.receiving', count: 'receiving' },
    { to: '/bench', name: 'frame.bench', count: 'bills' },
    { to: '/landing', name: 'frame.landing', count: 'charges' },
    { to: '/shipments', name: 'shipments.title' },
    { to: '/deliveries', name: 'list.deliveries', count: 'deliveries' },
    { to: '/returns', name: 'list.returns', count: 'credits' },
    { to: '/payables', name: 'list.payables', count: 'due' },
    { to: '/approvals', name: 'frame.approvals', count: 'approvals', roles: MAY_SECOND },
    { to: '/stock', name: 'list.stock' },
    { to: '/ledger', name: 'frame.ledger', rule: true },
    { to: '/setup', name: 'frame.setup' },
  ];

export function Frame() {
  const start = server.useStartQuery();
  if (start.isLoading) return null;
  if (!start.data)
    return (
      <div className="body">
        <Problem error={start.error} again={start.refetch} />
      </div>
    );
  const { me } = start.data;
  return me ? <Spoken me={me} /> : <SignIn />;
}

/** Everything in the language and with the figures of whoever is signed in; who changes them sees everything drawn anew. */
function Spoken({ me }: { me: Me }) {
  const language = languageFor(me.preferences.language);
  const [, setSpoken] = useState(spoken());
  useEffect(() => {
    void speak(language).then(() => setSpoken(language));
  }, [language]);
  if (spoken() !== language) return null;
  setFormats(me.preferences);
  return (
    <MeContext value={me}>
      <Signed key={Object.values(me.preferences).join(' ') + language} me={me} />
    </MeContext>
  );
}

function Signed({ me }: { me: Me }) {
  const [searching, setSearching] = useState(false);
  const [helping, setHelping] = useState(false);
  const [explaining, setExplaining] = useState<string>();
  const { pathname } = useLocation();
  const ended = useSyncExternalStore(onSession, hasEnded);
  useKey('find', () => setSearching(true));
  useKey('sheet', () => setHelping(true));
  useKey('help', () => setExplaining(chapterAt(pathname)));
  useFocusKept();
  return (
    <div className="frame">
      <Index me={me} onSearch={() => setSearching(true)} onKeys={() => setHelping(true)} />
      <main className="min-w-0">
        <p className="printed dim">
          {say('frame.printed', { company: me.company.name, name: me.user.name, day: { day: me.company.today } })}
        </p>
        <Outlet />
      </main>
      <Search open={searching} onOpenChange={setSearching} />
      {helping && (
        <Suspense fallback={null}>
          <Shortcuts open onOpenChange={setHelping} />
        </Suspense>
      )}
      {explaining !== undefined && (
        <Suspense fallback={null}>
          <Help chapter={explaining} onClose={() => setExplaining(undefined)} />
        </Suspense>
      )}
      {ended && <SignInAgain me={me} />}
      <Toaster
        containerAriaLabel={say('frame.notices')}
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

function Index({ me, onSearch, onKeys }: { me: Me; onSearch: () => void; onKeys: () => void }) {
  const waiting = useOthersWork();
  const { pathname } = useLocation();
  const [signOut] = server.useSignOutMutation();
  const [isAccount, setAccount] = useState(false);
  const [isDark, setDark] = useState(isNight);
  return (
    <nav className="index" aria-label={say('frame.the_work')}>
      <NavLink to="/orders" className="mark">
        <Mark /> Obolus
      </NavLink>
      <button type="button" className="find" onClick={onSearch}>
        {say('frame.find')} <kbd>{shownKey('find')}</kbd>
      </button>
      {!me.company.begun && (
        <NavLink to="/first-steps" className="to">
          {say('first.title')}
        </NavLink>
      )}
      {WORK.filter(({ roles }) => roles?.includes(me.user.role) ?? true).map(({ to, name, count, rule }) => {
        const n = count ? waiting.data?.[count] : undefined;
        return (
          <div key={to}>
            {rule && <hr />}
            <NavLink to={to} className="to" aria-current={pathname.startsWith(to) ? 'page' : undefined}>
              {say(name)}
              {n ? <i>{n}</i> : null}
            </NavLink>
          </div>
        );
      })}
      <div className="who">
        <span className="told">
          {me.company.name}
          <br />
          {say('frame.open_from', { day: { day: me.company.firstOpenDay } })}
          <br />
          <span className="text-ink">{me.user.name}</span> · {say(`role.${me.user.role}`)}
          <br />
        </span>
        <button type="button" onClick={() => setDark(turnEdition())}>
          {say(isDark ? 'frame.light_edition' : 'frame.dark_edition')}
        </button>{' '}
        ·{' '}
        <button type="button" onClick={() => void signOut({}).then(() => location.assign('/'))}>
          {say('frame.sign_out')}
        </button>{' '}
        ·{' '}
        <button type="button" onClick={() => setAccount(true)}>
          {say('frame.password')}
        </button>{' '}
        ·{' '}
        <button type="button" onClick={onKeys}>
          {say('frame.keys')}
        </button>{' '}
        ·{' '}
        <NavLink to={`/guide/${chapterAt(pathname)}`} className="text-bronze">
          {say('guide.title')}
        </NavLink>
        {isAccount && <Account onClose={() => setAccount(false)} />}
      </div>
    </nav>
  );
}
