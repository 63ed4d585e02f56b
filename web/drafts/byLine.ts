/** What is said of lines of a body, by the place of the line that it is said of; nothing of the body as a whole. */
export function byLine<Said extends { readonly at: string }>(all: readonly Said[]): ReadonlyMap<number, Said[]> {
  const found = new Map<number, Said[]>();
  for (const one of all) {
    const place = /^\/lines\/(\d+)/.exec(one.at)?.[1];
    if (place === undefined) continue;
    const at = Number.parseInt(place, 10);
    found.set(at, [...(found.get(at) ?? []), one]);
  }
  return found;
}
