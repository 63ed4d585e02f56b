import { useState } from 'react';
import { Link } from 'react-router';
import { say } from '../locale/say.ts';
import { Sheet } from '../parts/Sheet.tsx';
import { about } from './about.ts';
import { Text } from './Text.tsx';
import { useChapter } from './useChapter.ts';

interface Props {
  readonly chapter: string;
  /** What of it, by its anchor; all of it where nothing is said. */
  readonly of?: string | undefined;
  readonly onClose: () => void;
}

/** What the guide says of this place or figure, over the screen, which stays as it is. */
export default function Help({ chapter: first, of, onClose }: Props) {
  const [chapter, setChapter] = useState(first);
  const text = useChapter(chapter);
  const isPart = of !== undefined && chapter === first;
  return (
    <Sheet title={say('guide.title')} onOpenChange={onClose} className="drawer">
      {text !== undefined && <Text onChapter={setChapter}>{isPart ? about(text, of) : text}</Text>}
      <Link className="act" to={`/guide/${chapter}`} onClick={onClose}>
        {say('guide.whole')}
      </Link>
    </Sheet>
  );
}
