import type { RgbaPicture } from '../frame'
import {
  controlAddress,
  type EditArgs,
  type EditName,
  perform,
  type Project,
  type Sequence,
} from '../project'
import { plan, renderFrame, type Sources, type StackTarget, type Target } from '../render'
import { testKernels } from './pictures'
import { testProject, withEdit } from './projects'

export const k = testKernels()

/** A source whose frame number is its red code, with a left-to-right ramp in green. */
export const picture = (frame: number, width = 64, height = 36): RgbaPicture => {
  const data = new Uint8Array(width * height * 4)
  for (let i = 0; i < width * height; i++)
    data.set([frame, ((i % width) * 255) / (width - 1), 40, 255], i * 4)
  return { kind: 'rgba', width, height, data }
}
export const sources: Sources = (_, frame) => picture(frame)

/** One edit of a project. */
export const edit = <N extends EditName>(p: Project, name: N, args: EditArgs<N>) =>
  perform(p, name, args).project
export const stack = { kind: 'shot' as const, id: 's1' }
export const at = { stepId: 'a' }
export const address = (param: string, stepId = 'a') => controlAddress(stepId, param)
/** The first shot under a grade of one stop. */
export const graded = edit(
  edit(testProject(), 'step.add', { stack, ...at, use: 'grade', at: 0 }),
  'value.set',
  {
    address: address('exposure'),
    at: 0,
    value: 1,
  },
)
export const target: StackTarget = { kind: 'stack', stack }
/** What a target shows, as numbers. */
export const draw = async (p: Project, frame = 0, to: Target = target, scale = 1) => {
  const out = await renderFrame(k, plan(p, to, frame, scale), sources)
  const values = out.data.slice()
  k.free(out)
  return values
}
/** The edit of a project changed. */
export const media = (p: Project, list: Project['media'], change: Partial<Sequence> = {}) => ({
  ...withEdit(p, change),
  media: list,
})
export const kinds = (p: Project, frame = 0, to: Target = target) =>
  plan(p, to, frame, 1).nodes.map((n) => n.op.kind)

/** A step of a kind, with values, a region and a mix, appended to the shot. */
export function withStep(
  p: Project,
  id: string,
  use: string,
  values: Record<string, number | number[]>,
  region?: { centre: [number, number]; size: [number, number] },
  mix = 1,
): Project {
  let next = edit(p, 'step.add', { stack, stepId: id, use, at: 99 })
  for (const [param, value] of Object.entries({ ...values, mix }))
    next = edit(next, 'value.set', { address: address(param, id), at: 0, value })
  if (region) next = edit(next, 'region.add', { stepId: id, itemId: `${id}e`, kind: 'ellipse', form: region })
  return next
}

export const base = testProject()
/** Three grades, one in a region, one half mixed. */
export const grades = withStep(
  withStep(
    withStep(base, 'a', 'grade', { exposure: 0.7 }),
    'b',
    'grade',
    { saturation: 0.4 },
    { centre: [30, 18], size: [70, 60] },
    0.8,
  ),
  'c',
  'grade',
  { contrast: 1.3 },
  undefined,
  0.5,
)
