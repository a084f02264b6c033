import { isSteady, looksFor, spreadOver } from '@stilus/core/key'
import {
  allSteps,
  layoutOf,
  type Project,
  type ScreenItem,
  type Stack,
  type Stage,
  stageOf,
  type Step,
  stepContent,
  stepValues,
} from '@stilus/core/project'
import { screenChoice } from '@stilus/core/steps'
import { importFile, readScreen } from '@stilus/engine'
import { edit } from '../store/edit'
import { store } from '../store/store'
import { type TrackProgress, viewActions } from '../store/view'
import { session } from './session'
import { tell, uid, work } from './work'

/** Shots shorter than this say too little of their screen. */
export const FEWEST = 4

/** The screens of the shelf, those that were read in a shot first. */
export const screensFor = (project: Project, shotId: string | undefined): ScreenItem[] =>
  (project.shelf ?? [])
    .filter((s) => s.kind === 'screen')
    .sort((a, b) => Number(b.shotId === shotId) - Number(a.shotId === shotId))

/** The screen of the shelf that a step takes. */
export function takenScreen(project: Project, step: Step): ScreenItem | undefined {
  const bound = step.inputs?.empty
  if (bound?.kind !== 'material' || bound.source.kind !== 'medium') return undefined
  const { mediaId } = bound.source
  return screensFor(project, undefined).find((s) => s.mediaId === mediaId)
}

/** Whether the clip that a step works on can be read: a shot of some length. */
export const canRead = ({ stack, length }: Pick<Stage, 'stack' | 'length'>): boolean =>
  stack.kind === 'shot' && length >= FEWEST

/**
 * Reads the screen of the clip that a key works on, from the pictures before it, and puts it onto the shelf; where it stands still the key takes its picture. It goes on when the desk is left, and can be
 * called off.
 * @param range the first and the last frame of the shot that are read; all of it unless given
 */
export async function readScreenFor(
  stack: Stack,
  stepId: string,
  range?: readonly [number, number],
): Promise<void> {
  const project = store.getState().project.document
  if (!project || store.getState().view.runs[stepId]) return
  const stage = stageOf(project, stack)
  const step = layoutOf(stage.steps).get(stepId)?.step
  if (!step || !canRead(stage)) return
  const { head, length, size, shot } = stage
  const name = `Screen of ${shot?.name ?? 'a shot'}`
  const run = (progress: TrackProgress | null) => store.dispatch(viewActions.run({ id: stepId, progress }))
  run({ done: 0, total: 1, fps: 0 })
  try {
    const [first, last] = range ?? [0, length - 1]
    const frames = spreadOver(first, last, looksFor(size))
    const choice = screenChoice(
      stepValues(stage, step, head + first),
      stepContent(stage, step, head + first).samples,
    )
    const made = await work(`Reading the screen of ${shot?.name ?? 'the shot'}`, async (share, signal) => {
      const picture = async (frame: number) => {
        const target = { kind: 'stack' as const, stack, view: { stepId, view: 'before' } }
        const request = { project, target, frame, scale: 1, format: 'float' as const, soon: true, signal }
        const { width, height, data } = await session().renderer.render(request)
        return { width, height, data: data as Float32Array<ArrayBuffer> }
      }
      const read = await readScreen({ size, choice, frames, picture, share, signal })
      if (!read) return { read }
      if (!isSteady(read.facts)) return { read, medium: null }
      const file = new File([read.png], `${name}.png`, { type: 'image/png' })
      return { read, medium: (await importFile(project.id, file, uid(), signal)).medium }
    })
    if (!made) return
    if (!made.read) {
      tell('problem', NO_SCREEN)
      return
    }
    const now = store.getState().project.document
    if (now?.id !== project.id) return
    const { colour, ...facts } = made.read.facts
    const { channel, shares } = colour
    const old = screensFor(now, shot?.id).find((s) => s.shotId === shot?.id)
    const item: ScreenItem = {
      id: old?.id ?? uid(),
      name: old?.name ?? name,
      kind: 'screen',
      shotId: stack.id,
      frames: [head + first, head + last],
      facts: { ...facts, colour: { channel, shares: [...shares] } },
      ...(made.medium ? { mediaId: made.medium.id } : {}),
    }
    const there = allSteps(stageOf(now, stack).steps).some((s) => s.id === stepId)
    const kept = edit('screen.keep', { item, medium: made.medium, stepId: there ? stepId : null })
    if (!store.dispatch(kept)) return
    if (!made.medium) tell('info', MOVES)
  } finally {
    run(null)
  }
}

const NO_SCREEN =
  'No screen was found in this shot: nothing in it stands out in green or blue. Set the colour of the screen by the picker, and read the clip again.'
const MOVES =
  'The camera, the cloth or its light moves in this shot: no one picture of the screen holds for all of it, so each frame is read by itself.'

/** What a key that was just added begins with: the screen that the shelf has of this shot, or a reading of its clip. */
export function beginKey(stack: Stack, stepId: string): void {
  const project = store.getState().project.document
  if (!project) return
  const stage = stageOf(project, stack)
  const step = layoutOf(stage.steps).get(stepId)?.step
  if (step?.use !== 'screen-key' || step.inputs?.empty || !canRead(stage)) return
  const [known] = screensFor(project, stage.shot?.id).filter((s) => s.shotId === stage.shot?.id)
  if (known?.mediaId) store.dispatch(edit('screen.take', { stepId, shelfId: known.id }))
  else if (!known) void readScreenFor(stack, stepId)
}
