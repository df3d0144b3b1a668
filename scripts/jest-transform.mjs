import swc from '@swc/jest';

const typescript = swc.createTransformer({
  jsc: {
    parser: { syntax: 'typescript' },
    target: 'es2022',
    experimental: { keepImportAttributes: true },
  },
  module: { type: 'es6' },
});

/**
 * Jest runs tests in a context of Node's whose global names are looked up at every use, `Infinity` and `undefined` too: a
 * loop that reads one is ten times as slow there as anywhere else. A name of the module's own is read at once.
 */
const GLOBALS = [
  'Array',
  'Error',
  'Float32Array',
  'Float64Array',
  'Infinity',
  'Int32Array',
  'JSON',
  'Map',
  'Math',
  'NaN',
  'Number',
  'Object',
  'Set',
  'String',
  'Uint8Array',
  'undefined',
];
const PRELUDE = `const { ${GLOBALS.join(', ')} } = globalThis; `;

/** TypeScript for Jest, its global names at hand. Lines stay where they were. */
const withPrelude = (made) => ({ ...made, code: PRELUDE + made.code });

export default {
  getCacheKey: (...asked) => typescript.getCacheKey(...asked) + PRELUDE,
  process: (...asked) => withPrelude(typescript.process(...asked)),
  processAsync: async (...asked) => withPrelude(await typescript.processAsync(...asked)),
};
