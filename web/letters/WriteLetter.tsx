import { type FormEvent, useEffect, useState } from 'react';
import { toast } from 'sonner';
import type { Speaker } from '@obolus/messages/speaker';
import { say, speakerIn } from '../locale/say.ts';
import { Cell, Field } from '../parts/Cells.tsx';
import { DialogFoot } from '../parts/DialogFoot.tsx';
import { Sheet } from '../parts/Sheet.tsx';
import { saidAgainst, server } from '../server/api.ts';
import { useVendor } from '../server/known.ts';

/** A letter as it is proposed; whoever sends it may change it. */
export interface Letter {
  readonly subject: string;
  readonly text: string;
}

interface Props {
  readonly vendor: { readonly id: string; readonly name: string };
  /** The words that open it. */
  readonly trigger: string;
  /** What it says, in the language that the vendor is written to in. */
  readonly letter: (speaker: Speaker) => Letter;
  /** Returns whose packing lists go with it. */
  readonly returns?: readonly string[];
  /** Documents at which it is noted that it was sent. */
  readonly about?: readonly string[];
}

/** A mail to a vendor, written before it is sent. */
export function WriteLetter({ vendor, trigger, ...props }: Props) {
  const [open, setOpen] = useState(false);
  const speaker = useSpeakerTo(vendor.id, open);
  return (
    <Sheet title={say('bench.write_to', { vendor: vendor.name })} trigger={trigger} open={open} onOpenChange={setOpen}>
      {open && speaker && <Writing {...{ vendor, speaker, ...props }} onSent={() => setOpen(false)} />}
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

function Writing({
  vendor,
  speaker,
  letter,
  returns = [],
  about = [],
  onSent,
}: Omit<Props, 'trigger'> & { speaker: Speaker; onSent: () => void }) {
  const [proposed] = useState(() => letter(speaker));
  const [to, setTo] = useState(useVendor(vendor.id)?.mail ?? '');
  const [subject, setSubject] = useState(proposed.subject);
  const [text, setText] = useState(proposed.text);
  const [id] = useState(() => crypto.randomUUID());
  const [send, { error, isLoading }] = server.useSendMailMutation();
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const { data } = await send({
      params: { id },
      body: { to, subject, text, returns: [...returns], about: [...about] },
    });
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
      {returns.length > 0 && <p className="dim">{say('returns.list_goes_with_it')}</p>}
      <DialogFoot wrong={saidAgainst(error)} action={say('bench.send')} disabled={isLoading || to === ''} />
    </form>
  );
}
