import { Dialog } from 'radix-ui';
import { type FormEvent, useState } from 'react';
import { toast } from 'sonner';
import type { BillableView } from '@obolus/contract/views/bench';
import { saidAgainst, server } from '../../server/api.ts';
import { Cell, Field } from '../../parts/Cells.tsx';
import { DialogFoot } from '../../parts/DialogFoot.tsx';
import { difference, isZero } from '../../parts/exact.ts';
import type { BillBody } from './billBody.ts';

interface Writing {
  readonly vendor: string;
  readonly body: BillBody;
  readonly lines: readonly BillableView[];
}

/** A mail to the vendor about what differs on its bill, written before it is sent. */
export function WriteMail({ vendor, body, lines }: Writing) {
  const [open, setOpen] = useState(false);
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className="btn quiet">Write …</Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="veil" />
        <Dialog.Content className="card p-5" aria-describedby={undefined}>
          {open && <Letter {...{ vendor, body, lines }} onSent={() => setOpen(false)} />}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function Letter({ vendor, body, lines, onSent }: Writing & { onSent: () => void }) {
  const vendors = server.useVendorsQuery();
  const [to, setTo] = useState(vendors.data?.rows.find(({ id }) => id === body.vendor)?.mail ?? '');
  const [subject, setSubject] = useState(`Your bill ${body.reference}`);
  const [text, setText] = useState(() => letterOf(vendor, body, lines));
  const [id] = useState(() => crypto.randomUUID());
  const [send, { error, isLoading }] = server.useSendMailMutation();
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const { data } = await send({ params: { id }, body: { to, subject, text } });
    if (!data) return;
    toast.success('The mail is sent.');
    onSent();
  };
  return (
    <form onSubmit={(event) => void submit(event)}>
      <Dialog.Title className="font-book text-[18px] font-semibold pb-2">Write to {vendor}</Dialog.Title>
      <Field name="To" wide>
        <Cell label="To" className="boxed" autoFocus={to === ''} value={to} onChange={setTo} />
      </Field>
      <Field name="About" wide>
        <Cell label="About" className="boxed" value={subject} onChange={setSubject} />
      </Field>
      <textarea
        className="cell boxed mt-2 w-full"
        rows={10}
        aria-label="The mail"
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <DialogFoot wrong={saidAgainst(error)} action="Send" disabled={isLoading || to === ''} />
    </form>
  );
}

/** What differs, line by line, in words that a vendor can answer. */
function letterOf(vendor: string, body: BillBody, lines: readonly BillableView[]): string {
  const prices = lines.flatMap((line) => {
    const billed = body.billed[line.line];
    if (!billed?.quantity || isZero(difference(billed.price, line.price))) return [];
    return [
      `- ${line.item.name} (${line.order.number}): you bill ${billed.price}, we ordered at ${line.price} ${body.currency}.`,
    ];
  });
  const disputed = body.disputed.map(({ said, amount, reason }) =>
    `- ${said}: ${amount} ${body.currency}. ${reason}`.trim(),
  );
  const points = [...prices, ...disputed];
  return [
    `To ${vendor}`,
    '',
    points.length > 0
      ? `On your bill ${body.reference} of ${body.date} we find:`
      : `About your bill ${body.reference} of ${body.date}:`,
    ...points,
    '',
    points.length > 0 ? 'Please send a credit memo, or tell us why.' : '',
  ].join('\n');
}
