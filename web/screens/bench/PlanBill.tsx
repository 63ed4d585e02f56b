import { type FormEvent, useState } from 'react';
import type { WaitingBill } from '@obolus/contract/views/bench';
import { saidAgainst, server } from '../../server/api.ts';
import { Cell, Field } from '../../parts/Cells.tsx';
import { DateCell } from '../../parts/DateCell.tsx';
import { DialogFoot } from '../../parts/DialogFoot.tsx';
import { Sheet } from '../../parts/Sheet.tsx';
import { say } from '../../locale/say.ts';

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
    <Sheet
      title={say('bench.keep_later')}
      trigger={say('bench.later_ask')}
      open={open}
      onOpenChange={(to) => {
        reset();
        setOpen(to);
      }}
    >
      <form onSubmit={(event) => void submit(event)}>
        <Field name={say('word.note')} wide>
          <Cell label={say('word.note')} className="boxed" autoFocus value={note} onChange={setNote} />
        </Field>
        <div className="flex gap-4 pt-2">
          <Field name={say('bench.look_again')}>
            <DateCell label={say('bench.look_again')} className="boxed" value={lookAgain} onChange={setLookAgain} />
          </Field>
          <Field name={say('bench.post_on')}>
            <DateCell label={say('bench.post_on')} className="boxed" value={postOn} onChange={setPostOn} />
          </Field>
        </div>
        <DialogFoot wrong={saidAgainst(error)} action={say('lists.keep')} disabled={isLoading || !kept} />
      </form>
    </Sheet>
  );
}
