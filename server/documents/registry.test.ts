import { describe, expect, it } from '@jest/globals';
import { DOCUMENT_KINDS, type DocumentKind, KINDS } from '@obolus/contract/kinds/kinds';
import { type DocumentKind as CoreKind, KINDS as CORE_KINDS } from '@obolus/core/posting/kinds';
import { commandOf } from './registry.ts';

/** Holds where two unions are the same; the compiler looks at it with every build. */
type Same<A, B> = [A] extends [B] ? ([B] extends [A] ? true : false) : false;

describe('the registries', () => {
  it('name the same kinds in the core, the contract and the server', () => {
    const kinds: Same<CoreKind, DocumentKind> = true;
    expect(kinds).toBe(true);
    expect(Object.keys(CORE_KINDS).sort()).toEqual([...DOCUMENT_KINDS].sort());
    for (const kind of DOCUMENT_KINDS) expect([kind, typeof commandOf(kind).read]).toEqual([kind, 'function']);
  });

  it.each(DOCUMENT_KINDS)(
    '%s has its own name and number, and is reversed or not in the core as in the contract',
    (kind) => {
      expect(KINDS[kind].name).toBe(kind);
      expect(CORE_KINDS[kind].name).toBe(kind);
      const others = DOCUMENT_KINDS.filter((other) => other !== kind);
      expect(others.map((other) => KINDS[other].prefix)).not.toContain(KINDS[kind].prefix);
      // A reversal is of any kind but its own.
      const irreversible = kind === 'reversal' || 'irreversible' in CORE_KINDS[kind];
      expect(KINDS[kind].stays === true).toBe(irreversible);
    },
  );
});
