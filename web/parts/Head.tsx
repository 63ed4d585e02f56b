import type { ReactNode } from 'react';

/** The title of a screen in the book face, what it is about below, and what can be done at the right. */
export function Head({
  title,
  more,
  about,
  children,
}: {
  title: string;
  more?: string;
  about?: ReactNode;
  children?: ReactNode;
}) {
  return (
    <header className="head">
      {/* Long words wrap before buttons do. */}
      <div className="min-w-0">
        <h1 tabIndex={-1}>
          {title} {more && <span>{more}</span>}
        </h1>
        {about && <p>{about}</p>}
      </div>
      {children && <div className="flex flex-wrap justify-end gap-2 shrink-0 max-w-[60%]">{children}</div>}
    </header>
  );
}
