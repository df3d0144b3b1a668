import { chmodSync, closeSync, copyFileSync, fstatSync, ftruncateSync, openSync } from 'node:fs';

/** A log that is larger starts anew; the one before it is kept beside it, bytes. */
const MAX_SIZE = 5 * 1024 * 1024;

/** Looked at so often, ms. */
const EVERY = 10_000;

/**
 * A log of limited size that other processes write to: they append to its descriptor, so that nothing here can hold them
 * up, and a full disk costs lines, never a process.
 */
export class LogFile {
  constructor(path) {
    this.path = path;
    this.descriptor = openSync(path, 'a', 0o600);
    this.turn();
    this.timer = setInterval(() => this.turn(), EVERY);
    this.timer.unref();
  }

  /** Starts anew where it is too large. */
  turn() {
    try {
      chmodSync(this.path, 0o600);
      if (fstatSync(this.descriptor).size <= MAX_SIZE) return;
      copyFileSync(this.path, `${this.path}.1`);
      ftruncateSync(this.descriptor);
    } catch (error) {
      // Without room for the copy the old lines go: what happens now matters more.
      if (error.code === 'ENOSPC') ftruncateSync(this.descriptor);
    }
  }

  close() {
    clearInterval(this.timer);
    closeSync(this.descriptor);
  }
}
