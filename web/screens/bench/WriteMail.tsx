import { type FormEvent, useEffect, useState } from 'react';
import { toast } from 'sonner';
import type { BillableView } from '@obolus/contract/views/bench';
import { saidAgainst, server } from '../../server/api.ts';
import { useVendor } from '../../server/known.ts';
import { Cell, Field } from '../../parts/Cells.tsx';
import { DialogFoot } from '../../parts/DialogFoot.tsx';
import { difference, isZero } from '../../parts/exact.ts';
import type { BillBody } from './billBody.ts';
import { Sheet } from '../../parts/Sheet.tsx';
import { say, speakerIn } from '../../locale/say.ts';
import type { Speaker } from '@obolus/messages/speaker';

interface Writing {
  readonly vendor: string;
  readonly body: BillBody;
  readonly lines: readonly BillableView[];
}

/** A mail to the vendor about what differs on its bill, written before it is sent. */
export function WriteMail({ vendor, body, lines }: Writing) {
  const [open, setOpen] = useState(false);
  const speaker = useSpeakerTo(body.vendor, open);
  return (
    <Sheet
      title={say('bench.write_to', { vendor })}
      trigger={say('bench.write_ask')}
      open={open}
      onOpenChange={setOpen}
    >
      {open && speaker && <Letter {...{ vendor, body, lines, speaker }} onSent={() => setOpen(false)} />}
    </Sheet>
  );
}

/** Whoever writes to a vendor writes in the language that it is written to in. */
function useSpeakerTo(id: string, wanted: boolean): Speaker | undefined {
  const language = useVendor(id)?.language;
  const [speaker, setSpeaker] = useState<Speaker>();
  useEffect(() => {
    if (wanted && language !== undefined) void speakerIn(language).then(setSpeaker);
  }, [wanted, language]);
  return speaker;
}

function Letter({ vendor, body, lines, speaker, onSent }: Writing & { speaker: Speaker; onSent: () => void }) {
  const [to, setTo] = useState(useVendor(body.vendor)?.mail ?? '');
  const [subject, setSubject] = useState(() => speaker.say('letter.subject', { reference: body.reference }));
  const [text, setText] = useState(() => letterOf(vendor, body, lines, speaker));
  const [id] = useState(() => crypto.randomUUID());
  const [send, { error, isLoading }] = server.useSendMailMutation();
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const { data } = await send({ params: { id }, body: { to, subject, text } });
    if (!data) return;
    toast.success(say('bench.mail_sent'));
    onSent();
  };
  return (
    <form onSubmit={(event) => void submit(event)}>
      <Field name={say('bench.mail_to')} wide>
        <Cell label={say('bench.mail_to')} className="boxed" autoFocus={to === ''} value={to} onChange={setTo} />
      </Field>
      <Field name={say('bench.subject')} wide>
        <Cell label={say('bench.subject')} className="boxed" value={subject} onChange={setSubject} />
      </Field>
      <textarea
        className="cell boxed mt-2 w-full"
        rows={10}
        aria-label={say('bench.the_mail')}
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <DialogFoot wrong={saidAgainst(error)} action={say('bench.send')} disabled={isLoading || to === ''} />
    </form>
  );
}

/** What differs, line by line, in words that a vendor can answer. */
function letterOf(vendor: string, body: BillBody, lines: readonly BillableView[], { say: write }: Speaker): string {
  const { reference, currency } = body;
  const about = { reference, date: { day: body.date } };
  const prices = lines.flatMap((line) => {
    const billed = body.billed[line.line];
    if (!billed?.quantity || isZero(difference(billed.price, line.price))) return [];
    return [
      write('letter.price', {
        item: line.item.name,
        order: line.order.number,
        billed: { figure: billed.price },
        ordered: { figure: line.price },
        currency,
      }),
    ];
  });
  const disputed = body.disputed.map(({ said, amount, reason }) =>
    write('letter.disputed', { said, amount: { figure: amount }, currency, reason }).trim(),
  );
  const points = [...prices, ...disputed];
  return [
    write('letter.to', { vendor }),
    '',
    write(points.length > 0 ? 'letter.find' : 'letter.about', about),
    ...points,
    '',
    points.length > 0 ? write('letter.please') : '',
  ].join('\n');
}
