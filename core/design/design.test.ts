import fc from 'fast-check'
import { numbersOf, OBJECT_FORMS, OBJECT_KINDS, OBJECT_NAMES, objectMatrix } from '.'
import { multiply, shifted, through, turned } from '../matrix'

const place = fc.double({ min: -500, max: 500, noNaN: true })
const size = fc.double({ min: 0.05, max: 8, noNaN: true })
const numbers = fc.record({
  place: fc.tuple(place, place),
  anchor: fc.tuple(place, place),
  scale: fc.tuple(size, size),
  turn: fc.double({ min: -179, max: 179, noNaN: true }),
})
const close = (a: number, b: number, tolerance = 1e-6) => expect(Math.abs(a - b)).toBeLessThan(tolerance)

it('an anchor lies at its place, whatever the size and the turn', () => {
  fc.assert(
    fc.property(numbers, (n) => {
      const [x, y] = through(objectMatrix(n), ...n.anchor)
      close(x, n.place[0])
      close(y, n.place[1])
    }),
  )
})

it('the numbers of a map are those it was made of', () => {
  fc.assert(
    fc.property(numbers, (n) => {
      const read = numbersOf(objectMatrix(n), n.anchor)
      for (const i of [0, 1] as const) {
        close(read.place[i], n.place[i])
        close(read.scale[i], n.scale[i])
      }
      close(read.turn, n.turn, 1e-6)
    }),
  )
})

it('moving and turning the whole moves the place and adds to the turn', () => {
  fc.assert(
    fc.property(numbers, fc.double({ min: -80, max: 80, noNaN: true }), place, (n, by, dx) => {
      const outer = multiply(shifted(dx, -dx), turned(by))
      const read = numbersOf(multiply(outer, objectMatrix(n)), n.anchor)
      const [x, y] = through(outer, ...n.place)
      close(read.place[0], x)
      close(read.place[1], y)
      const turn = (((read.turn - n.turn - by) % 360) + 540) % 360
      close(turn, 180, 1e-5)
    }),
  )
})

it('each kind of object has a name and values that stand', () => {
  for (const kind of OBJECT_KINDS) {
    expect(OBJECT_NAMES[kind]).toMatch(/^[A-Z]/)
    const form = OBJECT_FORMS[kind]
    for (const name of ['place', 'anchor', 'turn', 'opacity'])
      expect([kind, name, name in form]).toEqual([kind, name, true])
    for (const param of Object.values(form)) expect(param.label.length).toBeGreaterThan(2)
  }
})
