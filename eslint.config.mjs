import js from '@eslint/js';
import vue from 'eslint-plugin-vue';
import ts from 'typescript-eslint';

const nodeGlobals = {
  console: 'readonly',
  process: 'readonly',
  fetch: 'readonly',
  setTimeout: 'readonly',
  clearTimeout: 'readonly',
  setInterval: 'readonly',
  clearInterval: 'readonly',
  AbortSignal: 'readonly',
  URL: 'readonly',
  performance: 'readonly',
};

/** What units are made of: only `core/src/common/units` says it. */
const FACTORS = [0.0254, 25.4, 304.8, 0.45359237, 1055.05585262, 0.09290304, 6894.757, 1.8];

const noFactors = FACTORS.map((value) => ({
  selector: `Literal[value=${value}]`,
  message: 'A unit factor is said once, in core/src/common/units.',
}));

/** Whether something passes or fails is found in the core. */
const noStatuses = ['fail', 'caution'].map((status) => ({
  selector: `ConditionalExpression > Literal[value='${status}']`,
  message: 'A component shows a status, the core decides it.',
}));

/** What starts work and has to end with whoever asked: VueUse ends it with its scope. */
const noStrays = [
  ['addEventListener', 'useEventListener'],
  ['setInterval', 'useIntervalFn'],
].map(([name, use]) => ({
  selector: `CallExpression[callee.name='${name}'], CallExpression[callee.property.name='${name}']`,
  message: `${use} ends with its scope.`,
}));
/** A timer that nothing can end goes on after who started it. */
const timersEnd = {
  create(context) {
    const started = [];
    let ended = false;
    return {
      "CallExpression[callee.name='setTimeout']": (node) => started.push(node),
      "CallExpression[callee.name='clearTimeout']": () => (ended = true),
      'Program:exit': () => {
        if (ended) return;
        for (const node of started)
          context.report({
            node,
            message: 'useWait ends with its scope; else keep it and clear it.',
          });
      },
    };
  },
};
const noFetch = {
  selector: "CallExpression[callee.name='fetch'], NewExpression[callee.name='Worker']",
  message: 'persistence/api.ts asks the server, compute starts workers.',
};

export default ts.config(
  { ignores: ['**/dist/', '**/node_modules/', '.build/', '.data/', 'test-results/'] },
  js.configs.recommended,
  {
    files: ['**/*.ts', '**/*.vue'],
    extends: [...ts.configs.recommendedTypeChecked, ...vue.configs['flat/recommended']],
    languageOptions: {
      parserOptions: {
        parser: ts.parser,
        projectService: true,
        tsconfigRootDir: import.meta.dirname,
        extraFileExtensions: ['.vue'],
      },
    },
    rules: {
      'no-undef': 'off',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_' },
      ],
      'vue/multi-word-component-names': 'off',
      // Prettier lays the templates out.
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/html-self-closing': 'off',
      'vue/html-indent': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/multiline-html-element-content-newline': 'off',
    },
  },
  {
    files: ['*/src/**/*.ts', '*/src/**/*.vue'],
    ignores: ['core/src/common/units/**'],
    rules: { 'no-restricted-syntax': ['error', ...noFactors] },
  },
  {
    files: ['web/src/{app,components,features,project,charts}/**/*.{ts,vue}'],
    rules: { 'no-restricted-syntax': ['error', ...noFactors, ...noStrays, noFetch] },
  },
  {
    files: ['web/src/{components,features,project,charts}/**/*.{ts,vue}'],
    plugins: { eldrun: { rules: { 'timers-end': timersEnd } } },
    rules: { 'eldrun/timers-end': 'error' },
  },
  {
    files: ['web/src/**/*.vue'],
    rules: {
      'no-restricted-syntax': ['error', ...noFactors, ...noStrays, noFetch, ...noStatuses],
      'vue/no-restricted-syntax': ['error', ...noStatuses],
    },
  },
  // supertest's bodies are any: the assertions on them are the check.
  { files: ['server/test/**/*.ts'], rules: { '@typescript-eslint/no-unsafe-assignment': 'off' } },
  { files: ['**/*.mjs'], languageOptions: { globals: nodeGlobals } },
);
