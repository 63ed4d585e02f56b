import { Link } from 'react-router';
import { say } from '../locale/say.ts';

/** To the paper that a bill was entered from, for whoever may look at it. */
export function PaperLink({ paper }: { paper: string }) {
  return (
    <Link className="act" to={`/papers/${paper}`}>
      {say('parts.its_paper')}
    </Link>
  );
}
