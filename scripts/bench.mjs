import { join } from 'node:path';
import { ALIAS } from './bundle-command.mjs';
import { ensureChromium } from './debian.mjs';
import { withApplication } from './e2e.mjs';
import { ensurePackages, ROOT } from './packages.mjs';
import { main } from './run.mjs';

/** Measures the core and the page. `npm run bench -- --store` keeps the figures for the next comparison. */
await main(async () => {
  ensurePackages();
  const chromium = ensureChromium();
  const { build } = await import('esbuild');
  const bundle = join(ROOT, '.build', 'bench.mjs');
  await build({
    entryPoints: [join(ROOT, 'bench/main.ts')],
    outfile: bundle,
    bundle: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
    define: { 'import.meta.dirname': JSON.stringify(join(ROOT, 'bench')) },
    alias: ALIAS,
  });
  const { bench } = await import(bundle);
  await withApplication(({ url }) => bench(url, chromium, process.argv.includes('--store')));
});
