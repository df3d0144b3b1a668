import { existsSync, readdirSync, readFileSync, renameSync, statSync } from 'node:fs';
import { join } from 'node:path';

const ROOT = join(import.meta.dirname, '..');
const FOLDER = join(ROOT, 'cli', 'dist');

/** The bundled command, whose start costs no more than its computation needs. */
export const COMMAND = join(FOLDER, 'eldrun.mjs');

/** What makes papers: a bundle of its own, read when a paper is asked for. Its packages stay where they are installed. */
const PAPERS = join(FOLDER, 'papers.mjs');

const SOURCES = [
  'core/src',
  'core/data',
  'contract/src',
  'project/src',
  'drawing/src',
  'papers/src',
  'exchange/src',
  'cli/src',
  'scripts/bundle-command.mjs',
];

/** The workspaces whose entries are source. */
const WORKSPACES = ['core', 'demo', 'contract', 'project', 'drawing', 'papers', 'exchange'];

/** Every entry of the workspaces as its source file, the longer names first, since a bundler takes a name as a beginning. */
export const ALIAS = Object.fromEntries(
  WORKSPACES.flatMap((folder) => {
    const { name, exports } = JSON.parse(readFileSync(join(ROOT, folder, 'package.json'), 'utf8'));
    return Object.entries(exports).map(([entry, path]) => [
      join(name, entry),
      join(ROOT, folder, path),
    ]);
  }).sort(([a], [b]) => b.length - a.length),
);

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
  const common = {
    bundle: true,
    platform: 'node',
    format: 'esm',
    mainFields: ['module', 'main'],
    target: 'node20',
    alias: ALIAS,
    minifyWhitespace: true,
    minifySyntax: true,
    logLevel: 'warning',
  };
  // Beside it first: another call may be reading the one that is there.
  const fresh = (name) => join(FOLDER, `${name}-${process.pid}.mjs`);
  await build({
    ...common,
    entryPoints: [join(ROOT, 'cli/src/papers.ts')],
    outfile: fresh('papers'),
    packages: 'external',
  });
  renameSync(fresh('papers'), PAPERS);
  await build({
    ...common,
    entryPoints: [join(ROOT, 'cli/src/entry.ts')],
    outfile: fresh('eldrun'),
    plugins: [
      {
        name: 'papers',
        setup: ({ onResolve }) =>
          onResolve({ filter: /^\.\/papers\.ts$/ }, () => ({
            path: './papers.mjs',
            external: true,
          })),
      },
    ],
    banner: {
      js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);",
    },
  });
  renameSync(fresh('eldrun'), COMMAND);
}
