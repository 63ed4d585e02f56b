interface Shown {
  /** What was answered; nothing is said while it is awaited, nor where it is all. */
  readonly list: { readonly rows: readonly unknown[]; readonly more: boolean } | undefined;
  /** What they are, in the plural. */
  readonly of: string;
}

/** Says that a list shows only its first rows: nothing is left out in silence. */
export const Cut = ({ list, of }: Shown) =>
  list?.more ? (
    <p className="dim px-5 py-2" role="status">
      Only {list.rows.length.toLocaleString()} {of} are shown: there are more.
    </p>
  ) : null;
