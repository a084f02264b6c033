import { card } from '../testing/design'
import { testProject } from '../testing/projects'
import { type Act, formAddress, getDesign, getObject, matrixOf, numbersAt, performAll, stageOf } from '.'

const place = formAddress('object', 'o', 'place')
const acts: Act[] = [
  card(),
  ['object.add', { designId: 'd', objectId: 'o', kind: 'rectangle', form: { place: [10, 10], turn: 5 } }],
  ['key.put', { address: place, at: 0, value: [10, 10] }],
  ['key.put', { address: place, at: 20, value: [10, 90] }],
  ['key.put', { address: place, at: 40, value: [90, 90] }],
]
const turnAt = (more: Act[], frame: number) => {
  const { project } = performAll(testProject(), [...acts, ...more], 'test')
  const easel = { ...stageOf(project, { kind: 'object', id: 'o' }), design: getDesign(project, 'd') }
  const object = getObject(project, 'o')
  return { turn: numbersAt(easel, object, frame).turn, matrix: matrixOf(easel, object, frame) }
}

it('an object turns with the way that the keys of its place take, besides its own turn', () => {
  const along: Act = ['value.set', { address: formAddress('object', 'o', 'along'), at: 0, value: true }]
  expect(turnAt([], 10).turn).toBe(5)
  expect(turnAt([along], 10).turn).toBeCloseTo(95, 6)
  expect(turnAt([along], 30).turn).toBeCloseTo(5, 6)
  // At rest it looks where it came from.
  expect(turnAt([along], 47).turn).toBeCloseTo(5, 6)
  const [a = 0, , , d = 0] = turnAt([along], 10).matrix
  expect((Math.atan2(d, a) * 180) / Math.PI).toBeCloseTo(95, 6)
})
