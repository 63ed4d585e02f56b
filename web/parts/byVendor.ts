/** Lines of several vendors, gathered by vendor in the order in which each first appears. */
export function byVendor<Line extends { readonly vendor: { readonly id: string; readonly name: string } }>(
  lines: readonly Line[],
): Map<string, { id: string; name: string; lines: Line[] }> {
  const vendors = new Map<string, { id: string; name: string; lines: Line[] }>();
  for (const line of lines) {
    const vendor = vendors.get(line.vendor.id) ?? { ...line.vendor, lines: [] };
    vendor.lines.push(line);
    vendors.set(line.vendor.id, vendor);
  }
  return vendors;
}
