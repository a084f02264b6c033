import { newPlainStep, type Step } from '@stilus/core/project'
import { rowsOf } from './branches'

const step = (id: string, inputs?: Step['inputs']): Step => ({
  ...newPlainStep('glow', id),
  ...(inputs ? { inputs } : {}),
})
const after = (stepId: string) => ({ kind: 'step', stepId }) as const
const shown = (steps: Step[]) => {
  const { main, branches } = rowsOf(steps)
  return [
    main.map((s) => s.id).join(''),
    ...branches.map(
      (b) =>
        `${b.from ?? (b.from === null ? '-' : '?')}>${b.steps.map((s) => s.id).join('')}>${b.into.join('')}`,
    ),
  ]
}

it.each([
  ['a list', [step('a'), step('b'), step('c')], ['abc']],
  ['nothing', [], ['']],
  [
    'a branch that is joined again',
    [
      step('a'),
      step('b'),
      step('x', { before: after('a') }),
      step('j', { before: after('b'), other: after('x') }),
    ],
    ['abj', 'a>x>j'],
  ],
  [
    'a branch of two from the source',
    [
      step('a'),
      step('x', { before: { kind: 'source' } }),
      step('y'),
      step('j', { before: after('a'), other: after('y') }),
    ],
    ['aj', '->xy>j'],
  ],
  [
    'a result that leaves what came before aside',
    [step('a'), step('b', { before: { kind: 'source' } })],
    ['b', '->a>'],
  ],
  [
    'two branches',
    [
      step('a'),
      step('x', { before: after('a') }),
      step('y', { before: after('a') }),
      step('j', { before: after('a'), other: after('x'), matte: after('y') }),
    ],
    ['aj', 'a>x>j', 'a>y>j'],
  ],
  [
    'material from outside',
    [
      step('a'),
      step('x', { before: { kind: 'shot', shotId: 's', offset: 0 } }),
      step('j', { before: after('a'), other: after('x') }),
    ],
    ['aj', '?>x>j'],
  ],
])('lays out %s', (_, steps, rows) => expect(shown(steps)).toEqual(rows))

it('ends for steps that take each other in a circle', () => {
  expect(shown([step('a', { before: after('b') }), step('b', { before: after('a') })])).toHaveLength(1)
})
