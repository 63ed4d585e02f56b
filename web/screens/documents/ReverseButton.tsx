import { useState } from 'react';
import { AskReason } from '../../parts/AskReason.tsx';
import { saidAgainst } from '../../server/api.ts';
import type { Reversing } from './reversing.ts';

interface Props {
  readonly reversing: Reversing;
  readonly button: string;
  readonly title: string;
  readonly action: string;
  /** What it will do, in a sentence. */
  readonly says: string;
  /** What follows once it is reversed, with the reversal's id. */
  readonly onReversed: (reversal: string) => void;
}

/** Reverses a document once a reason is given. What stands in the way is said where it was given. */
export function ReverseButton({ reversing, button, title, action, says, onReversed }: Props) {
  const [asking, setAsking] = useState(false);
  const reverse = async (reason: string) => {
    const reversal = await reversing.reverse(reason);
    if (reversal !== undefined) onReversed(reversal);
  };
  return (
    <>
      <button type="button" className="btn quiet" onClick={() => setAsking(true)}>
        {button}
      </button>
      {asking && (
        <AskReason
          title={title}
          action={action}
          needed
          wrong={saidAgainst(reversing.error)}
          busy={reversing.isLoading}
          onClose={() => {
            reversing.reset();
            setAsking(false);
          }}
          onDo={(reason) => void reverse(reason)}
        >
          <p>{says}</p>
        </AskReason>
      )}
    </>
  );
}
