import type { Message } from '@obolus/contract/message';
import { sayAll } from '../locale/say.ts';

/** Something that speaks against a paper. */
export function Doubt({ says }: { says: Message }) {
  return (
    <span>
      <span className="text-over">▲</span> {sayAll([says])}
    </span>
  );
}
