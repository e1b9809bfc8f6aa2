// @ts-check
/** Runs what `buildTests` made. Each worker keeps its modules from one test file to the next. */

/** @param {string} name @param {string} folder */
const project = (name, folder) => ({
  displayName: name,
  rootDir: import.meta.dirname,
  roots: [`<rootDir>/${folder}/.tests/${folder}/src`],
  runner: 'jest-light-runner',
  testMatch: ['**/*.test.js'],
  transform: {},
});

export default {
  rootDir: import.meta.dirname,
  projects: [
    project('core', 'packages/core'),
    project('standin', 'apps/standin'),
    project('server', 'apps/server'),
    project('web', 'apps/web'),
  ],
  globalSetup: '<rootDir>/scripts/jest/setup.mjs',
  globalTeardown: '<rootDir>/scripts/jest/teardown.mjs',
  // What is tested waits for sockets and disks as much as it computes.
  maxWorkers: 3,
};
