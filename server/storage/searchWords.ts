const SHORTEST = 3;
const LONGEST = 60;

/** As it is compared: letters and digits alone, capitals. */
export const foldWord = (said: string): string =>
  said
    .toUpperCase()
    .replace(/[^\p{L}\p{N}]/gu, '')
    .slice(0, LONGEST);

/** What a document is found by: each of its numbers and names whole, and the words in them. */
export function searchWords(said: readonly string[]): string[] {
  const words = said.flatMap((one) => [
    foldWord(one),
    ...one
      .split(/[^\p{L}\p{N}]+/u)
      .map(foldWord)
      .filter((word) => word.length >= SHORTEST),
  ]);
  return [...new Set(words)].filter((word) => word !== '');
}
