import type { KnipConfig } from 'knip';

/** No file, export, type or package that nobody uses: held by `npm run lint`. */
export default {
  includeEntryExports: true,
  // System programs that the tests of faults call, and what is found by a path or a style sheet.
  ignoreBinaries: ['mount', 'umount', 'flock', 'pdftotext'],
  ignoreExportsUsedInFile: false,
  // Jest finds it from the root, where a test names its environment.
  ignoreUnresolved: ['./web/test/page-environment.mjs'],
  workspaces: {
    '.': {
      includeEntryExports: false,
      entry: [
        'scripts/*.mjs',
        'bench/main.ts',
        'e2e/*.spec.ts',
        'e2e/*.config.ts',
        'e2e/screenshots.ts',
      ],
      project: ['scripts/**/*.mjs', 'bench/**/*.ts', 'e2e/**/*.ts', '*.{ts,mjs}'],
      ignoreDependencies: ['jest'],
    },
    core: { entry: ['test/**/*.test.ts'], project: ['src/**/*.ts', 'test/**/*.ts'] },
    '{demo,contract,drawing,papers,exchange,project}': {
      entry: ['test/**/*.test.ts'],
      project: ['src/**/*.ts', 'test/**/*.ts'],
    },
    server: {
      entry: [
        'src/main.ts',
        'src/worker.ts',
        'src/*/in-thread.ts',
        'src/thread.dev.mjs',
        'test/**/*.test.ts',
      ],
      project: ['src/**/*.{ts,mjs}', 'test/**/*.ts'],
    },
    web: {
      entry: [
        'src/app/main.ts',
        'src/compute/compute.worker.ts',
        'src/persistence/offline.worker.ts',
        'test/page-environment.mjs',
        'test/**/*.test.ts',
      ],
      project: ['src/**/*.{ts,vue}', 'test/**/*.ts'],
      ignoreDependencies: ['@fontsource-variable/archivo'],
    },
    cli: { entry: ['src/entry.ts', 'test/**/*.test.ts'], project: ['src/**/*.ts', 'test/**/*.ts'] },
  },
} satisfies KnipConfig;
