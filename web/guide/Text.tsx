import Markdown from 'react-markdown';
import { Link } from 'react-router';
import remarkGfm from 'remark-gfm';
import { pictureAt } from './chapters.ts';

const ANCHOR = /^<a id="[\w-]+"><\/a>$/gm;
const CHAPTER = /^\d+-([\w-]+)\.md$/;

/** Text of the guide as it is read: pictures and links to other chapters lead to where they are here. */
export function Text({ children, onChapter }: { children: string; onChapter?: (name: string) => void }) {
  return (
    <div className="guide" translate="no">
      <Markdown
        remarkPlugins={[remarkGfm]}
        components={{
          img: ({ src = '', alt = '' }) => <img src={pictureAt(String(src))} alt={alt} loading="lazy" />,
          a({ href = '', children: words }) {
            const name = CHAPTER.exec(href)?.[1] ?? '';
            return onChapter ? (
              <button type="button" className="act" onClick={() => onChapter(name)}>
                {words}
              </button>
            ) : (
              <Link className="act" to={`/guide/${name}`}>
                {words}
              </Link>
            );
          },
        }}
      >
        {children.replace(ANCHOR, '')}
      </Markdown>
    </div>
  );
}
