import type { Project, Shot, Step } from '@stilus/core/project'
import type { Inspect, ShotTarget, Target } from '@stilus/core/render'
import { findStep } from '@stilus/core/steps'
import type { Against, Compare, ViewState } from '../store/view'

/** A way of looking at the selected step, with the key that shows it. */
export interface Look {
  value: string
  label: string
  key: string
}

/** Ways to see a region besides its matte. */
const REGION_LOOKS = [
  { value: 'region overlay', label: 'Region in colour over the picture' },
  { value: 'region edge', label: 'Edge of the region' },
  { value: 'region black', label: 'What is in the region, on black' },
  { value: 'region clear', label: 'What is in the region, on nothing' },
]

/** Result, source, and what the step offers, in the order of their keys from 4 on. */
export const looksOf = (step: Step | undefined): Look[] =>
  [
    { value: 'result', label: 'Result' },
    { value: 'source', label: 'Source' },
    ...(step ? [{ value: 'region matte', label: 'Region' }] : []),
    ...(step ? (findStep(step.use)?.views ?? []).map((v) => ({ value: v.id, label: v.label })) : []),
    ...(step ? REGION_LOOKS : []),
  ].map((look, i) => ({ ...look, key: i < 6 ? String(i + 4) : '' }))

export const INSPECTIONS: { value: Inspect; label: string; key: string }[] = [
  { value: 'red', label: 'Red', key: 'Shift 1' },
  { value: 'green', label: 'Green', key: 'Shift 2' },
  { value: 'blue', label: 'Blue', key: 'Shift 3' },
  { value: 'alpha', label: 'Alpha', key: 'Shift 4' },
  { value: 'luminance', label: 'Luminance', key: 'Shift 5' },
  { value: 'clipping', label: 'Clipping', key: 'Shift 6' },
]

/** What the viewer shows, in words, where that is not simply the result. */
export function saysLook(
  step: Step | undefined,
  { look, inspect, solo }: Pick<ViewState, 'look' | 'inspect' | 'solo'>,
  shot: Shot,
): string | null {
  const name = step?.name ?? 'the step'
  const label = looksOf(step).find((l) => l.value === look)?.label ?? look
  const what =
    look === 'source'
      ? 'The untouched source'
      : look === 'region matte'
        ? `Where ${name} acts`
        : look !== 'result'
          ? `${label} of ${name}`
          : solo.length
            ? `Only ${solo.map((id) => shot.steps.find((s) => s.id === id)?.name ?? 'a step').join(', ')}`
            : null
  const channel = INSPECTIONS.find((i) => i.value === inspect)?.label
  return channel ? `${channel}${what ? `: ${what}` : ''}` : what
}

type Seen = Pick<ViewState, 'look' | 'peek' | 'solo' | 'background' | 'itemId' | 'lookItem' | 'overlay'>

/** What the viewer shows of a shot. */
export function targetOf(
  shot: Shot,
  stepId: string | null,
  { look, peek, solo, background, itemId, lookItem, overlay }: Seen,
): ShotTarget {
  const target: ShotTarget = { kind: 'shot', shotId: shot.id }
  if (peek) return { ...target, upTo: peek }
  if (look === 'source') return { ...target, upTo: 'source' }
  if (look !== 'result' && stepId) {
    const item = look.startsWith('region') && lookItem && itemId ? { item: itemId } : {}
    const opacity = look === 'region overlay' ? { opacity: overlay } : {}
    return { ...target, view: { stepId, view: look, ...item, ...opacity } }
  }
  return {
    ...target,
    ...(solo.length ? { solo } : {}),
    ...(background === 'below' ? { below: true } : {}),
  }
}

/** What a shot is compared with, and what that is called; undefined where it is not there. */
export function againstOf(
  project: Project,
  shot: Shot,
  stepId: string | null,
  frame: number,
  against: Against,
): { target: Exclude<Target, { kind: 'sequence' }>; name: string } | undefined {
  const own: ShotTarget = { kind: 'shot', shotId: shot.id }
  switch (against.kind) {
    case 'source':
      return { target: { ...own, upTo: 'source' }, name: 'Source' }
    case 'before': {
      const before = stateBefore(shot, stepId)
      return before && { target: { ...own, upTo: before.id }, name: before.name }
    }
    case 'still': {
      const still = project.stills?.find((s) => s.id === against.id)
      return still && { target: { kind: 'medium', mediaId: still.mediaId }, name: still.name }
    }
    case 'shot': {
      const other = project.shots.find((s) => s.id === against.id)
      return (
        other && {
          target: { kind: 'shot', shotId: other.id, frame: Math.min(frame, other.length - 1) },
          name: other.name,
        }
      )
    }
    case 'variant':
      return shot.variants?.[against.id]
        ? { target: { ...own, variant: against.id }, name: `Version ${against.id}` }
        : undefined
  }
}

function stateBefore(shot: Shot, stepId: string | null): { id: string; name: string } | undefined {
  const index = shot.steps.findIndex((s) => s.id === stepId)
  if (index < 0) return undefined
  const before = shot.steps[index - 1]
  return before ? { id: before.id, name: `After ${before.name}` } : { id: 'source', name: 'Source' }
}

/** The target with the way it is looked at and compared. */
export function looked(
  target: ShotTarget,
  inspect: Inspect | null,
  compare: Compare,
  against: ReturnType<typeof againstOf>,
): Target {
  const seen = inspect ? { inspect } : {}
  if (!against) return { ...target, ...seen }
  if (compare.mode === 'flip' && compare.flipped) return { ...against.target, ...seen }
  if (compare.mode !== 'difference') return { ...target, ...seen }
  return { ...target, ...seen, difference: { against: against.target, gain: compare.gain } }
}
