import { describe, expect, it } from '@jest/globals';
import { readOnce } from './readOnce.ts';

describe('what was read', () => {
  const reading = () => {
    const asked: string[] = [];
    const read = readOnce((content, by) => {
      asked.push(`${content.toString()} ${by}`);
      return { said: content.toString(), by };
    });
    return { asked, read: (content: string, by?: string) => read(Buffer.from(content), by) };
  };

  it('is given again for the same bytes, and read anew for others or by another measure', () => {
    const { asked, read } = reading();
    expect([read('a', 'USD'), read('a', 'USD'), read('a', 'EUR')]).toEqual([
      { said: 'a', by: 'USD' },
      { said: 'a', by: 'USD' },
      { said: 'a', by: 'EUR' },
    ]);
    expect(asked).toEqual(['a USD', 'a EUR']);
  });

  it('is kept of the latest few alone', () => {
    const { asked, read } = reading();
    for (const content of ['a', 'b', 'a', 'c', 'a', 'b']) read(content);
    expect(asked).toEqual(['a ', 'b ', 'c ', 'b ']);
  });

  it('that was refused is refused again, each time for its own reason', () => {
    const read = readOnce((content) => {
      throw new Error(content.toString());
    });
    for (const content of ['a', 'b', 'a']) expect(() => read(Buffer.from(content))).toThrow(content);
  });
});
