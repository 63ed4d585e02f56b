/** Whether something is what somebody looks for, by any of its words; everything is, while nobody looks for anything. */
export function fits(wanted: string, ...words: readonly string[]): boolean {
  const text = wanted.trim().toLowerCase();
  return text === '' || words.some((word) => word.toLowerCase().includes(text));
}
