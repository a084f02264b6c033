import { type Area, type Frame, intersection, type Plane, sameArea, union, wholeOf } from '../frame'
import {
  blendInto,
  type ColourOp,
  difference,
  filled,
  holdBy,
  inspect,
  type Kernels,
  runProgram,
  warpPerspective,
} from '../kernels'
import { matteFrom } from '../region'
import { findStep, type Tables } from '../steps'
import { reachesOf } from './areas'
import type { Backend, Handle, Making, Sources } from './backend'
import { evaluate, type EvaluateOptions } from './evaluate'
import type { ColourPart, Plan, StepOp } from './graph'
import { combine, copied, cropped, type Held, part, within } from './held'
import { matteNode, showRegion } from './region'
import { drawn, seen } from './drawn'
import { fitted, hatched, placed, readAs } from './source'

/** A picture in the arena of the kernels. */
export interface KernelHandle extends Handle {
  readonly picture: Frame | Plane
  /** Where in the whole there can be anything in it; anywhere unless it is known. */
  content?: Area | undefined
}

const handleOf = (picture: Frame | Plane, content?: Area): KernelHandle => ({
  content,
  width: picture.width,
  height: picture.height,
  owner: 'kernels',
  picture,
  format: picture.channels === 4 ? 'rgba32f' : 'r32f',
})

const backends = new WeakMap<Kernels, Backend<KernelHandle>>()

/** The SIMD kernels as a backend; one for each instance of them. */
export function kernelBackend(k: Kernels): Backend<KernelHandle> {
  const known = backends.get(k)
  if (known) return known
  const backend: Backend<KernelHandle> = {
    name: 'kernels',
    make: (making) => {
      let content: Area | undefined
      const picture = k.scope(() => make(k, making, (there) => (content = there)))
      const own = making.inputs.find((input) => input?.handle.picture === picture)?.handle
      return own ? Object.assign(own, { content }) : handleOf(picture, content)
    },
    free: (...handles) => k.free(...handles.map(({ picture }) => picture)),
    values: ({ picture }) => picture.data,
    restore: ({ width, height }, values) => handleOf(k.frameOf(width, height, values)),
  }
  backends.set(k, backend)
  return backend
}

/** The picture of a plan as a frame of the kernels; the caller frees it. @throws Cancelled */
export async function renderFrame(
  k: Kernels,
  plan: Plan,
  sources: Sources,
  options?: EvaluateOptions,
): Promise<Frame> {
  return (await evaluate(kernelBackend(k), plan, sources, options)).picture as Frame
}

