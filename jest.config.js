/** Unit tests run in Node on the TypeScript sources; browser tests are under e2e/. */
export default {
  // On the two cores of a small machine one alone would work unless it is told.
  maxWorkers: '100%',
  // A loaded machine is slow; what hangs fails all the same.
  testTimeout: 30_000,
  roots: ['<rootDir>/core', '<rootDir>/engine', '<rootDir>/app', '<rootDir>/server', '<rootDir>/demo'],
  testMatch: ['**/*.test.ts', '**/*.test.tsx'],
  // Read as arguments: a global of the sandbox costs a hundred times as much.
  sandboxInjectedGlobals: [
    'Math',
    'Number',
    'Object',
    'Array',
    'Float32Array',
    'Float64Array',
    'Uint8Array',
    'Int32Array',
  ],
  transform: {
    'node_modules/harfbuzzjs/.+': '<rootDir>/scripts/jest-top-level-await.cjs',
    '^.+\\.(t|j|mj)sx?$': [
      '@swc/jest',
      { jsc: { target: 'es2023', parser: { syntax: 'typescript', tsx: true } } },
    ],
  },
  transformIgnorePatterns: [
    '/node_modules/(?!(fast-png|iobuffer|fflate|mediabunny|utif2|three|@zip.js|lru-cache|harfbuzzjs|clipper2-ts|woff2-encoder|@stilus)/)',
  ],
}
