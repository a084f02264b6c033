import {
  activeTransitions,
  type Design,
  keepsAlpha,
  type Project,
  type Sequence,
  type Shot,
  shotsAt,
  sourceCovers,
  sourceOpaque,
  stageOf,
  treatmentTime,
} from '../project'
import { planObjects } from './plan-object'
import type { Planning, Under } from './work'

/** Something that shows on a lane. */
interface Layer {
  lane: number
  hides: boolean
  make(): number
}

/** What a sequence shows at a frame, or what its lanes under something show; undefined where there is nothing. */
export function planSequence(
  of: Planning,
  sequence: Sequence,
  frame: number,
  under?: Under,
): number | undefined {
  const { g, by, project } = of
  const canvas = g.canvas(sequence.size)
  const highest = under ? (under.span === undefined ? under.lane - 1 : under.lane) : Infinity
  const layers = layersAt(of, sequence, frame).filter(({ lane }) => lane <= highest)
  const spans = spansAt(sequence, frame, under).filter(({ lane }) => lane <= highest)
  const hiding = layers.findLastIndex((layer) => layer.hides)
  const lowest = hiding < 0 ? 0 : (layers[hiding] as Layer).lane
  let picture: number | undefined
  const seen = layers.slice(Math.max(0, hiding))
  const lanes = [...new Set([...seen, ...spans].map(({ lane }) => lane))].sort((a, b) => a - b)
  for (const lane of lanes.filter((l) => l >= lowest)) {
    for (const layer of seen.filter((l) => l.lane === lane)) {
      const top = layer.make()
      picture = picture === undefined ? top : g.add(canvas, { kind: 'over' }, [top, picture])
    }
    for (const span of spans.filter((s) => s.lane === lane)) {
      const stage = stageOf(project, { kind: 'span', id: span.id })
      picture = by.stack(of, stage, frame - span.zero, { base: picture ?? g.clear(canvas) })
    }
  }
  return picture
}

/** Shots and transitions at a frame, from the lowest lane up. */
function layersAt(of: Planning, sequence: Sequence, frame: number): Layer[] {
  const { by, project } = of
  const crossing = activeTransitions(project, sequence).filter(
    (a) => frame >= a.cut - a.before && frame < a.cut + a.after,
  )
  const crossed = new Set(crossing.flatMap(({ from, to }) => [from?.id, to?.id]))
  const shots = shotsAt(sequence, frame).filter((shot) => !crossed.has(shot.id))
  const layers: Layer[] = shots.map((shot) => ({
    lane: shot.lane,
    hides: hides(project, sequence, shot),
    make: () =>
      by.stack(of, stageOf(project, { kind: 'shot', id: shot.id }), treatmentTime(shot, frame - shot.start)),
  }))
  for (const { transition, lane, cut, from, to } of crossing)
    layers.push({
      lane,
      hides:
        [from, to].every((shot) => shot && hides(project, sequence, shot)) &&
        transition.steps.every(keepsAlpha) &&
        [...transition.outgoing, ...transition.incoming].every((s) => !s.on || keepsAlpha(s)),
      make: () => by.stack(of, stageOf(project, { kind: 'transition', id: transition.id }), frame - cut),
    })
  return crossing.length ? layers.sort((a, b) => a.lane - b.lane) : layers
}

/** The spans that act at a frame; under a span, those of its own lane that come before it. */
function spansAt({ spans }: Sequence, frame: number, under?: Under) {
  if (!spans.length) return []
  const own = under?.span === undefined ? -1 : spans.findIndex((s) => s.id === under.span)
  return spans.filter(
    (s, i) =>
      s.on &&
      frame >= s.start &&
      frame < s.start + s.length &&
      (own < 0 || s.lane < (under?.lane ?? 0) || i < own),
  )
}

/** Whether nothing can be seen through a shot: an opaque source of the canvas's shape, and no step that could open it. */
const hides = (project: Project, { size }: Sequence, { source, steps }: Shot): boolean =>
  sourceOpaque(project, source) &&
  sourceCovers(project, source, size) &&
  steps.every((step) => !step.on || keepsAlpha(step))

/** What a design shows at a frame, on nothing. */
export function planDesign(of: Planning, design: Design, frame: number): number {
  const { g, project } = of
  const [first] = design.objects
  if (!first) return g.clear(g.canvas(design.size))
  return planObjects(of, stageOf(project, { kind: 'object', id: first.id }), design.objects, frame)
}
