import { Link, Navigate, useParams } from 'react-router';
import { type RegisterName } from '@obolus/contract/registers/register';
import { REGISTERS } from '@obolus/contract/registers/registers';
import type { ListName } from '@obolus/contract/lists';
import { useMe } from '../../server/me.ts';
import { List } from '../../lists/List.tsx';
import { Head } from '../../parts/Head.tsx';
import { useNewKey } from '../../parts/useNewKey.ts';
import { registerOf } from '@obolus/contract/registers/register';
import { SetUpIndex } from './SetUpIndex.tsx';
import { say } from '../../locale/say.ts';
import { Empty } from '../../parts/Empty.tsx';

/** The entries of a register: a list like every other, and a way to a new one. */
export function RegisterPage() {
  const register = registerOf(useParams().register);
  return register === undefined || register === 'company' ? (
    <Navigate to="/setup/items" replace />
  ) : (
    <Entries key={register} register={register} />
  );
}

function Entries({ register }: { register: Exclude<RegisterName, 'company'> }) {
  const { title, about, mayChange, given } = REGISTERS[register];
  const { user } = useMe();
  const may = given === undefined && mayChange.includes(user.role);
  useNewKey(may ? `/setup/${register}/new` : undefined);
  return (
    <div className="aside">
      <SetUpIndex />
      <div className="screen">
        <Head title={say(title)} about={say(about)}>
          {may && (
            <Link className="btn" to={`/setup/${register}/new`}>
              {say('setUp.new_entry')} <kbd>N</kbd>
            </Link>
          )}
        </Head>
        <div className="body">
          <List
            list={register satisfies ListName}
            empty={
              <Empty title={say('setUp.none_yet')} more={say('setUp.one_by_one', { about: { word: about } })}>
                <p className="pt-3">
                  <Link className="act" to="/setup/imports">
                    {say('setUp.from_file')}
                  </Link>
                </p>
              </Empty>
            }
          />
        </div>
      </div>
    </div>
  );
}
