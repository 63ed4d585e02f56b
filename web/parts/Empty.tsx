import type { ReactNode } from 'react';

/** What stands where there is nothing to show: what that means, and below what can be done about it. */
export function Empty({
  title,
  more,
  role,
  children,
}: {
  readonly title: string;
  readonly more?: ReactNode;
  readonly role?: 'alert';
  readonly children?: ReactNode;
}) {
  return (
    <div className="max-w-[520px] py-12 text-ink-2" role={role}>
      <h2 className="pb-1 font-book text-[18px]/6 font-semibold text-ink">{title}</h2>
      {more && <p>{more}</p>}
      {children}
    </div>
  );
}
