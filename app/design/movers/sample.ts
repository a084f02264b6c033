import type { MoverDeclaration, Way } from '@stilus/core/arrivals'
import { moverDefaults } from '@stilus/core/arrivals'
import { boxOf, type Design, type DesignObject, perform, type Project, stageOf } from '@stilus/core/project'
import { typesetterOf } from '../../session/fonts'

const SIZE = { width: 300, height: 120 }
/** How much of the sample the object fills, across and down. */
const FILLS = [0.78, 0.5] as const
const LENGTH = 96
export const SAMPLE = 'sample of movers'

/** A document with a small design of one object of it alone, in the middle, as large as there is room. */
export function sampleOf(project: Project, design: Design, object: DesignObject): Project {
  const stage = stageOf(project, { kind: 'object', id: object.id })
  const box = boxOf({ ...stage, typesetter: typesetterOf(project) }, object, object.start)
  if (!box) return project
  const [width, height] = [Math.max(1, box.right - box.left), Math.max(1, box.bottom - box.top)]
  const scale = Math.min((SIZE.width * FILLS[0]) / width, (SIZE.height * FILLS[1]) / height)
  const middle = [(box.left + box.right) / 2, (box.top + box.bottom) / 2] as const
  const { movers: _, parent: _p, ride: _r, steps: _s, ...rest } = structuredClone(object)
  const form = {
    ...rest.form,
    place: { value: [SIZE.width / 2 - middle[0] * scale, SIZE.height / 2 - middle[1] * scale] },
    anchor: { value: [0, 0] },
    scale: { value: [scale, scale] },
    turn: { value: 0 },
    opacity: { value: 1 },
  }
  const alone: DesignObject = {
    ...rest,
    id: SAMPLE,
    on: true,
    locked: false,
    form,
    start: 0,
    length: LENGTH,
    zero: 0,
    steps: [],
  }
  const small: Design = {
    id: SAMPLE,
    name: 'Sample',
    size: SIZE,
    rate: design.rate,
    length: LENGTH,
    objects: [alone],
    ...(design.emphasis ? { emphasis: design.emphasis } : {}),
  }
  return { ...project, designs: [...project.designs, small] }
}

/** The sample moved by a mover. */
export function sampleWith(sample: Project, way: Way, use: string): Project {
  try {
    return perform(sample, 'mover.add', { objectId: SAMPLE, moverId: 'm', way, use }).project
  } catch {
    return sample
  }
}

/** The frame of the sample at a share of what is to be seen of a mover, with a rest at its end. */
export function sampleFrame(mover: MoverDeclaration, way: Way, share: number): number {
  if (way === 'stay') return 20 + Math.round(share * 48)
  const frames = Number(moverDefaults(mover, way)['frames'] ?? 12) + 6
  return way === 'leave'
    ? Math.max(0, LENGTH - frames + Math.floor(share * frames))
    : Math.floor(share * frames)
}
