import { say } from '../locale/say.ts';

interface Shown {
  /** What was answered; nothing is said while it is awaited, nor where it is all. */
  readonly list: { readonly rows: readonly unknown[]; readonly more: boolean } | undefined;
}

/** Says that a list shows only its first rows: nothing is left out in silence. */
export const Cut = ({ list }: Shown) =>
  list?.more ? (
    <p className="dim px-5 py-2" role="status">
      {say('parts.only_shown', { count: { figure: String(list.rows.length) } })}
    </p>
  ) : null;
