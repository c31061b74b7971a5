import { BUNDLED } from './tests/bundled-packages.mjs'

/** Packages that ship ES modules only and must go through the compiler too. */
const ESM = [
  'd3-[a-z-]+',
  'internmap',
  'p-limit',
  'yocto-queue',
  'ml-[a-z-]+',
  'is-any-array',
  'colorjs.io',
  '@vueuse/[a-z-]+',
  'comlink',
  'ofetch',
  'destr',
  'ufo',
  'node-fetch-native',
]

export default {
  testEnvironment: 'node',
  // a slow machine must not fail a sound test: speed is for the bench
  testTimeout: 60_000,
  // nothing else runs beside them, so every core is theirs
  maxWorkers: '100%',
  roots: ['<rootDir>/tests/unit'],
  globalSetup: '<rootDir>/tests/global-setup.ts',
  globalTeardown: '<rootDir>/tests/global-teardown.ts',
  setupFiles: ['<rootDir>/tests/fixed-seed.ts'],
  testMatch: ['**/*.test.ts'],
  // a test runs in a context of its own, where looking such a name up costs more than what it does
  sandboxInjectedGlobals: [
    'Math',
    'Number',
    'Object',
    'Array',
    'Float64Array',
    'Map',
    'Set',
    'JSON',
  ],
  transform: { '^.+\\.(t|j|mj)s$': ['@swc/jest', { jsc: { target: 'es2022' } }] },
  transformIgnorePatterns: [`/node_modules/(?!(${ESM.join('|')})/)`],
  moduleFileExtensions: ['ts', 'mjs', 'js', 'json', 'node'],
  moduleNameMapper: {
    ...BUNDLED,
    // a page's threads, run in the test itself
    '^~/workers/threads$': '<rootDir>/tests/fixtures/threads.ts',
    '^~~/(.*)$': '<rootDir>/$1',
    '^~/(.*)$': '<rootDir>/app/$1',
  },
}
