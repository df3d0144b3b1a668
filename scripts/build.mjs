import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, gzip as gzipCompress } from 'node:zlib';
import { ALIAS, bundleCommand } from './bundle-command.mjs';
import { ensurePackages, ROOT } from './packages.mjs';
import { main, runOrFail } from './run.mjs';

const SOURCES = [
  'core/src',
  'core/data',
  'contract/src',
  'demo/src',
  'project/src',
  'drawing/src',
  'papers/src',
  'exchange/src',
  'server/src',
  'web',
  'package-lock.json',
  'scripts/build.mjs',
];

function fingerprint(sources) {
  const hash = createHash('sha256');
  const walk = (path) => {
    const stat = statSync(join(ROOT, path));
    if (stat.isDirectory()) {
      for (const name of readdirSync(join(ROOT, path)).sort())
        if (name !== 'dist' && name !== 'node_modules') walk(join(path, name));
    } else {
      hash.update(`${path}\n`).update(readFileSync(join(ROOT, path)));
    }
  };
  sources.forEach(walk);
  return hash.digest('hex');
}

/** Files that are worth packing: text, from so many bytes on. */
const PACKED = /\.(js|css|html|svg|json|txt)$/;
const PACKED_FROM = 1024;

/** Puts a packed copy of each file of the page beside it, for brotli and for gzip. */
async function pack(folder) {
  const brotli = promisify(brotliCompress);
  const gzip = promisify(gzipCompress);
  for (const { name, parentPath } of readdirSync(folder, {
    recursive: true,
    withFileTypes: true,
  })) {
    const path = join(parentPath, name);
    if (!PACKED.test(name) || statSync(path).size < PACKED_FROM) continue;
    const bytes = readFileSync(path);
    const [br, gz] = await Promise.all([brotli(bytes), gzip(bytes, { level: 9 })]);
    writeFileSync(`${path}.br`, br);
    writeFileSync(`${path}.gz`, gz);
  }
}

/** Builds the command, the page and the server, unless nothing changed since the last time. */
export async function build() {
  await bundleCommand();
  const stamp = join(ROOT, '.build', 'sources');
  const now = fingerprint(SOURCES);
  const built =
    existsSync(join(ROOT, 'web/dist/index.html')) && existsSync(join(ROOT, 'server/dist/main.mjs'));
  if (built && existsSync(stamp) && readFileSync(stamp, 'utf8') === now) return;
  console.log('Building…');
  // What was computed by another core is computed anew, by the page and by the server.
  const core = fingerprint(['core/src', 'core/data']).slice(0, 12);
  runOrFail('npx', ['--no-install', 'vite', 'build', '--logLevel', 'warn'], {
    cwd: join(ROOT, 'web'),
    env: { ...process.env, VITE_CORE_VERSION: core },
  });
  await pack(join(ROOT, 'web/dist'));
  const { build: bundle } = await import('esbuild');
  await bundle({
    entryPoints: {
      main: join(ROOT, 'server/src/main.ts'),
      summaries: join(ROOT, 'server/src/summaries/in-thread.ts'),
      papers: join(ROOT, 'server/src/papers/in-thread.ts'),
      weather: join(ROOT, 'server/src/weather/in-thread.ts'),
      bundles: join(ROOT, 'server/src/bundles/in-thread.ts'),
      thread: join(ROOT, 'server/src/threads/thread.ts'),
      worker: join(ROOT, 'server/src/worker.ts'),
    },
    outdir: join(ROOT, 'server/dist'),
    outExtension: { '.js': '.mjs' },
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: 'external',
    alias: ALIAS,
    define: { 'process.env.ELDRUN_CORE_VERSION': JSON.stringify(core) },
    logLevel: 'warning',
  });
  mkdirSync(join(ROOT, '.build'), { recursive: true });
  writeFileSync(stamp, now);
}

if (import.meta.filename === process.argv[1])
  await main(async () => {
    ensurePackages();
    await build();
  });
