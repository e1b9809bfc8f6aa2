// @ts-check
/** What the linter holds the code to. It reads types through the native compiler, so all of it takes seconds. */
import { readdirSync } from 'node:fs';
import { join } from 'node:path';

/** Areas from the bottom up: each may import those before it, through their index. What no area owns comes first. */
const ORDER = {
  core: [
    'actors',
    'random',
    'quiet',
    'text',
    'chat',
    'things',
    'layers',
    'viewers',
    'news',
    'area',
    'stream',
    'currency',
    'queue',
    'lists',
    'media',
    'stage',
    'webhooks',
    'arrivals',
    'guard',
    'channel',
    'routines',
    'outputs',
    'timers',
    'commands',
    'rewards',
    'games',
    'overlays',
    'bundles',
    'pipeline',
    'board',
    'connection',
  ],
  server: [
    'signals',
    'log',
    'configuration',
    'vault',
    'database',
    'csv',
    'jobs',
    'problem',
    'security',
    'news',
    'settings',
    'connection',
    'live',
    'seeding',
    'area',
    'tasks',
    'chat',
    'stream',
    'activity',
    'quiet',
    'pruning',
    'viewers',
    'pipeline',
    'things',
    'ledger',
    'lists',
    'outputs',
    'webhooks',
    'routines',
    'commands',
    'runs',
    'messages',
    'currency',
    'seasons',
    'economy',
    'guard',
    'events',
    'ranks',
    'queue',
    'media',
    'overlays',
    'rewards',
    'games',
    'timers',
    'rehearsal',
    'bundles',
    'board',
    'standin',
    'demo',
  ],
  web: [
    'api',
    'ui',
    'live',
    'manifest',
    'quiet',
    'table',
    'charts',
    'memory',
    'board',
    'editing',
    'currency',
    'counters',
    'lists',
    'script',
    'outputs',
    'media',
    'pieces',
    'shown',
    'overlays',
    'ranks',
    'seasons',
    'commands',
    'routines',
    'arrivals',
    'timers',
    'chat',
    'queue',
    'rewards',
    'games',
    'ledger',
    'economy',
    'guard',
    'viewers',
    'runs',
    'bundles',
    'rehearsal',
    'air',
    'connection',
    'frame',
  ],
};
/** Folders of a house that are no area. */
const NO_AREAS = new Set(['test-support', 'styles']);
const SOURCES = { core: 'packages/core/src', server: 'apps/server/src', web: 'apps/web/src' };

for (const [house, areas] of Object.entries(ORDER)) {
  const source = join(import.meta.dirname, SOURCES[/** @type {keyof typeof SOURCES} */ (house)]);
  const folders = readdirSync(source, { withFileTypes: true })
    .filter((each) => each.isDirectory() && !NO_AREAS.has(each.name))
    .map(({ name }) => name);
  const unlisted = folders.filter((name) => !areas.includes(name));
  const gone = areas.filter((name) => !folders.includes(name));
  if (unlisted.length + gone.length > 0)
    throw new Error(
      `ORDER says nothing of these folders of ${house}: ${unlisted.join(', ') || 'none'}; of these there is no folder: ${gone.join(', ') || 'none'}`,
    );
}

/** @param {string} names */
const errors = (names, prefix = '') =>
  Object.fromEntries(
    names
      .trim()
      .split(/\s+/u)
      .map((name) => [`${prefix}${name}`, 'error']),
  );

