import { accessSync, constants, statfsSync } from 'node:fs';
import { freemem } from 'node:os';

const MEMORY = '/dev/shm';
/** Databases and files of what runs side by side take about 1 GB; the rest is for what computes. */
const ROOM = 6 * 1024 ** 3;

/**
 * Temporary files of tests lie in memory where there is room: dozens of databases begun and ended wait more for the
 * disk than they compute.
 */
export function temporaryFilesInMemory() {
  try {
    accessSync(MEMORY, constants.W_OK);
    const { bavail, bsize } = statfsSync(MEMORY);
    if (!process.env.TMPDIR && Math.min(bavail * bsize, freemem()) > ROOM) process.env.TMPDIR = MEMORY;
  } catch {
    // no such place on this machine: the disk will do
  }
}
