/** The room of lines of a long table that are not drawn. */
export const Room = ({ height, columns }: { height: number; columns: number }) =>
  height <= 0 ? null : (
    <tbody aria-hidden="true">
      <tr className="plain">
        <td colSpan={columns} style={{ height, padding: 0 }} />
      </tr>
    </tbody>
  );
