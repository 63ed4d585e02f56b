import { Dialog } from 'radix-ui';
import { type FormEvent, useState } from 'react';
import { toast } from 'sonner';
import { wrongAt } from '../drafts/useDraft.ts';
import { Secret } from '../parts/Secret.tsx';
import { problemOf, saidAgainst, server } from '../server/api.ts';
import { Sheet } from '../parts/Sheet.tsx';
import { say } from '../locale/say.ts';

/** One's own password, and the end of all one's sessions. */
export function Account({ onClose }: { onClose: () => void }) {
  const [change, changing] = server.useChangePasswordMutation();
  const [signOutEverywhere, ending] = server.useSignOutEverywhereMutation();
  const [current, setCurrent] = useState('');
  const [password, setPassword] = useState('');
  const errors = problemOf(changing.error)?.errors ?? [];
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const done = await change({ body: { current, password } });
    if (!done.data) return;
    toast.success(say('frame.password_changed'));
    onClose();
  };
  return (
    <Sheet title={say('frame.your_password')} className="w-[400px]" onOpenChange={(open) => !open && onClose()}>
      <form onSubmit={(event) => void submit(event)}>
        <Secret
          name={say('frame.current_password')}
          autoComplete="current-password"
          value={current}
          wrong={wrongAt(errors, '/current')}
          onChange={setCurrent}
        />
        <Secret
          name={say('frame.new_password')}
          autoComplete="new-password"
          value={password}
          wrong={wrongAt(errors, '/password')}
          onChange={setPassword}
        />
        {changing.isError && errors.length === 0 && (
          <p className="wrong pb-2" role="alert">
            {saidAgainst(changing.error)}
          </p>
        )}
        <div className="flex gap-2 pt-2">
          <button type="submit" className="btn" disabled={changing.isLoading}>
            {say('frame.change_password')}
          </button>
          <button
            type="button"
            className="btn quiet"
            disabled={ending.isLoading}
            onClick={() => void signOutEverywhere({}).then(() => location.assign('/'))}
          >
            {say('frame.sign_out_everywhere')}
          </button>
          <Dialog.Close className="btn quiet">{say('frame.close')}</Dialog.Close>
        </div>
      </form>
    </Sheet>
  );
}
