import {
  findOwner,
  getShot,
  getTransition,
  layoutOf,
  type Project,
  sourceName,
  type Stage,
  type Step,
} from '@stilus/core/project'
import type { Inspect, StackTarget, Target } from '@stilus/core/render'
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
    ...(step ? (findStep(step.use)?.outputs ?? []).map((v) => ({ value: v.id, label: v.label })) : []),
    ...(step ? [...REGION_LOOKS, { value: 'state', label: 'As of this step' }] : []),
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
  stage: Stage,
): string | null {
  const name = step?.name ?? 'the step'
  const label = looksOf(step).find((l) => l.value === look)?.label ?? look
  const what =
    look === 'source'
      ? 'The untouched source'
      : look === 'state'
        ? `After ${name}`
        : look === 'region matte'
          ? `Where ${name} acts`
          : look !== 'result'
            ? `${label} of ${name}`
            : solo.length
              ? `Only ${solo.map((id) => layoutOf(stage.steps).get(id)?.step.name ?? 'a step').join(', ')}`
              : null
  const channel = INSPECTIONS.find((i) => i.value === inspect)?.label
  return channel ? `${channel}${what ? `: ${what}` : ''}` : what
}

type Seen = Pick<ViewState, 'look' | 'peek' | 'solo' | 'background' | 'itemId' | 'lookItem' | 'overlay'>

/** What the viewer shows of a stage. */
export function targetOf(
  stage: Stage,
  stepId: string | null,
  { look, peek, solo, background, itemId, lookItem, overlay }: Seen,
): StackTarget {
  const target: StackTarget = { kind: 'stack', stack: stage.stack }
  if (peek) return { ...target, upTo: peek }
  if (look === 'source') return { ...target, upTo: 'source' }
  if (look === 'state' && stepId) return { ...target, upTo: stepId }
  if (look !== 'result' && stepId) {
    const item = look.startsWith('region') && lookItem && itemId ? { item: itemId } : {}
    const opacity = look === 'region overlay' ? { opacity: overlay } : {}
    return { ...target, view: { stepId, view: look, ...item, ...opacity } }
  }
  const { kind, id, list } = stage.stack
  return {
    ...target,
    // What is done to one side of a cut is judged on both together.
    ...(solo.length ? { solo } : list ? { stack: { kind, id } } : {}),
    ...(background === 'below' ? { below: true } : {}),
  }
}

/** What a stage is compared with, and what that is called; undefined where it is not there. */
export function againstOf(
  project: Project,
  stage: Stage,
  stepId: string | null,
  frame: number,
  against: Against,
): { target: Exclude<Target, { kind: 'sequence' }>; name: string } | undefined {
  const own: StackTarget = { kind: 'stack', stack: stage.stack }
  switch (against.kind) {
    case 'source':
      return { target: { ...own, upTo: 'source' }, name: 'Source' }
    case 'before': {
      const before = stateBefore(stage, stepId)
      return before && { target: { ...own, upTo: before.id }, name: before.name }
    }
    case 'state': {
      const step = layoutOf(stage.steps).get(against.id)?.step
      return step && { target: { ...own, upTo: step.id }, name: `After ${step.name}` }
    }
    case 'stood': {
      const stood = stage.shot?.stood
      return stood
        ? { target: { ...own, stood: true }, name: sourceName(project, stood.source) }
        : againstOf(project, stage, stepId, frame, { kind: 'source' })
    }
    case 'side': {
      const { kind, id } = stage.stack
      if (kind !== 'transition') return againstOf(project, stage, stepId, frame, { kind: 'source' })
      const { from, to } = getTransition(project, id)
      const shotId = against.id === 'outgoing' ? from : to
      return shotId === null
        ? undefined
        : {
            target: { kind: 'stack', stack: { kind, id, list: against.id }, upTo: 'source' },
            name: getShot(project, shotId).name,
          }
    }
    case 'still': {
      const still = project.stills?.find((s) => s.id === against.id)
      return still && { target: { kind: 'medium', mediaId: still.mediaId }, name: still.name }
    }
    case 'shot': {
      const other = findOwner(project, 'shot', against.id)
      return (
        other && {
          target: {
            kind: 'stack',
            stack: { kind: 'shot', id: other.id },
            frame: Math.min(frame, other.length - 1),
          },
          name: other.name,
        }
      )
    }
    case 'variant':
      return stage.shot?.variants?.[against.id]
        ? { target: { ...own, variant: against.id }, name: `Version ${against.id}` }
        : undefined
  }
}

function stateBefore({ steps }: Stage, stepId: string | null): { id: string; name: string } | undefined {
  const index = steps.findIndex((s) => s.id === stepId)
  if (index < 0) return undefined
  const before = steps[index - 1]
  return before ? { id: before.id, name: `After ${before.name}` } : { id: 'source', name: 'Source' }
}

/** The target with the way it is looked at and compared. */
export function looked(
  target: StackTarget,
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
