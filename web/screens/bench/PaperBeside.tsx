import { useEffect, useRef, useState } from 'react';
import { say } from '../../locale/say.ts';

interface Kept {
  readonly paper: string;
  readonly type: string;
  readonly name: string;
}

let wanted = false;

/** Whether the paper lies beside; it stays so for the bills that follow. */
export function useBeside(): [boolean, (beside: boolean) => void] {
  const [beside, setBeside] = useState(wanted);
  return [beside, (to) => setBeside((wanted = to))];
}

export function BesideButton({ beside, onChange }: { beside: boolean; onChange: (beside: boolean) => void }) {
  return (
    <button type="button" className="btn quiet" aria-pressed={beside} onClick={() => onChange(!beside)}>
      {beside ? say('bench.paper_away') : say('bench.paper_beside')}
    </button>
  );
}

/** The paper as it came, beside what is entered: a PDF drawn page by page and a picture as it is, everything else as text. Nothing in it is run. */
export function PaperBeside({ paper, type, name }: Kept) {
  const [large, setLarge] = useState(false);
  const address = `/api/incoming-bills/${paper}/paper`;
  const isDrawn = type === 'application/pdf' || type.startsWith('image/');
  return (
    <aside className="beside" aria-label={say('bench.the_paper', { name })}>
      <p className="flex justify-between gap-2 pb-1">
        <span className="dim truncate grow" title={name}>
          {name}
        </span>
        {isDrawn && (
          <button type="button" className="act" onClick={() => setLarge(!large)}>
            {large ? say('bench.smaller') : say('bench.larger')}
          </button>
        )}
        <a className="act" href={address} target="_blank" rel="noreferrer">
          {say('bench.by_itself')}
        </a>
      </p>
      <div className={`pages ${large ? 'large' : ''}`}>
        {!isDrawn ? (
          <Text address={address} />
        ) : type === 'application/pdf' ? (
          <Pages address={address} />
        ) : (
          <img src={address} alt={say('bench.the_paper', { name })} />
        )}
      </div>
    </aside>
  );
}

const MOST_PAGES = 12;
/** So sharp that it may be shown larger. */
const SHARP = 2;

function Pages({ address }: { address: string }) {
  const place = useRef<HTMLDivElement>(null);
  const [says, setSays] = useState(say('parts.reading'));
  useEffect(() => {
    let gone = false;
    const draw = async () => {
      const { openPdf } = await import('./openPdf.ts');
      const document = await openPdf(address);
      for (let at = 1; at <= Math.min(document.numPages, MOST_PAGES) && !gone; at += 1) {
        const page = await document.getPage(at);
        const wide = place.current?.clientWidth ?? 400;
        const viewport = page.getViewport({
          scale: (wide / page.getViewport({ scale: 1 }).width) * SHARP * devicePixelRatio,
        });
        const canvas = window.document.createElement('canvas');
        canvas.width = viewport.width;
        canvas.height = viewport.height;
        await page.render({ canvas, viewport }).promise;
        if (!gone) place.current?.append(canvas);
      }
      if (!gone) setSays('');
    };
    draw().catch(() => !gone && setSays(say('bench.pdf_not_shown')));
    return () => {
      gone = true;
    };
  }, [address]);
  return (
    <div ref={place}>
      <p className="dim" role="status">
        {says}
      </p>
    </div>
  );
}

function Text({ address }: { address: string }) {
  const [text, setText] = useState(say('parts.reading'));
  useEffect(() => {
    void fetch(address)
      .then((reply) => reply.text())
      .then(setText, () => setText(say('bench.not_shown')));
  }, [address]);
  return <pre>{text}</pre>;
}
