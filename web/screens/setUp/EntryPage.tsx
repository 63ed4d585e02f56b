import { Link, Navigate, useNavigate, useParams } from 'react-router';
import { toast } from 'sonner';
import { type RegisterName, registerOf } from '@obolus/contract/registers/register';
import { REGISTERS } from '@obolus/contract/registers/registers';
import type { RegisterEntry } from '@obolus/contract/views/setUp';
import { AskedChanges } from '../../approvals/AskedChanges.tsx';
import { server } from '../../server/api.ts';
import { showInstant } from '../../locale/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { EntryForm } from '../../entries/EntryForm.tsx';
import { inWords } from '../../entries/inWords.ts';
import { SetUpIndex } from './SetUpIndex.tsx';
import { say } from '../../locale/say.ts';
import type { MessageId } from '@obolus/messages/message';

/** One entry of a register, or a new one, with everything that was ever changed of it. */
export function EntryPage() {
  const { register: name, entry = '' } = useParams();
  const register = registerOf(name);
  if (register === undefined) return <Navigate to="/setup/items" replace />;
  return (
    <div className="aside">
      <SetUpIndex />
      {entry === 'new' ? (
        <New register={register} />
      ) : (
        <Known key={`${register} ${entry}`} register={register} id={entry} />
      )}
    </div>
  );
}

function New({ register }: { register: RegisterName }) {
  const navigate = useNavigate();
  const { one, about } = REGISTERS[register];
  return (
    <div className="screen">
      <Head title={say('entries.new', { one: { word: one } })} about={say(about)} />
      <div className="body">
        <EntryForm
          register={register}
          onSaved={(_, fields) => {
            toast.success(say('entries.is_set_up', { name: titleOf(register, fields) }));
            void navigate(`/setup/${register}`);
          }}
        >
          <Link className="btn quiet" to={`/setup/${register}`}>
            {say('parts.cancel')}
          </Link>
        </EntryForm>
      </div>
    </div>
  );
}

const titleOf = (register: RegisterName, fields: Readonly<Record<string, string>>): string =>
  fields.name ??
  REGISTERS[register].key
    .map((name) => {
      const said = fields[name] ?? '';
      const field = REGISTERS[register].fields.find((one) => one.name === name);
      if (said === '' || field === undefined) return '';
      return field.as === 'yes' ? say(field.label) : inWords(field, said);
    })
    .filter(Boolean)
    .join(' · ');

/** Pages that tell more of an entry than what is set up. */
const FURTHER: Partial<Record<RegisterName, { to: (id: string) => string; says: MessageId }>> = {
  items: { to: (id) => `/items/${id}`, says: 'setUp.prices_purchases' },
  vendors: { to: (id) => `/vendors/${id}`, says: 'setUp.orders_deliveries' },
};

function Known({ register, id }: { register: RegisterName; id: string }) {
  const known = server.useEntryQuery({ params: { register, id } });
  if (known.isError)
    return (
      <div className="body">
        <Problem error={known.error} again={known.refetch} />
      </div>
    );
  if (!known.currentData) return null;
  const { fields } = known.currentData;
  const further = FURTHER[register];
  return (
    <div className="screen">
      <Head
        title={titleOf(register, fields)}
        more={fields.number ?? fields.code ?? ''}
        about={say(REGISTERS[register].about)}
      >
        {further && (
          <Link className="btn quiet" to={further.to(id)}>
            {say(further.says)}
          </Link>
        )}
      </Head>
      <div className="body" tabIndex={0}>
        <AskedChanges
          asked={known.currentData.asked}
          title={titleOf(register, fields)}
          fieldOf={(field) => REGISTERS[register].fields.find(({ name }) => name === field)}
        />
        <EntryForm
          key={JSON.stringify(fields)}
          register={register}
          entry={known.currentData}
          onSaved={() => toast.success(say('setUp.saved'))}
        />
        <History register={register} changes={known.currentData.changes} />
      </div>
    </div>
  );
}

function History({ register, changes }: { register: RegisterName; changes: RegisterEntry['changes'] }) {
  if (changes.length === 0) return null;
  const fields = new Map(REGISTERS[register].fields.map((field) => [field.name, field]));
  const named = (field: string) => {
    const [name = '', ...more] = field.split(' ');
    const label = fields.get(name)?.label;
    return [label ? say(label) : name, ...more].join(' ');
  };
  const worded = (name: string, value: string) => {
    const field = fields.get(name);
    return field ? inWords(field, value) : value;
  };
  return (
    <section className="pt-7" aria-label={say('setUp.what_changed')}>
      <h2 className="cap">{say('setUp.what_changed')}</h2>
      <table className="sheet max-w-[940px]">
        <thead>
          <tr>
            <th>{say('approvals.when')}</th>
            <th>{say('setUp.who')}</th>
            <th>{say('approvals.field')}</th>
            <th>{say('approvals.was')}</th>
            <th>{say('setUp.became')}</th>
          </tr>
        </thead>
        <tbody>
          {changes.map((change, at) => (
            <tr key={at}>
              <td className="dim">{showInstant(change.at)}</td>
              <td>{change.by}</td>
              <td>{change.field === '' ? say('setUp.entry_set_up') : named(change.field)}</td>
              <td className="dim whitespace-normal">{worded(change.field, change.was)}</td>
              <td className="whitespace-normal">{worded(change.field, change.became)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
