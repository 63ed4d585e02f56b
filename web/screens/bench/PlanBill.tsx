import { Dialog } from 'radix-ui';
import { type FormEvent, useState } from 'react';
import type { WaitingBill } from '@obolus/contract/views/bench';
import { saidAgainst, server } from '../../server/api.ts';
import { Cell, Field } from '../../parts/Cells.tsx';
import { DateCell } from '../../parts/DateCell.tsx';
import { DialogFoot } from '../../parts/DialogFoot.tsx';

/** Keeps a bill for later: with a word to it, until a day, or to post by itself on one. */
export function PlanBill({ draft, waiting, kept }: { draft: string; waiting: WaitingBill | undefined; kept: boolean }) {
  const [open, setOpen] = useState(false);
  const [plan, { error, isLoading, reset }] = server.usePlanBillMutation();
  const [note, setNote] = useState(waiting?.note ?? '');
  const [lookAgain, setLookAgain] = useState(waiting?.lookAgain ?? '');
  const [postOn, setPostOn] = useState(waiting?.postOn ?? '');
  if (!waiting) return null;
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const { data } = await plan({ params: { id: draft }, body: { note, lookAgain, postOn } });
    if (data) setOpen(false);
  };
  return (
    <Dialog.Root
      open={open}
      onOpenChange={(to) => {
        reset();
        setOpen(to);
      }}
    >
      <Dialog.Trigger className="btn quiet">Later …</Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="veil" />
        <Dialog.Content className="card p-5" aria-describedby={undefined}>
          <form onSubmit={(event) => void submit(event)}>
            <Dialog.Title className="font-book text-[18px] font-semibold pb-2">Keep this bill for later</Dialog.Title>
            <Field name="A word to it" wide>
              <Cell label="A word to it" className="boxed" autoFocus value={note} onChange={setNote} />
            </Field>
            <div className="flex gap-4 pt-2">
              <Field name="Look at it again on">
                <DateCell label="Look at it again on" className="boxed" value={lookAgain} onChange={setLookAgain} />
              </Field>
              <Field name="Post automatically on">
                <DateCell label="Post automatically on" className="boxed" value={postOn} onChange={setPostOn} />
              </Field>
            </div>
            <DialogFoot wrong={saidAgainst(error)} action="Keep it so" disabled={isLoading || !kept} />
          </form>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
