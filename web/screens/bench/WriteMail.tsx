import type { BillableView } from '@obolus/contract/views/bench';
import type { Speaker } from '@obolus/messages/speaker';
import { WriteLetter } from '../../letters/WriteLetter.tsx';
import { difference, isZero } from '../../parts/exact.ts';
import { say } from '../../locale/say.ts';
import type { BillBody } from './billBody.ts';

interface Writing {
  readonly vendor: string;
  readonly body: BillBody;
  readonly lines: readonly BillableView[];
}

/** A mail to the vendor about what differs on its bill. */
export function WriteMail({ vendor, body, lines }: Writing) {
  return (
    <WriteLetter
      vendor={{ id: body.vendor, name: vendor }}
      trigger={say('bench.write_ask')}
      letter={(speaker) => ({
        subject: speaker.say('letter.subject', { reference: body.reference }),
        text: letterOf(vendor, body, lines, speaker),
      })}
    />
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
