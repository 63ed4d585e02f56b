import { Dialog } from 'radix-ui';
import { type FormEvent, useState } from 'react';
import { toast } from 'sonner';
import { wrongAt } from '../drafts/useDraft.ts';
import { Secret } from '../parts/Secret.tsx';
import { problemOf, saidAgainst, server } from '../server/api.ts';

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
    toast.success('Your password is changed. You are signed out everywhere else.');
    onClose();
  };
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="veil" />
        <Dialog.Content className="card p-5 w-[400px]" aria-describedby={undefined}>
          <Dialog.Title className="font-book text-[18px] font-semibold pb-2">Your password</Dialog.Title>
          <form onSubmit={(event) => void submit(event)}>
            <Secret
              name="Current password"
              autoComplete="current-password"
              value={current}
              wrong={wrongAt(errors, '/current')}
              onChange={setCurrent}
            />
            <Secret
              name="New password"
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
                Change password
              </button>
              <button
                type="button"
                className="btn quiet"
                disabled={ending.isLoading}
                onClick={() => void signOutEverywhere({}).then(() => location.assign('/'))}
              >
                Sign out everywhere
              </button>
              <Dialog.Close className="btn quiet">Close</Dialog.Close>
            </div>
          </form>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
