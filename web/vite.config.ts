import vue from '@vitejs/plugin-vue';
import subsetFont from 'subset-font';
import { defineConfig, type Plugin } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

const WORKER = 'virtual:compute-worker';

/**
 * The code of the workers, built with the page: what both need is one file for both. `virtual:compute-worker` is its address.
 */
const computeWorker = (): Plugin => {
  let building = false;
  return {
    name: 'compute-worker',
    configResolved: ({ command }) => void (building = command === 'build'),
    resolveId: (id) => (id === WORKER ? `\0${WORKER}` : undefined),
    load(id) {
      if (id !== `\0${WORKER}`) return undefined;
      if (!building)
        return `export default '/src/compute/compute.worker.ts?worker_file&type=module';`;
      const file = this.emitFile({
        type: 'chunk',
        id: `${import.meta.dirname}/src/compute/compute.worker.ts`,
        name: 'compute',
      });
      return `export default import.meta.ROLLUP_FILE_URL_${file};`;
    },
    generateBundle(_, bundle) {
      // A worker has no document: what needs one must not come into its files.
      const reached = new Set<string>();
      const visit = (name: string): void => {
        const chunk = bundle[name];
        if (reached.has(name) || chunk?.type !== 'chunk') return;
        reached.add(name);
        for (const next of chunk.imports) visit(next);
        if (Object.keys(chunk.modules).some((id) => id.includes('src/compute/job')))
          for (const next of chunk.dynamicImports) visit(next);
        if (chunk.name === 'vue') this.error('The files of the workers import Vue.');
      };
      for (const chunk of Object.values(bundle))
        if (chunk.type === 'chunk' && chunk.name === 'compute') visit(chunk.fileName);
    },
  };
};

/** The weights and widths that the page is set in; the file of the package has all of them. */
const AXES = { wght: { min: 400, max: 800 }, wdth: { min: 80, max: 100 } };

/** What a browser takes from the Latin file (`unicode-range` of the package); other letters have files of their own. */
const LATIN: readonly [from: number, to?: number][] = [
  [0x20, 0xff],
  [0x131],
  [0x152, 0x153],
  [0x2bb, 0x2bc],
  [0x2c6],
  [0x2da],
  [0x2dc],
  [0x304],
  [0x308],
  [0x329],
  [0x2000, 0x206f],
  [0x20ac],
  [0x2122],
  [0x2191],
  [0x2193],
  [0x2212],
  [0x2215],
];

/** Leaves out of the Latin font what the page is never set in. */
const lighterFont = (): Plugin => ({
  name: 'lighter-font',
  apply: 'build',
  async generateBundle(_, bundle) {
    const all = LATIN.flatMap(([from, to = from]) =>
      Array.from({ length: to - from + 1 }, (__, n) => String.fromCharCode(from + n)),
    ).join('');
    for (const file of Object.values(bundle))
      if (file.type === 'asset' && /archivo-latin-wdth-normal.*\.woff2$/.test(file.fileName))
        file.source = await subsetFont(Buffer.from(file.source), all, {
          targetFormat: 'woff2',
          variationAxes: AXES,
        });
  },
});

/** A module of one of these packages. */
const packages = (...names: string[]): RegExp =>
  new RegExp(`/node_modules/(?:${names.join('|')})(?:/|$)`);

/** A module that one of them is for. */
const either = (...tests: RegExp[]): RegExp =>
  new RegExp(tests.map(({ source }) => source).join('|'));

/**
 * Files by what is needed together: few requests, and little in them that is not needed. The first group that has a module
 * keeps it; none imports one that stands below it, so that each is whole before what it is needed for.
 */
