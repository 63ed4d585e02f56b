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
import { showFigure } from '../../locale/figures.ts';
import { useGridKeys } from '../../table/useGridKeys.ts';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { SetUpIndex } from './SetUpIndex.tsx';
import { Sheet } from '../../parts/Sheet.tsx';
import { say, sayWith } from '../../locale/say.ts';

/** Who works here, as what, and up to which amount each may order without another person. */
export function People() {
  const people = server.usePeopleQuery();
  const { company, user } = useMe();
  const [adding, setAdding] = useState(false);
  const keys = useGridKeys({});
  return (
    <div className="aside">
      <SetUpIndex />
      <div className="screen">
        <Head title={say('setUp.people')} about={say('setUp.people_about')}>
          {user.role === 'administrator' && (
            <button type="button" className="btn" onClick={() => setAdding(true)}>
              {say('setUp.add_person')}
            </button>
          )}
        </Head>
        <div className="body">
          {people.isError ? (
            <Problem error={people.error} again={people.refetch} />
          ) : (
            <table className="sheet ruled" aria-label={say('setUp.people')}>
              <thead>
                <tr>
                  <th>{say('word.name')}</th>
                  <th>{say('word.mail_address')}</th>
                  <th className="min-w-[150px]">{say('setUp.role')}</th>
                  <th className="num min-w-[160px]">{say('setUp.limit_in', { currency: company.currency })}</th>
                  <th className="min-w-[80px]">
                    <span className="sr-only">{say('entries.save')}</span>
                  </th>
                </tr>
              </thead>
              <tbody ref={keys}>
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
    <Sheet title={say('setUp.add_person')} onOpenChange={(open) => !open && onClose()}>
      {adding.data ? (
        <>
          <p>
            {sayWith('setUp.signs_in_as', {
              name: adding.data.person.name,
              email: adding.data.person.email,
              password: adding.data.password,
              b: (text) => <b>{text}</b>,
              code: (text) => <code className="strong">{text}</code>,
            })}
          </p>
          <p className="dim py-2">{say('setUp.shown_once')}</p>
          <Dialog.Close className="btn">{say('setUp.handed_over')}</Dialog.Close>
        </>
      ) : (
        <form onSubmit={submit}>
          <div className="fields">
            <Field name={say('word.name')} wide>
              <Cell
                label={say('word.name')}
                autoFocus
                value={person.name}
                wrong={wrongAt(errors, '/name')}
                onChange={(name) => set({ name })}
              />
            </Field>
            <Field name={say('word.mail_address')} wide>
              <Cell
                label={say('word.mail_address')}
                value={person.email}
                wrong={wrongAt(errors, '/email')}
                onChange={(email) => set({ email })}
              />
            </Field>
            <Field name={say('setUp.role')}>
              <Choice
                label={say('setUp.role')}
                value={person.role}
                options={ROLES.map((name) => [name, say(`role.${name}`)])}
                onChange={(role) => set({ role: role as Role })}
              />
            </Field>
            <Field name={say('approval.limit')}>
              <FigureCell
                label={say('approval.limit')}
                placeholder={say('setUp.no_limit')}
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
              {say('setUp.set_up')}
            </button>
            <Dialog.Close className="btn quiet">{say('parts.cancel')}</Dialog.Close>
          </div>
        </form>
      )}
    </Sheet>
  );
}

/** The link by which somebody sets a new password: shown this once, and handed over. */
function ResetLink({ name, link, onClose }: { name: string; link: string; onClose: () => void }) {
  return (
    <Sheet title={say('setUp.new_password_for', { name })} onOpenChange={(open) => !open && onClose()}>
      <p>{say('setUp.reset_says', { name })}</p>
      <p className="py-2">
        <code className="strong break-all">{link}</code>
      </p>
      <div className="flex gap-2">
        <button
          type="button"
          className="btn"
          onClick={() => void navigator.clipboard.writeText(link).then(() => toast.success(say('setUp.link_copied')))}
        >
          {say('setUp.copy_link')}
        </button>
        <Dialog.Close className="btn quiet">{say('frame.close')}</Dialog.Close>
      </div>
    </Sheet>
  );
}

/** A limit that takes effect when a second person approves it. */
const LimitAsked = ({ fields }: PersonView['asked'][number]) => (
  <Link className="act block text-[12px] num" to="/approvals">
    {say('setUp.limit_waits', {
      limit: fields[0]?.became ? showFigure(fields[0].became) : say('setUp.no_limit'),
    })}
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
        ? say('setUp.person_saved_waits', { name: person.name })
        : say('setUp.person_saved', { name: person.name }),
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
        {person.name} {person.blocked && say('setUp.may_not_sign_in')}
      </td>
      <td className="name" title={person.email}>
        {person.email}
      </td>
      {mayChange ? (
        <>
          <td>
            <Choice
              label={say('setUp.role_of', { name: person.name })}
              value={role}
              options={ROLES.map((name) => [name, say(`role.${name}`)])}
              onChange={(name) => setRole(name as Role)}
            />
          </td>
          <td>
            <FigureCell
              label={say('setUp.limit_of', { name: person.name })}
              value={limit}
              placeholder={say('setUp.no_limit')}
              wrong={saidAgainst(saving.error)}
              onChange={setLimit}
            />
            {waits && <LimitAsked {...waits} />}
          </td>
          <td className="num">
            {isChanged && (
              <button type="button" className="act mr-4" disabled={saving.isLoading} onClick={() => void keep()}>
                {say('entries.save')}
              </button>
            )}
            <button
              type="button"
              className="act"
              disabled={saving.isLoading}
              onClick={() => void keep(!person.blocked)}
            >
              {person.blocked ? say('setUp.let_in') : say('setUp.keep_out')}
            </button>
            {!person.blocked && (
              <button type="button" className="act ml-4" disabled={resetting.isLoading} onClick={() => void askReset()}>
                {say('setUp.reset_password')}
              </button>
            )}
            {link !== '' && <ResetLink name={person.name} link={link} onClose={() => setLink('')} />}
          </td>
        </>
      ) : (
        <>
          <td>{say(`role.${person.role}`)}</td>
          <td className="num">
            {person.approvalLimit === null ? (
              <span className="dim">{say('setUp.no_limit')}</span>
            ) : (
              showFigure(person.approvalLimit)
            )}
            {waits && <LimitAsked {...waits} />}
          </td>
          <td />
        </>
      )}
    </tr>
  );
}
