import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { canonicalText, fromCanonicalText } from '../exact/canonical.ts';
import { quantity } from '../exact/amounts.ts';
import { decide } from '../posting/decide.ts';
import type { Command } from '../posting/kinds.ts';
import { openedBy, record } from '../posting/record.ts';
import { type BasisEntry, basisOf } from '../state/basis.ts';
import type { Books } from '../state/books.ts';
import { choices, commandFor, openingBooks, settings, type Setting, type Choice } from '../testing/histories.ts';
import { runs, seed } from '../testing/runs.ts';
import { beginning, decideAgain, factsText, type FactsText, type KeptCommand } from './replay.ts';

/** What is kept of a history: its commands as text, and the facts that each posted. */
interface Kept {
  readonly commands: KeptCommand[];
  readonly facts: Map<string, FactsText>;
}

/** Plays a history; before every third document something that is set up is changed: weights, what bills may differ by. */
function keep(setting: Setting, history: readonly Choice[]): Kept {
  const kept: Kept = { commands: [], facts: new Map() };
  let books = openingBooks(setting);
  for (const [at, choice] of history.entries()) {
    if (at % 3 === 2) books = setUpOtherwise(books, choice.cents);
    const command = commandFor(books, choice, setting);
    const decision = command && decide(books, command);
    if (!command || !decision?.accepted) continue;
    const document = books.nextDocument.toString();
    const through = (value: unknown) => fromCanonicalText(canonicalText(value));
    kept.commands.push({
      document,
      number: `D-${document}`,
      command: through(command) as Command,
      basis: through(basisOf(books)) as BasisEntry[],
      today: undefined,
    });
    kept.facts.set(document, factsText(decision.posted, openedBy(books, decision.posted)));
    books = record(books, decision.posted);
  }
  return kept;
}

function setUpOtherwise(books: Books, by: bigint): Books {
  const items = new Map(books.items);
  for (const [id, item] of items) items.set(id, { ...item, weight: quantity(((by % 9n) + 1n) * 1_000_000n) });
  const { company } = books;
  return {
    ...books,
    items,
    company: { ...company, writeOffLimit: by % 2n === 0n ? undefined : company.writeOffLimit },
  };
}

function differencesIn({ commands, facts }: Kept): string[] {
  const differences: string[] = [];
  let books: Books | undefined = beginning();
  for (const kept of commands) {
    if (!books) break;
    const again = decideAgain(books, kept, facts.get(kept.document) ?? []);
    differences.push(...again.differences);
    books = again.books;
  }
  return differences;
}

describe('a history decided again from its commands', () => {
  it('gives the same facts, whatever was set up otherwise in between', () => {
    fc.assert(
      fc.property(settings, choices(40), (setting, history) => {
        expect(differencesIn(keep(setting, history))).toEqual([]);
      }),
      { numRuns: runs(150), seed },
    );
  });

  it('says which document is not what was decided', () => {
    const [history = []] = fc.sample(choices(40), { numRuns: 1, seed: 7 });
    const [setting] = fc.sample(settings, { numRuns: 1, seed: 7 });
    const kept = keep(setting as Setting, history);
    const [first] = kept.commands;
    expect(differencesIn(kept)).toEqual([]);
    kept.facts.set(first?.document ?? '', ['journal 2026-01-01 bank 1 |||||']);
    expect(differencesIn(kept)).toContain(`${first?.number} has journal 2026-01-01 bank 1 |||||, which it should not`);
    // What was asked for is kept: without it, what comes after is refused.
    expect(differencesIn({ ...kept, commands: kept.commands.slice(1) })[0]).toMatch(/would be refused now|should have/);
  });
});
