import { statfs } from 'node:fs/promises';
import type { RequestHandler } from 'express';
import { diskFull } from './errors.ts';

/** So much stays free for the database itself: it cannot end a statement without room for its log, bytes. */
const RESERVE = 64 * 1024 * 1024;

/** The room is looked at so often at most, ms. */
const EVERY = 1000;

/** How much room there is, bytes. */
type Room = () => Promise<number>;

/** The room on the disk of a folder. */
export const roomOf =
  (folder: string): Room =>
  async () => {
    const { bavail, bsize } = await statfs(folder);
    return bavail * bsize;
  };

/**
 * Refuses what would write while the disk is almost full. Reading goes on, and writing as soon as there is room: a
 * database that runs into the end of its disk takes everybody down.
 */
export function refuseOnFullDisk(room: Room): RequestHandler {
  let free = Infinity;
  let looked = -Infinity;
  return async (request, _response, next) => {
    if (request.method === 'GET' || request.method === 'HEAD') return next();
    if (performance.now() - looked > EVERY) {
      looked = performance.now();
      // Where the room cannot be told the database has the word.
      free = await room().catch(() => Infinity);
    }
    if (free < RESERVE) throw diskFull(free);
    next();
  };
}
