import { useEffect, useRef, useState } from 'react';
import { say } from '../locale/say.ts';

export const addressOf = (paper: string): string => `/api/incoming-bills/${paper}/paper`;

/** A paper as it came: a PDF drawn page by page and a picture as it is, everything else as text. Nothing in it is run. */
export function AsItCame({ paper, type, name, large }: { paper: string; type: string; name: string; large: boolean }) {
  const address = addressOf(paper);
  return (
    <div
      className={`pages ${large ? 'large' : ''}`}
      tabIndex={0}
      role="group"
      aria-label={say('bench.the_paper', { name })}
    >
      {type === 'application/pdf' ? (
        <Pages address={address} />
      ) : type.startsWith('image/') ? (
        <img src={address} alt={say('bench.the_paper', { name })} />
      ) : (
        <Text address={address} />
      )}
    </div>
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
      .then(async (reply) => {
        const [, charset = 'utf-8'] = /charset=([\w-]+)/.exec(reply.headers.get('content-type') ?? '') ?? [];
        return new TextDecoder(charset).decode(await reply.arrayBuffer());
      })
      .then(setText, () => setText(say('bench.not_shown')));
  }, [address]);
  return <pre>{text}</pre>;
}
