// @ts-check
const SWC = {
  jsc: {
    parser: { syntax: 'typescript', tsx: false, decorators: true },
    transform: { legacyDecorator: true, decoratorMetadata: true },
    target: 'es2023',
    keepClassNames: true,
  },
  module: { type: 'es6' },
  sourceMaps: 'inline',
};

/** @param {string} name @param {string} folder */
const project = (name, folder) => ({
  displayName: name,
  rootDir: import.meta.dirname,
  roots: [`<rootDir>/${folder}/src`],
  testEnvironment: 'node',
  extensionsToTreatAsEsm: ['.ts'],
  transform: { '^.+\\.ts$': ['@swc/jest', SWC] },
  moduleNameMapper: {
    '^@gully/core/(.*)$': '<rootDir>/packages/core/src/$1/index.ts',
    '^@gully/standin/crowd$': '<rootDir>/apps/standin/src/crowd/index.ts',
    '^@gully/standin/standin$': '<rootDir>/apps/standin/src/standin.ts',
  },
  resolver: '<rootDir>/scripts/jest-resolver.cjs',
});

export default {
  projects: [
    project('core', 'packages/core'),
    project('standin', 'apps/standin'),
    project('server', 'apps/server'),
    project('web', 'apps/web'),
  ],
  testTimeout: 20_000,
};
