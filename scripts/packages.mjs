import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { runOrFail } from './run.mjs';

export const ROOT = join(import.meta.dirname, '..');

/** Installs the packages of the lock file, unless the installed ones are already those. */
export function ensurePackages() {
  const stamp = join(ROOT, 'node_modules', '.eldrun-packages');
  const wanted = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  console.log('Installing packages by the lock file…');
  runOrFail('npm', ['ci', '--no-progress'], { cwd: ROOT });
  writeFileSync(stamp, wanted);
}
