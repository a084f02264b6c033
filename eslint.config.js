import hooks from 'eslint-plugin-react-hooks'
import tseslint from 'typescript-eslint'

/** A floor may import only what lies below it. */
const floor = (files, ...forbidden) => ({
  files,
  rules: {
    'no-restricted-imports': [
      'error',
      { patterns: forbidden.map(([group, message]) => ({ group, message })) },
    ],
  },
})

/** A literal that is spread only to pack lines. */
const PACKED = {
  selector: 'ObjectExpression > SpreadElement[argument.type="ObjectExpression"]',
  message: 'Write the properties themselves.',
}

/** A function whose last bits are left to the engine. */
const unlike = (property) => ({
  object: 'Math',
  property,
  message: 'Engines differ in the last bits: take it from core/maths.',
})

const DOM = [
  'window',
  'document',
  'navigator',
  'self',
  'fetch',
  'Worker',
  'HTMLCanvasElement',
  'VideoFrame',
  'ImageData',
  'process',
  'Buffer',
]
const PIXELS = 'A component never touches pixels: put it into core or engine.'

export default tseslint.config(
  { ignores: ['**/dist/**', '**/node_modules/**', 'core/kernels/build/**', 'core/kernels/assembly/**'] },
  ...tseslint.configs.recommended,
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'no-restricted-syntax': ['error', PACKED],
      eqeqeq: 'error',
      'no-console': 'off',
    },
  },
  { files: ['**/*.cjs'], rules: { '@typescript-eslint/no-require-imports': 'off' } },
  floor(
    ['core/**/*.ts'],
    [
      ['@stilus/engine', '@stilus/engine/*', '**/engine/**', '**/app/**', '**/server/**'],
      'core knows nothing above it.',
    ],
    [['react', 'react-*', 'node:*', 'dexie'], 'core has no DOM, no React and no I/O.'],
  ),
  {
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts', 'core/testing/**', 'core/maths/**', 'core/kernels/reference/**'],
    rules: {
      'no-restricted-globals': [
        'error',
        ...DOM.map((name) => ({ name, message: 'core has no DOM and no I/O.' })),
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Same inputs, same bits.' },
        ...['sin', 'cos', 'tan', 'exp', 'log', 'log2', 'log10', 'pow', 'atan', 'atan2', 'asin', 'acos'].map(
          unlike,
        ),
        ...['cbrt', 'hypot', 'sinh', 'cosh', 'tanh', 'expm1', 'log1p'].map(unlike),
      ],
      'no-restricted-syntax': [
        'error',
        PACKED,
        {
          selector: 'BinaryExpression[operator="**"]:not([left.type="Literal"][right.type="Literal"])',
          message: 'Engines differ in the last bits: take maths.pow of core/maths.',
        },
      ],
    },
  },
  // What ships is read by tests as it lies there.
  { files: ['core/testing/fonts.ts'], rules: { 'no-restricted-imports': 'off' } },
  floor(
    ['engine/**/*.ts'],
    [['**/app/**', '**/server/**', 'react', 'react-*', '@reduxjs/*'], 'engine knows core only.'],
    [['node:*'], 'engine runs in the browser.'],
  ),
  floor(['app/**/*.{ts,tsx}'], [['**/server/**', 'node:*', '**/demo/**'], 'app knows engine and core.']),
  floor(['server/**/*.ts'], [['**/app/**/*.ts*', '@stilus/engine', '**/engine/**'], 'server knows core.']),
  floor(
    ['app/ui/**/*.{ts,tsx}'],
    [
      [
        '../screens/*',
        '../desk/*',
        '../viewer/*',
        '../session/*',
        '@stilus/engine',
        '@stilus/core/project',
        '@stilus/core/render',
      ],
      'Controls know nothing of the job.',
    ],
  ),
  {
    files: ['app/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  {
    files: ['app/**/*.tsx'],
    rules: {
      'no-restricted-globals': [
        'error',
        ...[
          'ImageData',
          'VideoFrame',
          'OffscreenCanvas',
          'createImageBitmap',
          'Uint8ClampedArray',
          'Float32Array',
        ].map((name) => ({ name, message: PIXELS })),
      ],
      'no-restricted-syntax': [
        'error',
        PACKED,
        {
          selector: 'MemberExpression[property.name=/^(getContext|getImageData|putImageData)$/]',
          message: PIXELS,
        },
      ],
    },
  },
)
