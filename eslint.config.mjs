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
  // supertest's bodies are any: the assertions on them are the check.
  { files: ['server/test/**/*.ts'], rules: { '@typescript-eslint/no-unsafe-assignment': 'off' } },
  { files: ['**/*.mjs'], languageOptions: { globals: nodeGlobals } },
);
