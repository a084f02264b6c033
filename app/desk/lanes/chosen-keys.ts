import { type Key, retimed, retimeKeys, type Retiming } from '@stilus/core/anim'
import {
  type Address,
  addressLabel,
  addressName,
  deepCopy,
  type Project,
  sameAddress,
  valueOf,
} from '@stilus/core/project'
import { edit } from '../../store/edit'
import { store } from '../../store/store'
import { type ChosenKeys, viewActions } from '../../store/view'

const SAME = 1e-6
const close = (a: number, b: number) => Math.abs(a - b) < SAME

/** Keys of lanes as they stood. */
export interface Lane {
  address: Address
  keys: Key[]
  at: number[]
}

/** The chosen keys that are really there, with all keys of their lanes. */
export function chosenLanes(project: Project, chosen: readonly ChosenKeys[]): Lane[] {
  return chosen.flatMap(({ address, at }) => {
    const keys = keysAt(project, address)
    const there = at.filter((t) => keys.some((k) => close(k.at, t)))
    return there.length ? [{ address, keys, at: there }] : []
  })
}

function keysAt(project: Project, address: Address): Key[] {
  try {
    return valueOf(project, address).keys ?? []
  } catch {
    return []
  }
}

export const timesOf = (lanes: readonly Lane[]): number[] => lanes.flatMap((l) => l.at)

const project = () => store.getState().project.document
const view = () => store.getState().view

export function currentLanes(): Lane[] {
  const document = project()
  return document ? chosenLanes(document, view().chosenKeys) : []
}

export const choose = (chosenKeys: ChosenKeys[]) => void store.dispatch(viewActions.set({ chosenKeys }))

export const isChosen = (chosen: readonly ChosenKeys[], address: Address, at: number): boolean =>
  chosen.some((c) => sameAddress(c.address, address) && c.at.some((t) => close(t, at)))

/** Chooses a key: alone, or with `also` beside those that are chosen, or takes it out of them. */
export function chooseKey(address: Address, at: number, also: boolean): void {
  const { chosenKeys } = view()
  if (!also) {
    if (!isChosen(chosenKeys, address, at)) choose([{ address, at: [at] }])
    return
  }
  choose(toggled(chosenKeys, address, at))
}

function toggled(chosen: readonly ChosenKeys[], address: Address, at: number): ChosenKeys[] {
  const lane = chosen.find((c) => sameAddress(c.address, address))
  if (!lane) return [...chosen, { address, at: [at] }]
  const rest = lane.at.filter((t) => !close(t, at))
  const next = rest.length === lane.at.length ? [...lane.at, at] : rest
  return chosen.flatMap((c) => (c !== lane ? [c] : next.length ? [{ address, at: next }] : []))
}

/** Chosen keys by the names that they have on the page. */
export function gather(named: readonly { address: Address; at: number }[]): ChosenKeys[] {
  const lanes = new Map<string, ChosenKeys>()
  for (const { address, at } of named) {
    const name = addressName(address)
    lanes.set(name, { address, at: [...(lanes.get(name)?.at ?? []), at] })
  }
  return [...lanes.values()]
}

const LABELS = { move: 'Move', stretch: 'Stretch', reverse: 'Reverse' }

/**
 * Retimes keys from where they stood in `lanes`, whatever was shown of this gesture before: keys that are only passed over stay. The chosen keys go along.
 */
export function retime(lanes: readonly Lane[], change: Retiming, gesture?: string): void {
  const moved = lanes.map(({ address, keys, at }) => {
    const animated = { value: 0, keys: deepCopy(keys) }
    retimeKeys(animated, at, change)
    return { address, keys: animated.keys }
  })
  const count = timesOf(lanes).length
  const label = `${LABELS[change.kind]} ${count === 1 ? `key of ${lanes[0] ? addressLabel(lanes[0].address) : ''}` : `${count} keys`}`
  if (!store.dispatch(edit('keys.put', { lanes: moved, label }, gesture))) return
  choose(lanes.map(({ address, at }) => ({ address, at: at.map((t) => retimed(t, change)) })))
}

/** Moves the chosen keys by frames. */
export function nudge(by: number): boolean {
  const lanes = currentLanes()
  if (!lanes.length) return false
  retime(lanes, { kind: 'move', by }, `nudge ${Math.floor(Date.now() / 1500)}`)
  return true
}

/** Lets the chosen keys run backwards within the time they take. */
export function reverse(): void {
  const lanes = currentLanes()
  const times = timesOf(lanes)
  if (times.length > 1)
    retime(lanes, { kind: 'reverse', first: Math.min(...times), last: Math.max(...times) })
}

/** Removes the chosen keys; false where none are chosen. */
export function dropChosen(): boolean {
  const lanes = currentLanes()
  if (!lanes.length) return false
  store.dispatch(edit('keys.drop', { lanes: lanes.map(({ address, at }) => ({ address, at })) }))
  choose([])
  return true
}
