import fc from 'fast-check'
import { testKernels } from '../testing/pictures'
import { printOf } from '.'

const k = testKernels(4)
afterEach(() => expect(k.used).toBe(0))

const printed = (width: number, height: number, values: readonly number[]) => {
  const frame = k.frameOf(width, height, values)
  const print = printOf(k, frame)
  k.free(frame)
  return print
}

it('a print is that of the very same pictures alone: any value, two that change places, and another shape tell', () => {
  const floats = fc.array(fc.float({ noNaN: true, min: -4, max: 64 }), { minLength: 48, maxLength: 48 })
  fc.assert(
    fc.property(floats, fc.nat(47), fc.nat(47), (values, i, j) => {
      const print = printed(4, 3, values)
      expect(printed(4, 3, values)).toBe(print)
      expect(printed(3, 4, values)).not.toBe(print)
      const changed = values.with(i, Math.fround((values[i] as number) + 0.01))
      if (changed[i] !== values[i]) expect(printed(4, 3, changed)).not.toBe(print)
      const swapped = values.with(i, values[j] as number).with(j, values[i] as number)
      if (!Object.is(values[i], values[j])) expect(printed(4, 3, swapped)).not.toBe(print)
    }),
  )
})