const PLAIN = `
  for-direction no-async-promise-executor no-case-declarations no-compare-neg-zero no-cond-assign no-constant-binary-expression no-constant-condition no-control-regex no-debugger no-delete-var no-dupe-else-if no-duplicate-case no-empty no-empty-character-class no-empty-pattern no-empty-static-block
  no-ex-assign no-extra-boolean-cast no-fallthrough no-global-assign no-invalid-regexp no-irregular-whitespace no-loss-of-precision no-misleading-character-class no-nonoctal-decimal-escape no-prototype-builtins no-regex-spaces no-self-assign no-shadow-restricted-names no-sparse-arrays no-unassigned-vars no-unexpected-multiline no-unsafe-finally no-unsafe-optional-chaining no-unused-labels no-unused-private-class-members no-useless-assignment no-useless-backreference no-useless-catch no-useless-escape preserve-caught-error require-yield use-isnan valid-typeof no-var prefer-const prefer-rest-params prefer-spread no-array-constructor no-unused-expressions no-useless-constructor no-empty-function
`;
const TYPED = `
  await-thenable no-array-delete no-base-to-string no-deprecated no-duplicate-enum-values no-duplicate-type-constituents no-dynamic-delete no-empty-object-type no-explicit-any no-extra-non-null-assertion no-floating-promises no-for-in-array no-generated-empty-object-type no-implied-eval
  no-invalid-void-type no-meaningless-void-operator no-misused-new no-misused-promises no-misused-spread no-mixed-enums no-namespace no-non-null-asserted-nullish-coalescing no-non-null-asserted-optional-chain no-non-null-assertion no-redundant-type-constituents no-require-imports no-this-alias
  no-unnecessary-boolean-literal-compare no-unnecessary-condition no-unnecessary-template-expression
  no-unnecessary-type-arguments no-unnecessary-type-assertion no-unnecessary-type-constraint no-unnecessary-type-conversion no-unnecessary-type-parameters no-unsafe-argument no-unsafe-assignment
  no-unsafe-call no-unsafe-declaration-merging no-unsafe-enum-assignment no-unsafe-enum-comparison no-unsafe-function-type no-unsafe-member-access no-unsafe-return no-unsafe-unary-minus no-useless-default-assignment no-wrapper-object-types only-throw-error prefer-as-const prefer-literal-enum-member prefer-namespace-keyword prefer-promise-reject-errors prefer-reduce-type-parameter prefer-return-this-type related-getter-setter-pairs require-await restrict-plus-operands triple-slash-reference unbound-method unified-signatures use-unknown-in-catch-callback-variable adjacent-overload-signatures array-type ban-tslint-comment class-literal-property-style consistent-generic-constructors consistent-indexed-object-style consistent-type-assertions consistent-type-definitions
  dot-notation no-confusing-non-null-assertion non-nullable-type-assertion-style prefer-find prefer-for-of prefer-function-type prefer-includes prefer-nullish-coalescing prefer-optional-chain prefer-regexp-exec prefer-string-starts-ends-with switch-exhaustiveness-check
`;

/** Another area is imported through its index only. */
const throughIndex = {
  group: [
    '../*/*',
    '!../*/index.js',
    '!../*/demo/index.js',
    '!../../*',
    '../../*/*',
    '!../../*/index.js',
    '!../../*/demo/index.js',
    '!../../../standin/src/test-support/*',
    '!../*/area.js',
    '!../*/live.js',
    '!../test-support/*',
  ],
  message: 'Import another area through its index.',
};
const notInCore = {
  group: ['node:*', '@nestjs/*', 'react', 'react-dom', 'typeorm', 'express'],
  message: 'Core imports nothing of Node or a framework.',
};

/** An area imports those below it only; each of its files is held to that. */
const upwards = Object.entries(ORDER).flatMap(([house, areas]) =>
  areas.map((area, n) => ({
    files: [`${SOURCES[/** @type {keyof typeof SOURCES} */ (house)]}/${area}/**`],
    // An area's record and its part of the demo say what it is to the rest, in the words of `area` and
    // `seeding`, whatever stands below those.
    excludeFiles: [
      '**/area.ts',
      '**/live.ts',
      '**/demo/index.ts',
      ...(house === 'server' ? ['**/*.test.ts', '**/*.test.tsx'] : []),
    ],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            ...(n + 1 === areas.length
              ? []
              : [
                  {
                    regex: `^(?:\\.\\./)+(?:${areas.slice(n + 1).join('|')})/index\\.js$`,
                    message: `${area} may not import what stands above it (see docs/architecture.md).`,
                  },
                ]),
            throughIndex,
            ...(house === 'core' ? [notInCore] : []),
          ],
        },
      ],
    },
  })),
);

