import { medium, testProject } from '../testing/projects'
import { type Act, getShot, getStep, loadProject, performAll, type Project, type ScreenItem } from '.'

const run = (p: Project, ...acts: Act[]) => performAll(p, acts, 'test').project
const key = (stepId: string, shotId = 's1'): Act => [
  'step.add',
  { stack: { kind: 'shot', id: shotId }, stepId, use: 'screen-key', at: 0 },
]
const picture = (id: string) => medium(id, { name: `${id}.png`, kind: 'still', frames: 1 })
const FACTS: ScreenItem['facts'] = {
  colour: { channel: 1, shares: [0.12, 0.25] },
  looks: 16,
  seen: 0.5,
  set: 0.3,
  grain: 0.008,
  strays: 0.0026,
  still: false,
  clipped: 0,
}
const screen = (mediaId?: string): ScreenItem => ({
  id: 'screen',
  name: 'Screen of s1',
  kind: 'screen',
  shotId: 's1',
  frames: [0, 47],
  facts: FACTS,
  ...(mediaId ? { mediaId } : {}),
})
const keep = (mediaId: string | undefined, stepId: string | null): Act => [
  'screen.keep',
  { item: screen(mediaId), medium: mediaId ? picture(mediaId) : null, stepId },
]
const taken = (p: Project, stepId: string) => {
  const bound = getStep(p, stepId).inputs?.empty
  return bound?.kind === 'material' && bound.source.kind === 'medium' ? bound.source.mediaId : undefined
}
const ids = (p: Project) => p.media.map((m) => m.id)

it('a screen that was read lies on the shelf with its picture, and the step that asked takes it', () => {
  const p = run(testProject(), key('a'), keep('p1', 'a'))
  expect(p.shelf).toEqual([screen('p1')])
  expect([taken(p, 'a'), ids(p)]).toEqual(['p1', ['m1', 'm2', 'p1']])
  expect(loadProject(JSON.parse(JSON.stringify(p))).shelf).toEqual(p.shelf)
})

it('read anew, it takes the place of the old one wherever that was taken: by other shots, and in other versions', () => {
  const before = run(
    testProject(),
    ...[key('a'), keep('p1', 'a'), key('b', 's2')],
    ['screen.take', { stepId: 'b', shelfId: 'screen' }],
    ['variant.switch', { shotId: 's1', to: 'B' }],
    ['variant.switch', { shotId: 's1', to: 'A' }],
  )
  const p = run(before, keep('p2', null))
  expect([taken(p, 'a'), taken(p, 'b'), ids(p)]).toEqual(['p2', 'p2', ['m1', 'm2', 'p2']])
  expect(JSON.stringify(getShot(p, 's1').variants)).toContain('"p2"')
  expect(JSON.stringify(p)).not.toContain('"p1"')
})

it.each<[string, Act]>([
  ['one that does not stand still', keep(undefined, 'a')],
  ['nothing', ['shelf.remove', { shelfId: 'screen' }]],
])('%s in its place leaves no step with a picture that is gone', (_, act) => {
  const p = run(
    testProject(),
    key('a'),
    keep('p1', 'a'),
    key('b', 's2'),
    ['screen.take', { stepId: 'b', shelfId: 'screen' }],
    act,
  )
  expect([taken(p, 'a'), taken(p, 'b'), ids(p)]).toEqual([undefined, undefined, ['m1', 'm2']])
})

it('what cannot be taken is refused with what is wrong, and nothing changes', () => {
  const grade: Act = ['step.add', { stack: { kind: 'shot', id: 's1' }, stepId: 'g', use: 'grade', at: 0 }]
  const p = run(testProject(), key('a'), grade, keep(undefined, 'a'))
  const take = (stepId: string, shelfId: string): Act => ['screen.take', { stepId, shelfId }]
  expect(() => run(p, take('a', 'screen'))).toThrow('does not stand still')
  expect(() => run(p, take('a', 'other'))).toThrow('other')
  expect(() => run(p, keep('p1', 'g'))).toThrow('takes no picture of an empty screen')
})
