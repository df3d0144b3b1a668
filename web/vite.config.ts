import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import vue from '@vitejs/plugin-vue';
import { transform } from 'esbuild';
import { defineConfig, type Plugin } from 'vite';

/** Writes the worker that opens the page without a server, with the names of all files that it keeps. */
const offline = (): Plugin => ({
  name: 'offline',
  apply: 'build',
  async generateBundle(_, bundle) {
    const files = Object.keys(bundle)
      .filter((name) => name.startsWith('assets/'))
      .map((name) => `/${name}`)
      .sort();
    const build = createHash('sha256').update(files.join()).digest('hex').slice(0, 12);
    const source = readFileSync(
      join(import.meta.dirname, 'src/persistence/offline.worker.ts'),
      'utf8',
    );
    const { code } = await transform(source, { loader: 'ts', minify: true });
    this.emitFile({
      type: 'asset',
      fileName: 'offline.js',
      source: `self.FILES=${JSON.stringify(files)};self.BUILD=${JSON.stringify(build)};${code}`,
    });
  },
});

export default defineConfig({
  plugins: [vue({ features: { optionsAPI: true, prodDevtools: false } }), offline()],
  build: { target: 'es2023', assetsInlineLimit: 0, chunkSizeWarningLimit: 800 },
  worker: { format: 'es' },
  server: { proxy: { '/api': process.env['ELDRUN_API'] ?? 'http://127.0.0.1:4870' } },
});
