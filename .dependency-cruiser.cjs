/** What may import what: no circles, and no folder of the core past the face of another. */
module.exports = {
  forbidden: [
    { name: 'no-circle', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'through-the-face',
      comment:
        'A folder of the core is entered by its index, or by the small files that its own circle would close. What crosses a cut stands on treatments, and is one among them.',
      severity: 'error',
      from: { path: '^core/([^/]+)/', pathNot: '(\\.test\\.ts|^core/testing/|^core/cross/)' },
      to: {
        path: '^core/([^/]+)/.+',
        pathNot: [
          '^core/$1/',
          '^core/[^/]+/index\\.ts$',
          '^core/(params/make|steps/declare|colour/ycbcr|formats/exr|matrix/symmetric)\\.ts$',
          '^core/(testing|kernels/reference)/',
        ],
      },
    },
    {
      name: 'core-below-all',
      severity: 'error',
      from: { path: '^core/' },
      to: { path: '^(engine|app|server|bench|demo|e2e)/' },
    },
    {
      name: 'engine-below-app',
      severity: 'error',
      from: { path: '^engine/' },
      to: { path: '^(app|server)/' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(node_modules|dist|assembly|\\.d\\.ts$)' },
    tsConfig: { fileName: 'tsconfig.base.json' },
    // Types alone make no circle at run time.
    tsPreCompilationDeps: false,
  },
}
