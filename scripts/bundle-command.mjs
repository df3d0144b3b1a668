import { existsSync, readdirSync, renameSync, statSync } from 'node:fs';
import { join } from 'node:path';

const ROOT = join(import.meta.dirname, '..');
const FOLDER = join(ROOT, 'cli', 'dist');

/** The bundled command, whose start costs no more than its computation needs. */
export const COMMAND = join(FOLDER, 'eldrun.mjs');

const SOURCES = ['core/src', 'core/data', 'cli/src', 'scripts/bundle-command.mjs'];

/** When anything below a path last changed, ms. */
function newest(path) {
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return readdirSync(path).reduce((latest, name) => Math.max(latest, newest(join(path, name))), 0);
}

/** Bundles the command with all that it needs into one file, unless that is newer than its sources. */
export async function bundleCommand() {
  const changed = Math.max(...SOURCES.map((path) => newest(join(ROOT, path))));
  if (existsSync(COMMAND) && statSync(COMMAND).mtimeMs >= changed) return;
  const { build } = await import('esbuild');
  // Beside it first: another call may be reading the one that is there.
  const fresh = join(FOLDER, `eldrun-${process.pid}.mjs`);
  await build({
    entryPoints: [join(ROOT, 'cli/src/entry.ts')],
    outfile: fresh,
    bundle: true,
    platform: 'node',
    format: 'esm',
    mainFields: ['module', 'main'],
    target: 'node20',
    alias: {
      '@eldrun/core/schema': join(ROOT, 'core/src/wall/schema.ts'),
      '@eldrun/core/details': join(ROOT, 'core/src/edges/files.ts'),
      '@eldrun/core/exploration': join(ROOT, 'core/src/exploration/schema.ts'),
      '@eldrun/core/house': join(ROOT, 'core/src/house/files.ts'),
      '@eldrun/core/attachment': join(ROOT, 'core/src/attachment/file.ts'),
      '@eldrun/core/plane-section': join(ROOT, 'core/src/plane-section/index.ts'),
      '@eldrun/core/prices': join(ROOT, 'core/src/prices/schema.ts'),
      '@eldrun/core/simulation': join(ROOT, 'core/src/hygro/schema.ts'),
      '@eldrun/core': join(ROOT, 'core/src/index.ts'),
    },
    banner: {
      js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);",
    },
    minifyWhitespace: true,
    minifySyntax: true,
    logLevel: 'warning',
  });
  renameSync(fresh, COMMAND);
}
