import vue from 'eslint-plugin-vue';
import ts from 'typescript-eslint';

/** The folders of the core in the order in which they stand on each other: each may use those before it, through their faces. */
const CORE = [
  'base',
  'model',
  'colour',
  'text',
  'match',
  'versions',
  'transfer',
  'resolve',
  'layout',
  'paint',
  'validate',
  'check',
  'uses',
  'edit',
  'interactions',
  'originals',
  'rebrand',
  'sync',
  'place',
  'freeform',
  'formats',
  'publish',
  'brand',
  'importDrawings',
  'handover',
  'grade',
];
/** The folders of the client in the order in which they stand on each other; those of one line do not know each other. */
const CLIENT = [
  ['base'],
  ['canvas'],
  ['workers'],
  ['stores'],
  ['parts', 'controls', 'comments'],
  ['keys'],
  ['surface'],
  ['originals', 'shelf'],
  ['workbench', 'tokens'],
  ['details', 'outline', 'content', 'flow', 'handover', 'home', 'kitBook', 'rebrand', 'tryIt'],
  ['views'],
];
/** An import that a folder must not have says why. `bans`: a pattern of what is imported, and the reason. */
const keepOut = (...bans) => ({
  'no-restricted-imports': ['error', { patterns: bans.map(([regex, message]) => ({ regex, message })) }],
});
const PLAIN = [
  ['(^|/)(client|server|kits|testing|bench|e2e)/', 'The core knows nothing of who uses it.'],
  [
    '^(node:|vue$|vue/|pinia|primevue|@vueuse|fastify|sequelize|(fs|path|os|crypto|http|url|worker_threads)$)',
    'The core is plain TypeScript: no interface, no server, no Node.',
  ],
];
const FACE = ['/core/(?!index\\.js$)', 'The core is used through its face, core/index.ts.'];

const FROM_CLIENT = [
  ['(^|/)(server|kits|bench|e2e)/', 'The client speaks with the server only through its addresses.'],
  FACE,
];

export default ts.config(
  { ignores: ['dist', '.tsc', '.data', 'kits/*/kit.json', 'node_modules'] },
  ...ts.configs.recommended,
  ...vue.configs['flat/essential'],
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: ts.parser } },
    rules: { 'vue/multi-word-component-names': 'off' },
  },
  {
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'no-console': 'off',
      eqeqeq: 'error',
      'no-restricted-syntax': [
        'error',
        {
          selector: 'SwitchCase[test=null]:not(:has(CallExpression[callee.name="unhandled"]))',
          message:
            'A default hides the case that is forgotten: name every case, or call unhandled(). Where any text may come, say so beside it.',
        },
      ],
    },
  },
  {
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': ['error', 'window', 'document', 'navigator', 'localStorage', 'process', 'Buffer'],
    },
  },
  ...CORE.map((folder, i) => ({
    files: [`core/${folder}/**/*.ts`],
    ignores: ['**/*.test.ts'],
    rules: keepOut(
      ...PLAIN,
      [
        `^(\\.\\./)+(${[...CORE.slice(i + 1), '$.'].join('|')})/`,
        `core/${folder} stands below these folders: what it needs belongs into one before it.`,
      ],
      [
        `^(\\.\\./)+(${CORE.join('|')})/(?!index\\.js$)`,
        'Folders of the core use each other through their faces, index.ts.',
      ],
      ['^(\\.\\./)+index\\.js$', 'A part of the core does not use the face it belongs to.'],
    ),
  })),
  {
    files: ['client/**/*.ts', 'client/**/*.vue'],
    rules: keepOut(...FROM_CLIENT),
  },
  ...CLIENT.flatMap((line, i) =>
    line.map((folder) => ({
      files: [`client/${folder}/**/*.ts`, `client/${folder}/**/*.vue`],
      ignores: ['**/*.test.ts'],
      rules: keepOut(...FROM_CLIENT, [
        `^(\\.\\./)+(${[...line.filter((f) => f !== folder), ...CLIENT.slice(i + 1).flat(), 'App', 'router', 'start'].join('|')})(/|\\.)`,
        `client/${folder} stands below these, or beside them: what both need belongs into a folder before them.`,
      ]),
    })),
  ),
  {
    files: ['server/**/*.ts'],
    rules: keepOut(['(^|/)(client|bench)/', 'The server knows nothing of the client.'], FACE),
  },
  { files: ['e2e/**/*.ts', 'bench/**/*.ts', 'testing/**/*.ts', 'kits/**/*.ts'], rules: keepOut(FACE) },
);
