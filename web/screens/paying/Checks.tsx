import { useState } from 'react';
import { toast } from 'sonner';
import { useMayPost, useMe } from '../../server/me.ts';
import { accountChoice } from '../../ownAccounts/ownAccounts.ts';
import { useOwnAccounts } from '../../ownAccounts/useOwnAccounts.ts';
import { List } from '../../lists/List.tsx';
import { say } from '../../locale/say.ts';
import { AskReason } from '../../parts/AskReason.tsx';
import { Cell, Choice, Field } from '../../parts/Cells.tsx';
import { Head } from '../../parts/Head.tsx';
import { wrongAt } from '../../drafts/useDraft.ts';
import { problemOf, saidAgainst, server } from '../../server/api.ts';
import { PayablesTabs } from '../payables/PayablesTabs.tsx';
import { Empty } from '../../parts/Empty.tsx';

/** The register of checks: what became of each number. */
export function Checks() {
  const may = useMayPost('check');
  const [isAsking, setAsking] = useState(false);
  return (
    <div className="screen">
      <div>
        <Head title={say('paying.checks')} about={say('paying.checks_about')}>
          {may && (
            <button type="button" className="btn quiet" onClick={() => setAsking(true)}>
              {say('paying.spoiled')}
            </button>
          )}
        </Head>
        <PayablesTabs />
      </div>
      <div className="body">
        <List list="checks" empty={<Empty title={say('paying.no_checks')} more={say('paying.no_checks_more')} />} />
      </div>
      {isAsking && <Spoiled onClose={() => setAsking(false)} />}
    </div>
  );
}

/** A form that was spoiled keeps its number, so that none is missing. */
function Spoiled({ onClose }: { onClose: () => void }) {
  const { company } = useMe();
  const accounts = (useOwnAccounts().accounts ?? []).filter(({ hasChecks }) => hasChecks);
  const [chosen, setChosen] = useState('');
  const [number, setNumber] = useState('');
  const [key] = useState(() => crypto.randomUUID());
  const [post, doing] = server.usePostMutation();
  const account = chosen || (accounts[0]?.id ?? '');
  const wrongForm = wrongAt(problemOf(doing.error)?.errors ?? [], '/form');
  const keep = async (reason: string) => {
    const body = { date: company.today, account, form: number.replace(/\D/g, ''), of: '', reason };
    const { data } = await post({ kind: 'check', body, key });
    if (!data) return;
    toast.success(say('paying.is_kept_spoiled'));
    onClose();
  };
  return (
    <AskReason
      title={say('paying.spoiled_title')}
      action={say('paying.keep_spoiled')}
      needed
      wrong={wrongForm ? undefined : saidAgainst(doing.error)}
      busy={doing.isLoading}
      onClose={onClose}
      onDo={(reason) => void keep(reason)}
    >
      <div className="fields">
        <Field name={say('paying.account')}>
          <Choice
            label={say('paying.account')}
            value={account}
            options={accounts.map(accountChoice)}
            onChange={setChosen}
          />
        </Field>
        <Field name={say('paying.spoiled_number')}>
          <Cell label={say('paying.spoiled_number')} value={number} wrong={wrongForm} onChange={setNumber} />
        </Field>
      </div>
    </AskReason>
  );
}
