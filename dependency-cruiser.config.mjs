/**
 * The arrows between rooms, held by `npm run lint`. docs/architecture.md draws them.
 *
 * @type {import('dependency-cruiser').IConfiguration}
 */
const rule = (name, comment, from, to) => ({ name, comment, severity: 'error', from, to });

/** What each package may import of the others; of its own it may import all. */
const PACKAGES = {
  core: [],
  demo: ['core', 'project'],
  contract: ['core'],
  project: ['core'],
  drawing: ['core'],
  papers: ['core', 'project', 'drawing'],
  exchange: ['core', 'project'],
  server: ['core', 'demo', 'contract', 'project', 'drawing', 'papers', 'exchange'],
  web: ['core', 'contract', 'project', 'drawing', 'papers'],
  cli: ['core', 'contract', 'project', 'drawing', 'papers', 'exchange'],
};

/** Rooms of the core and of the page, each above those that follow. */
const CORE = ['building', 'assembly', 'physics', 'common'];
const WEB = ['app', 'features', 'components', 'project', 'charts', 'persistence', 'compute'];

const folders = (names) => `^(${names.join('|')})/`;

const packageArrows = Object.entries(PACKAGES).map(([name, allowed]) =>
  rule(
    `arrows-of-${name}`,
    `${name} imports ${allowed.length > 0 ? allowed.join(', ') : 'no other package of ours'}`,
    { path: `^${name}/src/` },
    {
      path: folders([...Object.keys(PACKAGES), 'e2e', 'bench', 'scripts']),
      pathNot: folders([name, ...allowed]),
    },
  ),
);

const roomArrows = (root, rooms) =>
  rooms
    .slice(1)
    .map((room, n) =>
      rule(
        `room-${root.split('/')[0]}-${room}`,
        `${room} lies below ${rooms.slice(0, n + 1).join(', ')}`,
        { path: `^${root}/${room}/` },
        { path: `^${root}/(${rooms.slice(0, n + 1).join('|')})/` },
      ),
    );

export default {
  forbidden: [
    rule('no-circles', 'files that import each other are one file', {}, { circular: true }),
    ...packageArrows,
    ...roomArrows('core/src', CORE),
    ...roomArrows('web/src', WEB),
    rule(
      'features-stand-alone',
      'what two features share lies in components or project',
      { path: '^web/src/features/([^/]+)/' },
      { path: '^web/src/features/', pathNot: '^web/src/features/$1/' },
    ),
    rule(
      'entries-of-subjects',
      'a subject of the core is imported by its entry, a schema or a file format by its own',
      { path: '^core/src/([^/]+/[^/]+)/' },
      {
        path: '^core/src/[^/]+/[^/]+/',
        pathNot: ['^core/src/$1/', '/(index|schema|layer-schema|files|file|consistency)\\.ts$'],
      },
    ),
    rule(
      'no-insides-in-tests',
      'a test imports other packages by their entries',
      { path: '^([^/]+)/(test|bench|e2e)/' },
      { path: '^[^/]+/src/', pathNot: '^$1/', dependencyTypes: ['local'] },
    ),
    rule('no-tests-in-code', 'code imports no test', { path: '/src/' }, { path: '/test/' }),
  ],
  options: {
    doNotFollow: { path: ['node_modules', 'dist', 'data/.*\\.json$'] },
    exclude: { path: ['/dist/', '\\.json$'] },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'default'],
      extensions: ['.ts', '.vue', '.mjs', '.js'],
    },
  },
};
