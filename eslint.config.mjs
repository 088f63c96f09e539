import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** Stages of the core in the order of the work: a folder may import those before it, never those after it. */
const STAGES = [
  'units',
  'frames',
  'solid',
  'schema',
  'shop',
  'simulated',
  'job',
  'findings',
  'part',
  'blank',
  'seat',
  'hold',
  'zero',
  'ledger',
  'transition',
  'prove',
  'scene',
  'holdings',
  'plan',
  'remedy',
  'propose',
  'offcut',
  'drawing',
  'sheet',
  'control',
  'run',
];

const core = STAGES.map((stage, i) => ({
  files: [`core/src/${stage}/**/*.ts`],
  ignores: ['**/*.test.ts'],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          ...STAGES.slice(i + 1).map((later) => ({
            group: [`../${later}`, `../${later}/*`, `../../${later}`, `../../${later}/*`],
            message: `${stage} comes before ${later} in the order of the work and must not know it.`,
          })),
          {
            regex: '^(?!\\.|manifold-3d$|earcut$|yalps$|@sinclair/typebox$|ajv$)',
            message: 'The core imports nothing from outside but geometry, schema and linear programming libraries.',
          },
        ],
      },
    ],
  },
}));

const KINDS =
  'vise|T-slot table|fixture plate|vacuum plate|vacuum pods|sacrificial board|support grid|chuck|collet|rotary axis|magnetic chuck';
const ASK_HOLDING =
  'What hangs on the kind of a device stands in core/src/holdings: ask holdingOf(device), or add to its interface.';

/** Tests and what only they use: a table of cases may be long. */
const TESTS = ['**/*.test.{ts,tsx}', '**/testing/**'];
const TEXT_ONLY = { skipBlankLines: true, skipComments: true };

const outside = (files, forbidden, message) => ({
  files,
  ignores: ['**/*.test.{ts,tsx}'],
  rules: { 'no-restricted-imports': ['error', { patterns: forbidden.map((group) => ({ group: [group], message })) }] },
});

export default tseslint.config(
  { ignores: ['dist/', 'node_modules/', '.violet-jaw/', 'test-results/', 'playwright-report/'] },
  ...tseslint.configs.recommended,
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'no-restricted-exports': ['error', { restrictDefaultExports: { direct: true } }],
      eqeqeq: ['error', 'always', { null: 'ignore' }],
    },
  },
  { files: ['**/*.config.{ts,mjs}', '**/*.d.ts', 'scripts/jest/**'], rules: { 'no-restricted-exports': 'off' } },
  {
    files: ['**/*.test.ts', '**/testing/**', 'bench/**', 'e2e/**'],
    rules: { '@typescript-eslint/no-explicit-any': 'off', '@typescript-eslint/no-non-null-assertion': 'off' },
  },
  {
    files: ['web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  ...core,
  // Prettier breaks lines at 120; what it leaves longer is a sentence for people, which stays whole to be found
  {
    rules: {
      'max-len': [
        'error',
        { code: 120, ignoreStrings: true, ignoreTemplateLiterals: true, ignoreRegExpLiterals: true },
      ],
    },
  },
  // beyond so many, inputs are named
  { files: ['{core,web,server,cli,formats}/src/**/*.{ts,tsx}'], ignores: TESTS, rules: { 'max-params': ['error', 4] } },
  {
    files: ['{core,web,server,cli,formats}/src/**/*.{ts,tsx}'],
    ignores: TESTS,
    rules: { 'max-lines': ['error', { max: 300, ...TEXT_ONLY }] },
  },
  { files: TESTS, rules: { 'max-lines': ['error', { max: 600, ...TEXT_ONLY }] } },
  {
    files: ['{core,web,server,cli,formats}/src/**/*.ts'],
    ignores: TESTS,
    rules: { 'max-lines-per-function': ['error', { max: 60, ...TEXT_ONLY }] },
  },
  // components
  {
    files: ['web/src/**/*.tsx', 'formats/src/**/*.tsx'],
    rules: { 'max-lines-per-function': ['error', { max: 120, ...TEXT_ONLY }] },
  },
  {
    files: ['{core,web,server,cli,formats}/src/**/*.{ts,tsx}'],
    // documents of the past say what they said; shapes of blanks have words of their own
    ignores: [
      '**/*.test.{ts,tsx}',
      '**/testing/**',
      'core/src/holdings/**',
      'core/src/shop/devices.ts',
      'core/src/job/fromVersion*.ts',
    ],
    rules: {
      'no-restricted-syntax': [
        'error',
        ...['left.property.name', 'left.expression.property.name'].flatMap((at) =>
          [
            ['kind', KINDS],
            ['family', 'vise|flat|round'],
          ].map(([of, names]) => ({
            selector: `BinaryExpression[operator=/^[!=]==$/][${at}='${of}'][right.value=/^(${names})$/]`,
            message: ASK_HOLDING,
          })),
        ),
        { selector: "CallExpression[callee.name='isOf']", message: ASK_HOLDING },
      ],
    },
  },
  outside(
    ['formats/src/**'],
    ['@violet-jaw/server*', '@violet-jaw/web*', '@violet-jaw/cli*'],
    'formats read and write; they know only the core.',
  ),
  outside(
    ['web/src/**'],
    ['@violet-jaw/server*', '@violet-jaw/cli*', 'node:*'],
    'The page talks to the server through the API only.',
  ),
  outside(['cli/src/**', 'server/src/**'], ['@violet-jaw/web*'], 'Nothing outside the page knows the page.'),
);
