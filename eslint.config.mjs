// @ts-check
import js from '@eslint/js';
import boundaries from 'eslint-plugin-boundaries';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** Areas from the bottom up: each may import those before it, through their index. What no area owns comes first. */
const ORDER = {
  core: [
    'random',
    'text',
    'chat',
    'news',
    'viewers',
    'stream',
    'currency',
    'lists',
    'routines',
    'commands',
    'timers',
    'bundles',
    'pipeline',
  ],
  server: [
    'log',
    'configuration',
    'database',
    'problem',
    'security',
    'news',
    'settings',
    'chat',
    'stream',
    'activity',
    'viewers',
    'lists',
    'outputs',
    'webhooks',
    'routines',
    'commands',
    'timers',
    'runs',
    'pipeline',
    'rehearsal',
    'bundles',
    'events',
    'standin',
    'demo',
  ],
  web: [
    'api',
    'ui',
    'live',
    'editing',
    'counters',
    'lists',
    'outputs',
    'script',
    'commands',
    'routines',
    'timers',
    'chat',
    'viewers',
    'runs',
    'bundles',
    'rehearsal',
    'air',
    'frame',
  ],
};
const SOURCES = { core: 'packages/core/src', server: 'apps/server/src', web: 'apps/web/src' };

const elements = Object.entries(ORDER).flatMap(([house, areas]) =>
  areas.map((area) => ({
    type: `${house}-${area}`,
    pattern: `${SOURCES[/** @type {keyof typeof SOURCES} */ (house)]}/${area}`,
  })),
);
const policies = Object.entries(ORDER)
  .flatMap(([house, areas]) =>
    areas.map((area, n) => ({
      from: { element: { type: `${house}-${area}` } },
      disallow: {
        to: { element: { types: { anyOf: areas.slice(n + 1).map((above) => `${house}-${above}`) } } },
      },
      message: `${area} may not import what stands above it (see docs/architecture.md)`,
    })),
  )
  .filter(({ disallow }) => disallow.to.element.types.anyOf.length > 0);

/** Another area is imported through its index only. */
const throughIndex = {
  group: [
    '../*/*',
    '!../*/index.js',
    '!../../*',
    '../../*/*',
    '!../../*/index.js',
    '!../../../standin/src/test-support/*',
  ],
  message: 'Import another area through its index.',
};
const notInCore = [
  {
    group: ['node:*', '@nestjs/*', 'react', 'react-dom', 'typeorm', 'express'],
    message: 'Core imports nothing of Node or a framework.',
  },
];

export default tseslint.config(
  {
    ignores: [
      '**/dist/**',
      '**/.tsbuild/**',
      'apps/web/src/api/schema.d.ts',
      'test-results/**',
      'playwright-report/**',
      'data/**',
    ],
  },
  js.configs.recommended,
  {
    files: ['**/*.ts', '**/*.tsx'],
    extends: [...tseslint.configs.strictTypeChecked, ...tseslint.configs.stylisticTypeChecked],
    languageOptions: {
      parserOptions: {
        projectService: { allowDefaultProject: ['jest.config.mjs'] },
        tsconfigRootDir: import.meta.dirname,
      },
    },
    plugins: { boundaries },
    settings: {
      'boundaries/elements': elements,
      'import/resolver': {
        typescript: {
          alwaysTryTypes: true,
          noWarnOnMultipleProjects: true,
          project: ['packages/core', 'apps/server', 'apps/standin', 'apps/web'],
        },
      },
    },
    rules: {
      'boundaries/dependencies': ['error', { default: 'allow', policies }],
      '@typescript-eslint/no-extraneous-class': [
        'error',
        { allowWithDecorator: true, allowStaticOnly: true },
      ],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      '@typescript-eslint/no-confusing-void-expression': ['error', { ignoreArrowShorthand: true }],
      '@typescript-eslint/no-inferrable-types': 'off',
      // Rows and DTOs are shapes without behaviour; plain objects of the shape serve as well.
      '@typescript-eslint/no-unsafe-class-instance-assignment': 'off',
      'no-restricted-imports': ['error', { patterns: [throughIndex] }],
      'no-restricted-syntax': [
        'error',
        {
          selector:
            'CallExpression[callee.property.name=/^(transaction|startTransaction|createQueryRunner)$/]',
          message: 'All writing goes through Database.write.',
        },
      ],
    },
  },
  { files: ['apps/server/src/**/*.ts'], rules: { '@typescript-eslint/no-misused-spread': 'off' } },
  { files: ['apps/server/src/database/database.ts'], rules: { 'no-restricted-syntax': 'off' } },
  {
    files: ['packages/core/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-imports': ['error', { patterns: [throughIndex, ...notInCore] }],
      'no-restricted-globals': ['error', 'process', 'setTimeout', 'setInterval', 'fetch', 'performance'],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Core takes chance as an argument.' },
        { object: 'Date', property: 'now', message: 'Core takes the time as an argument.' },
      ],
    },
  },
  {
    files: ['apps/web/src/**/*.{ts,tsx}'],
    extends: [hooks.configs.flat.recommended],
    rules: { 'react-hooks/incompatible-library': 'off' },
  },
  {
    files: ['**/*.test.ts', '**/test-support/**', 'e2e/**/*.ts'],
    rules: { '@typescript-eslint/no-non-null-assertion': 'off', '@typescript-eslint/unbound-method': 'off' },
  },
  {
    files: ['apps/server/src/**/*.test.ts', 'apps/server/src/test-support/**'],
    // supertest's answers are not typed, and the raw client is the stand-in's own.
    rules: { '@typescript-eslint/no-unsafe-assignment': 'off', 'no-restricted-imports': 'off' },
  },
  {
    files: ['**/*.mjs', '**/*.cjs'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        setTimeout: 'readonly',
        clearTimeout: 'readonly',
        URL: 'readonly',
        fetch: 'readonly',
        localStorage: 'readonly',
      },
    },
  },
);
