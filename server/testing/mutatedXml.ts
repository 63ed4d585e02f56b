import fc from 'fast-check';

/** One value of a file that is dropped, doubled, moved or changed. */
export interface Mutation {
  readonly how: 'drop' | 'double' | 'change' | 'move';
  /** The names of the elements that lead to the value. */
  readonly path: string;
  readonly at: number;
  readonly element: string;
  /** Where it is moved to, and what it is changed to. */
  readonly to: number;
  readonly text: string;
}

interface Leaf {
  readonly path: string;
  readonly at: number;
  readonly element: string;
}

/** Every value of a file, in its order. */
export function leavesOf(xml: string): Leaf[] {
  const found: Leaf[] = [];
  const open: string[] = [];
  for (const { 0: text, index, 1: closing, 2: name = '', 3: empty } of xml.matchAll(
    /<(\/?)(?:\w+:)?(\w+)[^<>]*?(\/?)>/g,
  )) {
    if (closing !== '') open.pop();
    else if (empty === '') {
      open.push(name);
      const after = xml.slice(index + text.length);
      const [inner = ''] = /^[^<>]*/.exec(after) ?? [];
      if (after.startsWith('</', inner.length)) {
        const end = index + text.length + inner.length + after.slice(inner.length).indexOf('>') + 1;
        found.push({ path: open.join('/'), at: index, element: xml.slice(index, end) });
      }
    }
  }
  return found;
}

/** Mutations of a file: of any value, in any of the ways. */
export function mutations(xml: string): fc.Arbitrary<Mutation> {
  const leaves = leavesOf(xml);
  return fc
    .record({
      leaf: fc.constantFrom(...leaves),
      other: fc.constantFrom(...leaves),
      how: fc.constantFrom('drop' as const, 'double' as const, 'change' as const, 'move' as const),
      text: fc.constantFrom(
        '',
        '0',
        '-1',
        '7',
        'x',
        'EUR',
        '381',
        '2026-03-19',
        '20260319',
        '1e9',
        '99999999999999999999',
        '1,5',
        '&#x26;',
      ),
    })
    .map(({ leaf, other, how, text }) => ({ ...leaf, how, text, to: other.at }));
}

export function mutate(xml: string, { how, at, element, to, text }: Mutation): string {
  const [before, after] = [xml.slice(0, at), xml.slice(at + element.length)];
  if (how === 'drop') return before + after;
  if (how === 'double') return before + element + element + after;
  if (how === 'change') return before + element.replace(/>[^<>]*</, `>${text}<`) + after;
  const without = before + after;
  const place = to > at ? to - element.length : to;
  return to === at ? xml : without.slice(0, place) + element + without.slice(place);
}
