import { Link, useParams } from 'react-router';
import { say } from '../locale/say.ts';
import { Text } from './Text.tsx';
import { useChapter, useTitles } from './useChapter.ts';

/** The guide for practitioners, in the order of the work. */
export function Guide() {
  const { chapter: name = 'first-steps' } = useParams();
  const titles = useTitles();
  const text = useChapter(name);
  return (
    <div className="aside">
      <nav aria-label={say('guide.chapters')} translate="no">
        <header>
          <b>{say('guide.title')}</b>
        </header>
        {titles.map(([chapter, title]) => (
          <Link key={chapter} className="pick" to={`/guide/${chapter}`} aria-current={chapter === name}>
            {title}
          </Link>
        ))}
      </nav>
      <div className="screen">
        <div className="body" role="region" aria-label={say('guide.title')} tabIndex={0}>
          {text !== undefined && <Text key={name}>{text}</Text>}
        </div>
      </div>
    </div>
  );
}
