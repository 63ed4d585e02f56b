import { say } from '../locale/say.ts';
/** To the paper that a bill was entered from, for whoever may look at it; it opens beside. */
export function PaperLink({ paper }: { paper: string }) {
  return (
    <a className="act" href={`/api/incoming-bills/${paper}/paper`} target="_blank" rel="noreferrer">
      {say('parts.its_paper')}
    </a>
  );
}