export default {
  plugins: ['typescript', 'react', 'import'],
  categories: { correctness: 'off' },
  options: { typeAware: true },
  ignorePatterns: [
    '**/dist/**',
    '**/dist-api/**',
    '**/.tests/**',
    'apps/web/src/api/schema.d.ts',
    'test-results/**',
    'playwright-report/**',
    'data/**',
    // They are linted where they belong: in a copy of the project.
    'tests/cairn/*/**',
  ],
  env: { builtin: true, es2024: true },
  rules: {
    ...errors(PLAIN),
    'no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
    'no-restricted-imports': ['error', { patterns: [throughIndex] }],
    'import/no-cycle': ['error', { ignoreTypes: true }],
    'max-params': ['error', { max: 7 }],
  },
  overrides: [
    {
      files: ['**/*.ts', '**/*.tsx'],
      rules: {
        ...errors(TYPED, 'typescript/'),
        'typescript/ban-ts-comment': ['error', { minimumDescriptionLength: 10 }],
        'typescript/no-extraneous-class': ['error', { allowWithDecorator: true, allowStaticOnly: true }],
        'typescript/restrict-template-expressions': [
          'error',
          {
            allowAny: false,
            allowBoolean: false,
            allowNever: false,
            allowNullish: false,
            allowNumber: true,
            allowRegExp: false,
          },
        ],
        'typescript/no-confusing-void-expression': ['error', { ignoreArrowShorthand: true }],
        'typescript/return-await': ['error', 'error-handling-correctness-only'],
        'no-restricted-properties': [
          'error',
          ...['transaction', 'startTransaction', 'createQueryRunner'].map((property) => ({
            property,
            message: 'All writing goes through Database.write.',
          })),
        ],
      },
    },
    { files: ['apps/server/src/**/*.ts'], rules: { 'typescript/no-misused-spread': 'off' } },
    {
      files: ['apps/server/src/database/database.ts', 'apps/server/src/test-support/faulty-disk.ts'],
      rules: { 'no-restricted-properties': 'off' },
    },
    ...upwards,
    {
      files: ['packages/core/src/**/*.ts'],
      excludeFiles: ['**/*.test.ts', '**/*.test.tsx'],
      rules: {
        'no-restricted-globals': ['error', 'process', 'setTimeout', 'setInterval', 'fetch', 'performance'],
        'no-restricted-properties': [
          'error',
          { object: 'Math', property: 'random', message: 'Core takes chance as an argument.' },
          { object: 'Date', property: 'now', message: 'Core takes the time as an argument.' },
        ],
      },
    },
    {
      files: ['apps/web/src/**/*.ts', 'apps/web/src/**/*.tsx'],
      rules: { 'react/rules-of-hooks': 'error', 'react/exhaustive-deps': 'error' },
    },
    {
      files: ['**/*.test.ts', '**/*.test.tsx', '**/test-support/**', 'e2e/**/*.ts'],
      rules: { 'typescript/no-non-null-assertion': 'off', 'typescript/unbound-method': 'off' },
    },
    {
      files: ['apps/server/src/**/*.test.ts', 'apps/server/src/test-support/**'],
      // supertest's answers are not typed, and the raw client is the stand-in's own.
      rules: { 'typescript/no-unsafe-assignment': 'off', 'no-restricted-imports': 'off' },
    },
    { files: ['**/*.mjs', '**/*.cjs'], env: { node: true } },
    { files: ['tests/**/*.mjs'], rules: { 'no-restricted-imports': 'off' } },
    // Written so that old versions of Node can read it too.
    { files: ['scripts/check-node.cjs'], rules: { 'no-var': 'off' } },
  ],
};
