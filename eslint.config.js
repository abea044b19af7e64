import vue from 'eslint-plugin-vue';
import ts from 'typescript-eslint';

/** Data flows one way, and each folder keeps to its own business; an import that breaks this says why. */
const keepOut = (...folders) => ({
  'no-restricted-imports': ['error', { patterns: folders.map(([group, message]) => ({ group, message })) }],
});

export default ts.config(
  { ignores: ['dist', '.tsc', '.data', 'kits/*/kit.json', 'node_modules'] },
  ...ts.configs.recommended,
  ...vue.configs['flat/essential'],
  { files: ['**/*.vue'], languageOptions: { parserOptions: { parser: ts.parser } }, rules: { 'vue/multi-word-component-names': 'off' } },
  {
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'no-console': 'off',
      eqeqeq: 'error',
    },
  },
  {
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: keepOut(
      [['**/client/**', '**/server/**', '**/kits/**'], 'The core knows nothing of who uses it.'],
      [['vue', 'pinia', 'fastify', 'sequelize', 'node:*', 'fs', 'path'], 'The core is plain TypeScript: no interface, no server, no Node.'],
    ),
  },
  { files: ['core/resolve/**/*.ts'], ignores: ['**/*.test.ts'], rules: keepOut([['../layout/*', '../paint/*', '../edit/*', '../place/*'], 'Data flows document, resolve, layout, paint; not back.']) },
  { files: ['core/layout/**/*.ts'], ignores: ['**/*.test.ts'], rules: keepOut([['../paint/*', '../edit/*', '../place/*'], 'Data flows document, resolve, layout, paint; not back.']) },
  {
    files: ['client/**/*.ts', 'client/**/*.vue'],
    rules: keepOut([['**/server/**', '**/kits/**'], 'The client speaks with the server only through its addresses.'], [['**/core/*/*'], 'The core’s public face is core/index.ts.']),
  },
  {
    files: ['server/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: keepOut([['**/client/**'], 'The server knows nothing of the client.'], [['**/core/*/*'], 'The core’s public face is core/index.ts.']),
  },
);
