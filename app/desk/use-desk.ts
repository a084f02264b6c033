import { type Animated, keyAt, valueAt } from '@stilus/core/anim'
import {
  type Act,
  type Address,
  addressLabel,
  allSteps,
  controlOf,
  findOwner,
  panelFor,
  type Project,
  type Stack,
  type Stage,
  stageOf,
  type Step,
  stepIn,
  valueNow,
} from '@stilus/core/project'
import { createContext, createElement, type ReactNode, useContext } from 'react'
import { editAll } from '../store/edit'
import { type RootState, useApp, useAppDispatch, useView } from '../store/store'
import { viewActions } from '../store/view'

export interface Desk {
  project: Project
  stage: Stage
}

const Context = createContext<Desk | null>(null)
/** What is worked on, by name: it stays the same while the document changes. */
const StackContext = createContext<Stack | null>(null)

export const DeskProvider = ({ value, children }: { value: Desk; children: ReactNode }) =>
  createElement(
    Context.Provider,
    { value },
    createElement(StackContext.Provider, { value: value.stage.stack }, children),
  )

/** The project, and what the desk works on in it: a shot, a span, a cut or an object. */
export function useDesk(): Desk {
  const desk = useContext(Context)
  if (!desk) throw new Error('There is no desk here.')
  return desk
}

export function useSelectedStep(): Step | undefined {
  const { stage } = useDesk()
  const stepId = useApp((s) => s.view.stepId)
  return stepId === null ? undefined : stepIn(stage, stepId)
}

/** All selected steps in their order. */
export function useSelectedSteps(): Step[] {
  const { stage } = useDesk()
  const { stepIds } = useView('stepIds')
  return allSteps(stage.steps).filter((s) => stepIds.includes(s.id))
}

/** The frame of the stage at a frame of the screen: on a design, whose objects begin later, they differ. */
export const stageFrame = (stage: Stage, frame: number): number =>
  stage.stack.kind === 'object' ? frame - stage.start : frame

/** Treatment time at a frame of the screen. */
export const timeAt = (stage: Stage, frame: number): number => stage.head + stageFrame(stage, frame)

/** Treatment time under the playhead. */
export function useTime(): number {
  const { stage } = useDesk()
  return useApp((s) => timeAt(stage, s.view.frame))
}

/** An animatable value at the playhead, with everything that its control needs. What is set goes to `also` too. */
export function useAnimated(address: Address, animated: Animated, also: readonly Address[] = []) {
  const dispatch = useAppDispatch()
  const stack = useContext(StackContext)
  const modifiers = (animated.modifiers ?? []).filter((m) => m.on)
  const follows = modifiers.find((m) => m.kind === 'follow' && m.join === 'replace')
  // Everything is read by selectors, so that a control is drawn again only when what it shows has changed.
  const stageIn = ({ project: { document } }: RootState) =>
    document && stack && findOwner(document, stack.kind, stack.id) ? stageOf(document, stack) : undefined
  const timeOf = (s: RootState) => {
    const stage = stageIn(s)
    return stage ? timeAt(stage, s.view.frame) : 0
  }
  const param = controlOf(address)
  const panel = useApp((s) => {
    const stage = param === undefined || param === 'mix' ? undefined : stageIn(s)
    return stage && param !== undefined ? panelFor(stage.steps, address.owner.id, param)?.group : undefined
  })
  /** The value is made elsewhere: what is set here would not show. */
  const held = Boolean(panel ?? follows)
  const value = useApp((s) => {
    const stage = held ? stageIn(s) : undefined
    return JSON.stringify(stage ? valueNow(stage, address, timeOf(s)) : valueAt(animated, timeOf(s)))
  })
  const onKey = useApp((s) => keyAt(animated, timeOf(s)) !== undefined)
  const addresses = [address, ...also]
  return {
    value: JSON.parse(value) as Animated['value'],
    keyed: Boolean(animated.keys?.length),
    onKey,
    held,
    panel,
    moved: modifiers.length > 0 || panel !== undefined,
    set: (value: Animated['value'], gesture?: string) => {
      dispatch((run, getState) => {
        const at = timeOf(getState())
        const acts = addresses.map((a): Act => ['value.set', { address: a, at, value }])
        run(editAll(acts, `Change ${addressLabel(address)}`, gesture))
      })
    },
    toggleKey: () =>
      dispatch((run, getState) => {
        const at = timeOf(getState())
        const value = valueAt(animated, at)
        const dropping = keyAt(animated, at) !== undefined
        const acts = addresses.map((a): Act =>
          dropping ? ['key.drop', { address: a, at }] : ['key.put', { address: a, at, value }],
        )
        run(editAll(acts, `${dropping ? 'Remove key of' : 'Set key for'} ${addressLabel(address)}`))
      }),
    hand: (down: boolean) => void dispatch(viewActions.set({ hand: down })),
  }
}

export type Control = ReturnType<typeof useAnimated>
