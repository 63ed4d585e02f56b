import { useState } from 'react';
import { toast } from 'sonner';
import { ROLES, type Role } from '@obolus/contract/roles';
import type { PersonView } from '@obolus/contract/views';
import { saidAgainst, server } from '../../app/api.ts';
import { useMe } from '../../frame/me.ts';
import { Choice, FigureCell } from '../../parts/Cells.tsx';
import { showFigure } from '../../parts/figures.ts';
import { gridKeys } from '../../parts/gridKeys.ts';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { SetUpIndex } from './SetUpIndex.tsx';

/** Who works here, as what, and up to which amount each may order without another person. */
export function People() {
  const people = server.usePeopleQuery();
  const { company } = useMe();
  return (
    <div className="aside">
      <SetUpIndex />
      <div className="screen">
        <Head title="People" about="What each may do, and above which amount another person approves their orders. Nobody changes their own." />
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
                  <th className="num min-w-[160px]">Orders alone up to, {company.currency}</th>
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
    </div>
  );
}

function Person({ person }: { person: PersonView }) {
  const { user } = useMe();
  const [save, saving] = server.useSavePersonMutation();
  const [role, setRole] = useState(person.role);
  const [limit, setLimit] = useState(person.approvalLimit ?? '');
  const isChanged = role !== person.role || limit !== (person.approvalLimit ?? '');
  const keep = async () => {
    const saved = await save({ params: { id: person.id }, body: { role, approvalLimit: limit } });
    if (!saved.data) return;
    setLimit(saved.data.approvalLimit ?? '');
    toast.success(`${person.name} is saved.`);
  };
  const mayChange = user.role === 'administrator' && user.id !== person.id;
  return (
    <tr>
      <td className="strong">{person.name}</td>
      <td className="name" title={person.email}>
        {person.email}
      </td>
      {mayChange ? (
        <>
          <td>
            <Choice label={`Role of ${person.name}`} value={role} options={ROLES.map((name) => [name, name])} onChange={(name) => setRole(name as Role)} />
          </td>
          <td>
            <FigureCell label={`Limit of ${person.name}`} value={limit} placeholder="no limit" wrong={saidAgainst(saving.error)} onChange={setLimit} />
          </td>
          <td className="num">
            {isChanged && (
              <button type="button" className="act" disabled={saving.isLoading} onClick={() => void keep()}>
                Save
              </button>
            )}
          </td>
        </>
      ) : (
        <>
          <td>{person.role}</td>
          <td className="num">{person.approvalLimit === null ? <span className="dim">no limit</span> : showFigure(person.approvalLimit)}</td>
          <td />
        </>
      )}
    </tr>
  );
}
