import { findShelf, makeDesign } from '../shelf'
import { type Typeface } from '../lettering'
import { openShipped } from '../testing/fonts'
import { testKernels, worst } from '../testing/pictures'
import { newProject, performAll, type Project } from '../project'
import { kernelBackend, plan } from '.'
import type { Backend } from './backend'
import { evaluate } from './evaluate'
import type { KernelHandle } from './kernel-backend'

const k = testKernels(256)
const SIZE = { width: 320, height: 180 }
afterEach(() => expect(k.used).toBe(0))

/** The same, without knowing where there is anything. */
const blind: Backend<KernelHandle> = {
  ...kernelBackend(k),
  make: (making) => {
    const handle = kernelBackend(k).make(making) as KernelHandle
    handle.content = undefined
    return handle
  },
}

function designed(id: string): Project {
  const entry = findShelf(id)
  if (!entry) throw new Error(id)
  let n = 0
  const [palette] = entry.family.palettes
  const made = { designId: 'd', size: SIZE, rate: { num: 24, den: 1 }, palette, newId: () => `o${++n}` }
  const design = makeDesign(entry.design, made)
  return performAll(newProject('p', 'P'), [['design.take', { design }]], 'Take').project
}

// Groups that slide exposed, fall apart, are cut, blurred, lie in groups; texts alone.
it.each(['tickets/valid', 'paper/fan', 'blocks/letters', 'lantern/pool', 'quiet/name', 'chalk/orbit'])(
  '%s is the same to the bit where what is clear is passed over',
  async (id) => {
    const faces = new Map<string, Typeface>()
    const p = designed(id)
    const length = p.designs[0]?.length ?? 1
    for (const frame of [4, 11, length >> 1, length - 5]) {
      const planned = plan(p, { kind: 'design', designId: 'd' }, frame, 1)
      for (const { id: font } of planned.resources)
        if (!faces.has(font)) faces.set(font, await openShipped(font))
      const options = { typefaces: (font: string) => faces.get(font) }
      const [a, b] = [kernelBackend(k), blind]
      const [one, two] = [
        await evaluate(a, planned, () => undefined, options),
        await evaluate(b, planned, () => undefined, options),
      ]
      expect(worst(one.picture.data, two.picture.data)).toBe(0)
      expect(one.picture.data.some((v) => v > 0)).toBe(true)
      k.free(one.picture, two.picture)
    }
  },
)
