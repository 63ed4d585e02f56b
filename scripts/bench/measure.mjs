// What every part of the bench measures and prints with.
import { join } from 'node:path';
import { root } from '../lib/project.mjs';

/** In small form it only shows that every part of it still runs. */
export const small = process.argv.includes('--small');

/** Sizes of the core's measures, and how often each is taken. */
export const SIZES = small ? [10_000] : [10_000, 100_000, 1_000_000];
export const ROUNDS = small ? 1 : 7;

/** A module of the project, by its path from the root. */
export const dist = (path) => import(join(root, path));

export const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];

export function timed(work) {
  const before = performance.now();
  work();
  return performance.now() - before;
}

/** Medians of two things measured in turn, so that a slow moment of the machine meets both. The first round and `prepare` are not counted. */
export function sideBySide(rounds, first, second, prepare = () => undefined) {
  const [a, b] = [[], []];
  prepare();
  first();
  prepare();
  second();
  for (let round = 0; round < rounds; round += 1) {
    prepare();
    a.push(timed(first));
    prepare();
    b.push(timed(second));
  }
  return [median(a), median(b)];
}

export function row(...cells) {
  console.log(`  ${cells.map((cell, at) => String(cell).padEnd(at === 0 ? 58 : 20)).join(' ')}`);
}
