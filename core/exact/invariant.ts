/** A promise that the code makes to itself. Broken, it stops the work; it is never repaired or continued past. */
export function invariant(condition: boolean, promise: string): asserts condition {
  if (!condition) throw new Error(`Broken invariant: ${promise}`);
}
