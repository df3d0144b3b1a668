import swc from '@swc/jest';
import { compileScript, parse } from '@vue/compiler-sfc';

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

/** What Vite puts into the page when it builds it comes from the environment. */
const withPrelude = (made) => ({
  ...made,
  code: PRELUDE + made.code.replaceAll('import.meta.env', 'process.env'),
});

/** A component as a module in TypeScript, its template among it; styles are left out. */
function scriptOf(source, file) {
  const { descriptor, errors } = parse(source, { filename: file });
  if (errors.length > 0) throw errors[0];
  return compileScript(descriptor, { id: file, inlineTemplate: true }).content;
}

/** What `@swc/jest` is given: the name says that it is TypeScript. */
const asked = (source, file, ...more) =>
  file.endsWith('.vue') ? [scriptOf(source, file), `${file}.ts`, ...more] : [source, file, ...more];

/** TypeScript and components for Jest, their global names at hand. Lines of TypeScript stay where they were. */
export default {
  getCacheKey: (...of) => typescript.getCacheKey(...of) + PRELUDE,
  process: (...of) => withPrelude(typescript.process(...asked(...of))),
  processAsync: async (...of) => withPrelude(await typescript.processAsync(...asked(...of))),
};
