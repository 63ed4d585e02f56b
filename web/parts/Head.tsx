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
      <div className="min-w-0">
        <h1 tabIndex={-1}>
          {title} {more && <span>{more}</span>}
        </h1>
        {about && <p>{about}</p>}
      </div>
      {children && <div className="flex flex-wrap justify-end gap-2 min-w-0">{children}</div>}
    </header>
  );
}