/** Makes one node; `tell` is told where in the whole there can be anything in it, where that is known. */
function make(
  k: Kernels,
  { tables, typefaces, node, inputs: given, sources, spare }: Making<KernelHandle>,
  tell: (content: Area) => void,
): Frame | Plane {
  const { op, area, canvas } = node
  // What lies outside of all that is asked for was not made.
  const inputs = given.map(
    (input) => input && { picture: input.handle.picture, content: input.handle.content, area: input.area },
  ) as Held[]
  const { width, height } = area
  const [first, second] = inputs
  switch (op.kind) {
    case 'solid':
      return filled(k, width, height, op.colour)
    case 'missing':
      return hatched(k, area, canvas.height)
    case 'fit': {
      const whole = placed(k, copied(k, first as Held, (first as Held).area), canvas, op.fit)
      return cropped(k, { picture: whole, area: wholeOf(canvas) }, area)
    }
    case 'place': {
      const options = {
        edge: 'black',
        filter: 'bicubic',
        width: canvas.width,
        height: canvas.height,
      } as const
      const whole = warpPerspective(k, (first as Held).picture as Frame, op.toSource, options)
      return cropped(k, { picture: whole, area: wholeOf(canvas) }, area)
    }
    case 'seen':
      return seen(k, op, first as Held, area, tell)
    case 'fill': {
      const matte = part(k, first as Held, area)
      const out = filled(k, width, height, [...op.colour, 1])
      holdBy(k, out, matte.frame as unknown as Plane)
      if (matte.own) k.free(matte.frame)
      return out
    }
    case 'drawn':
      return drawn(k, op, typefaces, canvas, area, inputs, tell)
    case 'channel':
      return matteFrom(k, copied(k, first as Held, area), op.channel)
    case 'source': {
      const picture = sources(op.mediaId, op.frame)
      if (!picture) return hatched(k, area, canvas.height)
      const read = op.read ? readAs(picture, op.read) : picture
      const whole = fitted(k, read, canvas, op.fit, canvas.scale)
      return cropped(k, { picture: whole, area: wholeOf(canvas) }, area)
    }
    case 'step':
      return stepped(k, tables, op, inputs, node)
    case 'colour': {
      const mattes = inputs.slice(1).map((held) => part(k, held, area))
      const { frame, own } = part(k, first as Held, area)
      const ops = colourOps(
        op.parts,
        mattes.map((m) => m.frame as unknown as Plane),
        tables,
      )
      // Written over what it was given only where nothing else reads that.
      const out = runProgram(k, frame, ops, own || spare(0) ? frame : undefined)
      for (const matte of mattes) if (matte.own) k.free(matte.frame)
      return out
    }
    case 'matte':
      return matteNode(k, canvas, op, inputs, area)
    case 'blend': {
      const out = copied(k, first as Held, area)
      const top = copied(k, second as Held, area)
      const both = op.space === 'perceptual' ? [out, top] : []
      for (const frame of both) runProgram(k, frame, [{ op: 'encode' }], frame)
      blendInto(k, top, out, op.mode)
      k.free(top)
      if (both.length) runProgram(k, out, [{ op: 'decode' }], out)
      return out
    }
    case 'mix':
    case 'over': {
      const [base, top] = op.kind === 'mix' ? [first, second] : [second, first]
      const into = op.kind === 'mix' ? 0 : 1
      const own = spare(into) && sameArea((base as Held).area, area)
      const out = own ? ((base as Held).picture as Frame) : copied(k, base as Held, area)
      const both = [base?.content, top?.content] as const
      if (op.kind === 'over' && both[0] && (!top || both[1])) tell(union(both[0], both[1] ?? both[0]))
      // What is mixed in may lie outside of the part that is made.
      if (top) combine(k, op, { picture: out, area }, top, inputs[2])
      return out
    }
    case 'show': {
      const matte = part(k, first as Held, area)
      const below = second && part(k, second, area)
      const shown = showRegion(k, op, matte.frame as unknown as Plane, below?.frame)
      if (matte.own) k.free(matte.frame)
      if (below?.own) k.free(below.frame)
      return shown
    }
    case 'inspect': {
      const out = copied(k, first as Held, area)
      inspect(k, out, op.look)
      return out
    }
    case 'difference': {
      const out = copied(k, first as Held, area)
      const { frame, own } = part(k, second as Held, area)
      difference(k, out, frame, op.gain)
      if (own) k.free(frame)
      return out
    }
  }
}

function stepped(
  k: Kernels,
  tables: Tables,
  op: StepOp,
  inputs: Held[],
  node: Making<KernelHandle>['node'],
): Frame {
  const step = findStep(op.use)
  if (!step) throw new Error(`There is no treatment "${op.use}".`)
  const { canvas, area: wanted } = node
  const [own, ...reaches] = reachesOf(op, inputs.length, canvas.scale)
  // What reaches as far as the step itself holds at least what it asked for; what others asked for besides is left out.
  const alike = inputs.filter((_, i) => i === 0 || reaches[i - 1] === own)
  const area = alike.map((held) => held.area).reduce(intersection)
  const parts = inputs.map((held) => within(k, held, area))
  const given = parts.map((p) => p.frame)
  const slots = op.slots ?? []
  const named = (as: 'frame' | 'matte') =>
    Object.fromEntries(slots.flatMap((slot, i) => (slot.as === as ? [[slot.name, given[i + 1]]] : [])))
  const times: Record<string, Frame[]> = {}
  slots.forEach(({ name, as }, i) => {
    if (as === 'time') (times[name] ??= []).push(given[i + 1] as Frame)
  })
  const picture = step.render({
    kernels: k,
    input: given[0] as Frame,
    values: op.values as never,
    content: op.content ?? {},
    moments: (op.moments ?? []) as never,
    scale: canvas.scale,
    place: { x: area.x, y: area.y, width: canvas.width, height: canvas.height },
    time: op.time ?? 0,
    progress: op.progress ?? 1,
    tables,
    frames: named('frame') as Record<string, Frame>,
    mattes: named('matte') as unknown as Record<string, Plane>,
    times,
    ...(op.view ? { view: op.view } : {}),
  })
  for (const { frame, own } of parts) if (own) k.free(frame)
  return cropped(k, { picture, area }, wanted)
}

function colourOps(parts: readonly ColourPart[], mattes: readonly Plane[], tables: Tables): ColourOp[] {
  return parts.flatMap((part): ColourOp[] => {
    if ('keep' in part) return [{ op: 'keep' }]
    if ('amount' in part)
      return [{ op: 'mixKept', amount: part.amount, matte: part.matte ? mattes[part.matte - 1] : undefined }]
    return findStep(part.use)?.colour?.(part.values as never, tables) ?? []
  })
}
