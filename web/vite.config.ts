import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [vue({ features: { optionsAPI: true, prodDevtools: false } })],
  build: { target: 'es2023', assetsInlineLimit: 0, chunkSizeWarningLimit: 800 },
  worker: { format: 'es' },
  server: { proxy: { '/api': process.env['ELDRUN_API'] ?? 'http://127.0.0.1:4870' } },
});
