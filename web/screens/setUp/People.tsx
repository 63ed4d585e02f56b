import { Link } from 'react-router';
import { Dialog } from 'radix-ui';
import { type FormEvent, useState } from 'react';
import { toast } from 'sonner';
import { type Role, ROLES } from '@obolus/contract/roles';
import type { PersonView } from '@obolus/contract/views/setUp';
import { problemOf, saidAgainst, server } from '../../server/api.ts';
import { wrongAt } from '../../drafts/useDraft.ts';
import { useMe } from '../../server/me.ts';
import { Cell, Choice, Field } from '../../parts/Cells.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { showFigure } from '../../parts/figures.ts';
import { gridKeys } from '../../parts/gridKeys.ts';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { SetUpIndex } from './SetUpIndex.tsx';

/** Who works here, as what, and up to which amount each may order without another person. */
export function People() {
  const people = server.usePeopleQuery();
  const { company, user } = useMe();
  const [adding, setAdding] = useState(false);
  return (
    <div className="aside">
      <SetUpIndex />
      <div className="screen">
        <Head
          title="People"
          about="What each may do, and above which amount another person approves their orders. Nobody changes their own."
        >
          {user.role === 'administrator' && (
            <button type="button" className="btn" onClick={() => setAdding(true)}>
              Add a person
            </button>
          )}
        </Head>
        <div className="body">
          {people.isError ? (
            <Problem error={people.error} again={people.refetch} />
          ) : (
            <table className="sheet ruled" aria-label="People">
              <thead>
                <tr>
                  <th>Name</th>
                  <th>Mail address</th>
                  <th className="min-w-[150px]">Role</th>
                  <th className="num min-w-[160px]">Approval limit, {company.currency}</th>
                  <th className="min-w-[80px]">
                    <span className="sr-only">Save</span>
                  </th>
                </tr>
              </thead>
              <tbody onKeyDown={gridKeys({})}>
                {(people.data?.rows ?? []).map((person) => (
                  <Person key={person.id} person={person} />
                ))}
              </tbody>
            </table>
          )}
        </div>
      </div>
      {adding && <NewPerson onClose={() => setAdding(false)} />}
    </div>
  );
}

/** Add a person: the password is made by the server and shown this once. */
function NewPerson({ onClose }: { onClose: () => void }) {
  const [add, adding] = server.useNewPersonMutation();
  const [person, setPerson] = useState({ name: '', email: '', role: 'buyer' as Role, approvalLimit: '' });
  const errors = problemOf(adding.error)?.errors ?? [];
  const set = (to: Partial<typeof person>) => setPerson({ ...person, ...to });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (!adding.isLoading) void add({ body: person });
  };
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="veil" />
        <Dialog.Content className="card p-5" aria-describedby={undefined}>
          <Dialog.Title className="font-book text-[18px] font-semibold pb-2">Add a person</Dialog.Title>
          {adding.data ? (
            <>
              <p>
                {adding.data.person.name} signs in as <b>{adding.data.person.email}</b> with the password{' '}
                <code className="strong">{adding.data.password}</code>
              </p>
              <p className="dim py-2">It is shown this once: hand it over now.</p>
              <Dialog.Close className="btn">It is handed over</Dialog.Close>
            </>
          ) : (
            <form onSubmit={submit}>
              <div className="fields">
                <Field name="Name" wide>
                  <Cell
                    label="Name"
                    autoFocus
                    value={person.name}
                    wrong={wrongAt(errors, '/name')}
                    onChange={(name) => set({ name })}
                  />
                </Field>
                <Field name="Mail address" wide>
                  <Cell
                    label="Mail address"
                    value={person.email}
                    wrong={wrongAt(errors, '/email')}
                    onChange={(email) => set({ email })}
                  />
                </Field>
                <Field name="Role">
                  <Choice
                    label="Role"
                    value={person.role}
                    options={ROLES.map((name) => [name, name])}
                    onChange={(role) => set({ role: role as Role })}
                  />
                </Field>
                <Field name="Approval limit">
                  <FigureCell
                    label="Approval limit"
                    placeholder="no limit"
                    value={person.approvalLimit}
                    wrong={wrongAt(errors, '/approvalLimit')}
                    onChange={(approvalLimit) => set({ approvalLimit })}
                  />
                </Field>
              </div>
              {adding.isError && errors.length === 0 && (
                <p className="wrong pb-2" role="alert">
                  {saidAgainst(adding.error)}
                </p>
              )}
              <div className="flex gap-2">
                <button type="submit" className="btn" disabled={adding.isLoading}>
                  Set up
                </button>
                <Dialog.Close className="btn quiet">Leave it</Dialog.Close>
              </div>
            </form>
          )}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** The link by which somebody sets a new password: shown this once, and handed over. */
