import { describe, expect, it } from '@jest/globals';
import type { PostingProgress } from '@obolus/contract/commands';
import { beginsToWrite, followedBy, reached, withFollower, wrote } from './progress.ts';
import { RequestError } from './failures.ts';

/** What somebody hears of work, as "phase done/of". */
async function heard(work: () => void, stops = () => false): Promise<string[]> {
  const said: string[] = [];
  const hears = ({ phase, done, of }: PostingProgress) => void said.push(`${phase} ${done}/${of}`);
  await withFollower({ hears, stops }, () => Promise.resolve(work()));
  return said;
}

describe('work that somebody follows', () => {
  it('says what it reads, decides and writes, row by row', async () => {
    const said = await heard(() => {
      reached('reading');
      reached('deciding');
      beginsToWrite(5);
      wrote(3);
      wrote(4);
    });
    expect(said).toEqual(['reading 0/0', 'deciding 0/0', 'writing 0/5', 'writing 3/5', 'writing 5/5']);
  });

  it('counts the documents that follow one, and not their rows', async () => {
    const said = await heard(() => {
      beginsToWrite(1);
      for (const at of [0, 1, 2]) {
        followedBy(at, 3);
        beginsToWrite(20);
        wrote(20);
      }
    });
    expect(said).toEqual(['writing 0/1', 'writing 0/3', 'writing 1/3', 'writing 2/3']);
  });

  it('is stopped until it begins to write, and not after', async () => {
    let isStopped = false;
    const work = () => {
      reached('reading');
      beginsToWrite(2);
      isStopped = true;
      followedBy(1, 2);
      beginsToWrite(2);
    };
    expect(await heard(work, () => isStopped)).toHaveLength(3);
    await expect(heard(work, () => true)).rejects.toThrow(RequestError);
  });

  it('says nothing where nobody follows', () => {
    expect(() => {
      reached('reading');
      beginsToWrite(1);
      followedBy(1, 1);
      wrote(1);
    }).not.toThrow();
  });
});
