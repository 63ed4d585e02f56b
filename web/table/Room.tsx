import { useTableWidth } from './Line.tsx';

/** The room of lines of a long table that are not drawn. */
export function Room({ height }: { height: number }) {
  const width = useTableWidth();
  return height <= 0 ? null : (
    <tbody aria-hidden="true">
      <tr className="plain">
        <td colSpan={width} style={{ height, padding: 0 }} />
      </tr>
    </tbody>
  );
}
