import fc from 'fast-check'
import { type Act, controlAddress, perform, performAll, type Project } from '../project'
import { anyAct } from './acts'
import { medium, shot, testProject, withEdit } from './projects'

const SIZE = { width: 64, height: 36 }
const RATE = { num: 24, den: 1 }

/** A small project with one of each: a branch that is joined again, a dissolve, a span, a design with a group, a nested sequence of another rate and size, by the ids that random edits use. */
export function richProject(): Project {
  const media = [
    medium('m1'),
    medium('m2', { rate: { num: 25, den: 1 }, width: 48 }),
    medium('m3', { kind: 'still', frames: 1 }),
  ]
  const start = withEdit(
    { ...testProject(), media },
    { shots: [shot('s1', 'm1'), shot('s2', 'm2', { start: 48 })] },
  )
  const on = (id: string) => ({ kind: 'shot' as const, id })
  const set = (stepId: string, param: string, value: number | number[] | string): Act => [
    'value.set',
    { address: controlAddress(stepId, param), at: 0, value },
  ]
  const acts: Act[] = [
    ['step.add', { stack: on('s1'), stepId: 'a', use: 'grade', at: 0 }],
    set('a', 'exposure', 0.4),
    ['step.add', { stack: on('s1'), stepId: 'b', use: 'gaussian-blur', at: 1 }],
    set('b', 'radius', [3, 2]),
    [
      'step.add',
      {
        stack: on('s1'),
        stepId: 'c',
        use: 'join',
        at: 2,
        inputs: { before: { kind: 'step', stepId: 'a' }, other: { kind: 'step', stepId: 'b' } },
      },
    ],
    ...[set('c', 'how', 'blend'), set('c', 'mode', 'screen'), set('c', 'amount', 0.6)],
    ['region.add', { stepId: 'c', itemId: 'e', kind: 'ellipse', form: { centre: [30, 18], size: [40, 24] } }],
    ['design.add', { designId: 'd1', name: 'D', size: { width: 40, height: 30 }, rate: RATE, length: 30 }],
    ['object.add', { designId: 'd1', objectId: 'o1', kind: 'rectangle', form: { box: [20, 10], turn: 20 } }],
    [
      'object.add',
      { designId: 'd1', objectId: 'o2', kind: 'picture', source: { kind: 'medium', mediaId: 'm3' } },
    ],
    [
      'value.set',
      { address: { owner: { kind: 'object', id: 'o2' }, path: 'form/scale' }, at: 0, value: [0.3, 0.3] },
    ],
    ['objects.group', { objectIds: ['o1', 'o2'], groupId: 'o3', name: 'G' }],
    ['sequence.add', { newId: 'q1', name: 'Q', rate: { num: 25, den: 1 }, size: { width: 32, height: 32 } }],
    ['shot.place', { sequenceId: 'q1', shot: shot('n1', 'm2', { length: 40, in: 0, zero: 0 }) }],
    [
      'shot.place',
      {
        shot: {
          ...shot('new', '', { lane: 1, start: 20, length: 30, in: 0, zero: 0 }),
          source: { kind: 'design', designId: 'd1' },
        },
      },
    ],
    [
      'shot.place',
      {
        shot: {
          ...shot('new2', '', { start: 96, length: 24, in: 0, zero: 0 }),
          source: { kind: 'comp', sequenceId: 'q1' },
        },
      },
    ],
    [
      'transition.add',
      { transitionId: 't1', stepId: 'td', use: 'dissolve', from: 's1', to: 's2', before: 8, after: 8 },
    ],
    [
      'span.add',
      { span: { id: 'p1', name: 'Span', on: true, lane: 0, start: 30, length: 40, zero: 30, steps: [] } },
    ],
    ['step.add', { stack: { kind: 'span', id: 'p1' }, stepId: 'd', use: 'vignette', at: 0 }],
  ]
  return performAll(start, acts, 'Rich').project
}

/** Whatever comes of edits on it; those that cannot be made are left out. */
export const anyDocument = (most = 24): fc.Arbitrary<Project> =>
  fc.array(anyAct(), { maxLength: most }).map((acts) =>
    acts.reduce((p, [name, args]) => {
      try {
        return perform(p, name, args as never).project
      } catch {
        return p
      }
    }, richProject()),
  )

export { SIZE }
