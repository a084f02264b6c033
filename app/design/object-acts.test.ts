import { shifted, turned, multiply, through } from '@stilus/core/matrix'
import {
  boxOf,
  cornersOfBox,
  emptyHistory,
  getDesign,
  getObject,
  matrixOf,
  type Project,
  stageOf,
} from '@stilus/core/project'
import fc from 'fast-check'
import { richProject } from '../../core/testing/documents'
import { edit } from '../store/edit'
import { projectActions } from '../store/project'
import { store } from '../store/store'
import { viewActions } from '../store/view'
import { addOutline, carry, heldAt, letPass, objectAt, orderObject, removeObjects } from './object-acts'

const document = () => store.getState().project.document as Project
const stage = (id: string) => stageOf(document(), { kind: 'object', id })
const held = (id: string) => heldAt(stage(id), getObject(document(), id), 5)
const set = (name: string, value: number | number[], id = 'o1') =>
  store.dispatch(
    edit('value.set', { address: { owner: { kind: 'object', id }, path: `form/${name}` }, at: 0, value }),
  )
/** The corners of an object as they lie on its design. */
const corners = (id: string) => {
  const [object, on] = [getObject(document(), id), stage(id)]
  const matrix = matrixOf(on, object, 5)
  const box = boxOf(on, object, 5)
  return box ? cornersOfBox(box).map(([x, y]) => through(matrix, x, y)) : []
}
const near = (a: readonly (readonly number[])[], b: readonly (readonly number[])[], within = 0.02) =>
  a.forEach((p, i) => expect(Math.hypot(p[0]! - b[i]![0]!, p[1]! - b[i]![1]!)).toBeLessThan(within))

beforeEach(() => {
  store.dispatch(projectActions.opened({ document: richProject(), history: emptyHistory() }))
  store.dispatch(viewActions.object({ id: null }))
})

const within = (min: number, max: number) => fc.double({ min, max, noNaN: true })

it('a hand that moves or turns an object takes its corners along, in a group and with a parent too', () => {
  fc.assert(
    fc.property(
      ...[within(-20, 20), within(-20, 20), within(-170, 170), fc.constantFrom('o1', 'o2')],
      fc.record({ turn: within(-90, 90), size: within(0.4, 2), x: within(-9, 9) }),
      (dx, dy, angle, id, group) => {
        store.dispatch(projectActions.opened({ document: richProject(), history: emptyHistory() }))
        set('turn', group.turn, 'o3')
        set('scale', [group.size, group.size], 'o3')
        set('place', [group.x, 3], 'o3')
        const map = multiply(shifted(dx, dy), turned(angle))
        const before = corners(id)
        const own = held(id)
        if (own) carry(own, map, 'drag')
        // Numbers are kept to a thousandth; the corners of a picture of 64 pixels lie up to 37 from its middle.
        near(
          corners(id),
          before.map(([x, y]) => through(map, x as number, y as number)),
        )
      },
    ),
    { numRuns: 40 },
  )
})

it('a rectangle that is pulled grows by its box, a picture by its size', () => {
  const grown = [2, 0, 0, 0, 1, 0, 0, 0, 1] as const
  set('turn', 0)
  const [rectangle, picture] = [held('o1'), held('o2')]
  if (rectangle) carry(rectangle, grown, 'a')
  if (picture) carry(picture, grown, 'b')
  const form = (id: string, name: string) => getObject(document(), id).form[name]?.value
  expect([form('o1', 'box'), form('o1', 'scale')]).toEqual([
    [40, 10],
    [1, 1],
  ])
  expect(form('o2', 'scale')).toEqual([0.6, 0.3])
})

it('what is clicked is the topmost thing that is there, is not locked, and has something at that place', () => {
  const at = (x: number, y: number, frame = 5) =>
    objectAt(stage('o3'), getDesign(document(), 'd1'), [x, y], frame)?.id
  expect([at(20, 15), at(1, 1), at(20, 15, 900)]).toEqual(['o3', undefined, undefined])
  store.dispatch(edit('object.ungroup', { objectId: 'o3' }))
  const flat = (x: number, y: number) => objectAt(stage('o1'), getDesign(document(), 'd1'), [x, y], 5)?.id
  expect(flat(20, 15)).toBe('o2')
  store.dispatch(edit('object.lock', { objectId: 'o2', locked: true }))
  expect(flat(20, 15)).toBe('o1')
})

it('a drawn outline stands at the middle of what was drawn, and is taken in hand', () => {
  const corner = (x: number, y: number) => ({ x, y, soft: 0, in: [0, 0], out: [0, 0], width: 1 }) as const
  const drawn = [corner(4, 4), corner(24, 4), corner(24, 16)]
  addOutline(getDesign(document(), 'd1'), drawn as never)
  const { objectId } = store.getState().view
  expect(getObject(document(), objectId ?? '').form.place?.value).toEqual([14, 10])
  near(corners(objectId ?? ''), [
    [4, 4],
    [24, 4],
    [24, 16],
    [4, 16],
  ])
})

it('removing a group with what is in it is one act, and order stays within a list', () => {
  const entries = () => store.getState().project.history.entries.length
  orderObject('o1', 1)
  expect(getObject(document(), 'o3').objects?.map((o) => o.id)).toEqual(['o2', 'o1'])
  orderObject('o1', 1)
  expect(entries()).toBe(1)
  removeObjects(['o3', 'o1'])
  expect([entries(), getDesign(document(), 'd1').objects]).toEqual([2, []])
})

it('an object arrives and leaves by a dissolve once, however often it is asked, and locked not at all', () => {
  const steps = () => getObject(document(), 'o1').steps.filter((s) => s.passage)
  letPass('o1', 'arrive')
  letPass('o1', 'leave')
  letPass('o1', 'arrive')
  expect(steps().map((s) => [s.use, s.passage?.way])).toEqual([
    ['dissolve', 'arrive'],
    ['dissolve', 'leave'],
  ])
  store.dispatch(edit('object.lock', { objectId: 'o2', locked: true }))
  letPass('o2', 'arrive')
  expect(getObject(document(), 'o2').steps.some((s) => s.passage)).toBe(false)
})