function ResetLink({ name, link, onClose }: { name: string; link: string; onClose: () => void }) {
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="veil" />
        <Dialog.Content className="card p-5" aria-describedby={undefined}>
          <Dialog.Title className="font-book text-[18px] font-semibold pb-2">A new password for {name}</Dialog.Title>
          <p>With this link {name} sets a new password, once, within a day. It is shown this once: hand it over now.</p>
          <p className="py-2">
            <code className="strong break-all">{link}</code>
          </p>
          <div className="flex gap-2">
            <button
              type="button"
              className="btn"
              onClick={() => void navigator.clipboard.writeText(link).then(() => toast.success('The link is copied.'))}
            >
              Copy link
            </button>
            <Dialog.Close className="btn quiet">Close</Dialog.Close>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** A limit that takes effect when a second person approves it. */
const LimitAsked = ({ fields }: PersonView['asked'][number]) => (
  <Link className="act block text-[12px] num" to="/approvals">
    {fields[0]?.became ? showFigure(fields[0].became) : 'no limit'} waits for approval
  </Link>
);

function Person({ person }: { person: PersonView }) {
  const { user } = useMe();
  const [save, saving] = server.useSavePersonMutation();
  const [role, setRole] = useState(person.role);
  const [limit, setLimit] = useState(person.approvalLimit ?? '');
  const isChanged = role !== person.role || limit !== (person.approvalLimit ?? '');
  const keep = async (blocked = person.blocked) => {
    const saved = await save({ params: { id: person.id }, body: { role, approvalLimit: limit, blocked } });
    if (!saved.data) return;
    setLimit(saved.data.approvalLimit ?? '');
    toast.success(
      saved.data.asked.length > 0
        ? `${person.name} is saved; the limit takes effect when a second person approves it.`
        : `${person.name} is saved.`,
    );
  };
  const [reset, resetting] = server.useResetPersonMutation();
  const [link, setLink] = useState('');
  const askReset = async () => {
    const made = await reset({ params: { id: person.id }, body: {} });
    if (made.data) setLink(`${location.origin}/password/${made.data.token}`);
  };
  const mayChange = user.role === 'administrator' && user.id !== person.id;
  const [waits] = person.asked;
  return (
    <tr>
      <td className={person.blocked ? 'dim' : 'strong'}>
        {person.name} {person.blocked && 'may not sign in'}
      </td>
      <td className="name" title={person.email}>
        {person.email}
      </td>
      {mayChange ? (
        <>
          <td>
            <Choice
              label={`Role of ${person.name}`}
              value={role}
              options={ROLES.map((name) => [name, name])}
              onChange={(name) => setRole(name as Role)}
            />
          </td>
          <td>
            <FigureCell
              label={`Limit of ${person.name}`}
              value={limit}
              placeholder="no limit"
              wrong={saidAgainst(saving.error)}
              onChange={setLimit}
            />
            {waits && <LimitAsked {...waits} />}
          </td>
          <td className="num">
            {isChanged && (
              <button type="button" className="act mr-4" disabled={saving.isLoading} onClick={() => void keep()}>
                Save
              </button>
            )}
            <button
              type="button"
              className="act"
              disabled={saving.isLoading}
              onClick={() => void keep(!person.blocked)}
            >
              {person.blocked ? 'Let in again' : 'Keep out'}
            </button>
            {!person.blocked && (
              <button type="button" className="act ml-4" disabled={resetting.isLoading} onClick={() => void askReset()}>
                Reset password
              </button>
            )}
            {link !== '' && <ResetLink name={person.name} link={link} onClose={() => setLink('')} />}
          </td>
        </>
      ) : (
        <>
          <td>{person.role}</td>
          <td className="num">
            {person.approvalLimit === null ? <span className="dim">no limit</span> : showFigure(person.approvalLimit)}
            {waits && <LimitAsked {...waits} />}
          </td>
          <td />
        </>
      )}
    </tr>
  );
}