const GROUPS = [
  {
    name: 'vue',
    test: /(?:node_modules\/(?:@?vue|@vueuse|vue-router|pinia)\/|plugin-vue[/:]export-helper)/,
  },
  {
    // What every page has: its notices, and how it asks the server.
    name: 'frame',
    test: either(
      packages(
        '@primeuix/(?:styled|utils|themes|styles/dist/(?:base|toast|ripple|selectbutton|togglebutton))',
        '@primevue/core',
        'primevue/(?:base|basecomponent|config|toast.*|portal|ripple|usetoast|selectbutton|togglebutton|utils)',
        '@primevue/icons/(?:baseicon|utils|times.*|check|exclamation.*|info.*)',
      ),
      /web\/src\/(?:compute\/after-paint|persistence\/(?:api|changes|device|notices|offline)\.ts|components\/(?:SegmentedChoice|StatusMark|dropped-file|walk)\.)/,
    ),
  },
  {
    name: 'fields',
    test: packages(
      '@primeuix/styles/dist/(?:iconfield|inputtext|select|virtualscroller)',
      'primevue/(?:base.*|iconfield|inputicon|inputtext|overlayeventbus|select|virtualscroller)',
      '@primevue/icons/(?:chevrondown|search|spinner|blank)',
    ),
  },
  {
    name: 'dialogs',
    test: packages(
      '@primeuix/styles/dist/(?:badge|button|dialog|textarea)',
      'primevue/(?:badge|button|dialog|focustrap|textarea)',
      '@primevue/icons/(?:chevron.*|window.*)',
    ),
  },
  { name: 'echarts', test: packages('echarts', 'zrender', 'vue-echarts', 'tslib') },
  {
    name: 'words',
    // Workers need it too.
    test: /(?:core\/src\/common\/(?!prescriptive|validation)|contract\/src|web\/src\/compute\/(?:jobs|turn)\.ts|vite\/preload-helper|node_modules\/(?:fast-equals|fraction\.js|d3-dsv|fastest-levenshtein|minisearch|quick-lru|tinyqueue)\/)/,
  },
  { name: 'offline', test: /(?:workbox-window|pwa-register)/ },
  {
    name: 'files',
    test: /(?:node_modules\/(?:joi|jsonc-parser)\/|core\/src\/building\/kinds\/wall|core\/src\/common\/validation\/|core\/src\/(?:physics|assembly\/(?!exploration|decision)).*\/(?:(?:.*-)?schemas?|files?)\.ts)/,
  },
  {
    name: 'house-files',
    test: /core\/src\/building\/(?:kinds\/(?!wall|decision|index)|.*\/(?:(?:.*-)?schemas?|files?|csv)\.ts)/,
  },
  {
    // What a wall is drawn and read with at once.
    name: 'wall',
    test: /core\/(?:data\/(?!goods|trade|compatibility|attachment|fasteners)|src\/physics\/(?!instruments\/|transient\/(?!exposure|faces|mold|setup|types|weather-hours))|src\/assembly\/(?!exploration|decision|options|attachment|cladding-systems|judgment\/(?:fix|runs|samples)|trade|prices\/csv|verdicts\/(?:index|attachment|cladding-system|point))|src\/common\/prescriptive\/)/,
  },
  {
    // What it is judged by.
    name: 'judging',
    test: /(?:core\/(?:data\/(?!goods)|src\/physics\/(?!instruments)|src\/assembly\/(?!exploration|decision|options))|web\/src\/compute\/run-parts)/,
  },
  { name: 'options', test: /core\/src\/assembly\// },
  {
    name: 'house',
    test: /(?:core\/(?:data\/|src\/(?:physics\/instruments|building\/(?!kinds|results)))|\/project\/src\/)/,
  },
  {
    name: 'drawing',
    test: /(?:drawing\/src\/(?!edge|elevation|drawn|dxf|notes|index)|web\/src\/charts\/(?!chart|run-chart|years?|moisture|temperature|field)|node_modules\/d3-(?:shape|path|scale|interpolate|color|array|format)\/)/,
  },
  {
    name: 'fields-drawn',
    test: /(?:web\/src\/charts\/(?:temperature|field)|node_modules\/d3-(?:scale-chromatic|contour)\/)/,
  },
  {
    name: 'house-page',
    test: /(?:web\/src\/(?:project\/(?:house|derived)\.ts|components\/(?:HousePlace|WallProblems))|drawing\/src\/)/,
  },
  {
    // What every page of a project has.
    name: 'project',
    test: /(?:web\/src\/(?:features\/wall\/wall-actions|components\/(?!\w*(?:Fields?|Figures|Section|Notices|Cell|Dialog|Differences|Nav)\.|EditableTable|OptionsSwitch|editable-table|lengths|quantities|typed-text|day|kept-aside)|persistence|project\/(?!options|only|price|compare|variants)|compute\/(?!jobs|compute|serve|turn|run-parts|explore-pool|years-run))|idb-keyval|virtual:compute)/,
  },
  {
    // What the bench of a wall and its lenses share.
    name: 'bench',
    test: /web\/src\/(?:compute\/years-run|features\/wall\/(?:baseline|bench|heat\/heat|bench-keys|lens|build-up\/lens|moisture\/moisture|years\/(?:simulation|RunVerdicts)|TracePaths|DepthReading)\b|components\/TableDialog)/,
  },
  { name: 'jobs-of-walls', test: /web\/src\/compute\/jobs\/(?:heat|judgment)/ },
  { name: 'places', test: /web\/src\/(?:components|project)\/(?!\w*Dialog\.)/ },
].map((group, n, all) => ({ ...group, priority: all.length - n }));

/** Files that import each other in a circle would run before what they need is there. */
const noCircles = (): Plugin => ({
  name: 'no-circles',
  apply: 'build',
  generateBundle(_, bundle) {
    const done = new Set<string>();
    const visit = (file: string, above: readonly string[]): void => {
      const chunk = bundle[file];
      if (above.includes(file))
        this.error(
          `Files import each other: ${[...above.slice(above.indexOf(file)), file].join(' > ')}`,
        );
      if (done.has(file) || chunk?.type !== 'chunk') return;
      for (const next of chunk.imports) visit(next, [...above, file]);
      done.add(file);
    };
    for (const file of Object.keys(bundle)) visit(file, []);
  },
});

export default defineConfig({
  plugins: [
    vue({ features: { optionsAPI: true, prodDevtools: false } }),
    computeWorker(),
    noCircles(),
    lighterFont(),
    VitePWA({
      strategies: 'injectManifest',
      srcDir: 'src/persistence',
      filename: 'offline.worker.ts',
      registerType: 'prompt',
      injectRegister: false,
      manifest: false,
      injectManifest: {
        globPatterns: ['index.html', 'icon.svg', 'assets/**/*.{js,css,woff2}'],
        maximumFileSizeToCacheInBytes: 4 * 1024 * 1024,
      },
    }),
  ],
  build: {
    target: 'es2023',
    assetsInlineLimit: 0,
    // All of it is less than what a request more for each part costs.
    cssCodeSplit: false,
    chunkSizeWarningLimit: 800,
    // Workers have no document that something could be preloaded in.
    modulePreload: {
      resolveDependencies: (file, deps, { hostId }) =>
        /compute|words/.test(file) || /compute|words/.test(hostId) ? [] : deps,
    },
    rolldownOptions: {
      output: { codeSplitting: { groups: GROUPS, includeDependenciesRecursively: false } },
    },
  },
  server: { proxy: { '/api': process.env['ELDRUN_API'] ?? 'http://127.0.0.1:4870' } },
});
