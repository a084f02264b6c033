/** Unit tests run in Node on the TypeScript sources; browser tests are under e2e/. */
export default {
  roots: ['<rootDir>/core', '<rootDir>/engine', '<rootDir>/app', '<rootDir>/server', '<rootDir>/demo'],
  testMatch: ['**/*.test.ts', '**/*.test.tsx'],
  transform: {
    '^.+\\.(t|j|mj)sx?$': [
      '@swc/jest',
      { jsc: { target: 'es2023', parser: { syntax: 'typescript', tsx: true } } },
    ],
  },
  transformIgnorePatterns: [
    '/node_modules/(?!(fast-png|iobuffer|fflate|mediabunny|utif2|three|@zip.js|lru-cache|@stilus)/)',
  ],
}
