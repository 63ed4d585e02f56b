// A small disk for the database, which is filled now and then until nothing more goes onto it.
import { spawnSync } from 'node:child_process';
import { closeSync, mkdirSync, openSync, rmSync, writeSync } from 'node:fs';
import { join } from 'node:path';

const PART = Buffer.alloc(1024 * 1024);

/** A disk of so many megabytes in memory at a folder; undefined where whoever runs this may not mount one. */
export function smallDisk(folder, megabytes) {
  mkdirSync(folder, { recursive: true });
  unmount(folder);
  const { status } = spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${megabytes}m`, 'chaos', folder]);
  if (status !== 0) return undefined;
  const file = join(folder, 'filled');
  return {
    /** Fills what is left of it. */
    fill() {
      const filled = openSync(file, 'w');
      try {
        for (let size = PART.length; size >= 1; size = Math.floor(size / 2))
          while (isWritten(filled, PART.subarray(0, size)));
      } finally {
        closeSync(filled);
      }
    },
    free: () => rmSync(file, { force: true }),
    unmount: () => unmount(folder),
  };
}

function isWritten(file, part) {
  try {
    return writeSync(file, part) === part.length;
  } catch (problem) {
    if (problem.code === 'ENOSPC') return false;
    throw problem;
  }
}

/** Also one that an earlier run left behind. */
const unmount = (folder) => void spawnSync('umount', ['-l', folder]);
