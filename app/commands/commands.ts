import { keyAt, valueAt } from '@stilus/core/anim'
import { type Act, allSteps, listOf, treatmentTime } from '@stilus/core/project'
import { findStep, STEPS } from '@stilus/core/steps'
import { choose, dropChosen, nudge, reverse } from '../desk/chosen-keys'
import { copyChosenKeys, keysChosen } from '../desk/key-tools'
import { animatedValues } from '../desk/movers'
import { copySteps, hasKeys, hasSteps, pasteKeys, pasteSteps } from '../session/clipboard'
import { INSPECTIONS, looksOf } from '../viewer/looks'
import { keepStillOf } from '../session/stills'
import { deskShot, play, playScale, seek, stop } from '../session/playback'
import { uid } from '../session/work'
import { edit, editAll, location, redo, undo } from '../store/edit'
import { store } from '../store/store'
import { type Surround, type ViewState, viewActions } from '../store/view'

/** Something that the user can do from the keyboard or the palette. */
export interface Command {
  id: string
  label: string
  group: string
  /** Keys as `event.key` in lower case, with ctrl+, shift+ and alt+ before them. */
  keys: readonly string[]
  /** Where it makes sense now. */
  when?(): boolean
  run(): void
}

const view = () => store.getState().view
const set = (change: Partial<ViewState>) => void store.dispatch(viewActions.set(change))
const shotId = () => deskShot(location.path())
const shot = () => store.getState().project.document?.shots.find((s) => s.id === shotId())
const step = () => allSteps(shot()?.steps ?? []).find((s) => s.id === view().stepId)
const onDesk = () => shot() !== undefined
const onStep = () => step() !== undefined
const go = (by: number) => store.dispatch(seek(view().frame + by, shotId()))
const start = (speed: number) => store.dispatch(play(shotId(), playScale(view().quality), speed))

/** Frames of all keys of the selected step, or of all steps. */
function keyFrames(): number[] {
  const current = shot()
  if (!current) return []
  const steps = step() ? [step()].flatMap((s) => s ?? []) : current.steps
  const head = treatmentTime(current, 0)
  const frames = steps
    .flatMap((s) => animatedValues(s, current.id))
    .flatMap((m) => m.animated.keys?.map((k) => k.at - head) ?? [])
  return [...new Set(frames)].sort((a, b) => a - b)
}

/** Sets a key for everything of the selected step that is animated already, or for its mix. */
function putKeys(): void {
  const current = shot()
  const selected = step()
  if (!current || !selected) return
  const at = treatmentTime(current, view().frame)
  const movers = animatedValues(selected, current.id)
  const all = movers.length
    ? movers
    : [{ place: { shotId: current.id, stepId: selected.id, param: 'mix' }, animated: selected.mix }]
  const acts = all
    .filter(({ animated }) => !keyAt(animated, at))
    .map(({ place, animated }): Act => ['key.put', { place, at, value: valueAt(animated, at) }])
  if (acts.length) store.dispatch(editAll(acts, acts.length === 1 ? 'Set key' : `Set ${acts.length} keys`))
}

function addStep(use: string): void {
  const current = shot()
  if (!current) return
  const stepId = uid()
  const at = view().insertAt ?? current.steps.length
  if (!store.dispatch(edit('step.add', { shotId: current.id, stepId, use, at }))) return
  store.dispatch(viewActions.step(stepId))
  set({ face: 'what', look: 'result', palette: false, trying: null, insertAt: null })
}

function removeSteps(): void {
  const current = shot()
  const ids = view().stepIds
  if (!current || !ids.length) return
  const list = listOf(current, ids[0] ?? '')
  const index = list.findIndex((s) => s.id === ids[0])
  const rest = list.filter((s) => !ids.includes(s.id))
  store.dispatch(viewActions.step(rest[Math.min(Math.max(0, index), rest.length - 1)]?.id ?? null))
  store.dispatch(
    ids.length === 1
      ? edit('step.remove', { shotId: current.id, stepId: ids[0] ?? '' })
      : edit('steps.remove', { shotId: current.id, stepIds: ids }),
  )
}

function groupSteps(): void {
  const current = shot()
  const list = current && listOf(current, view().stepIds[0] ?? '')
  const stepIds = (list ?? []).filter((s) => view().stepIds.includes(s.id)).map((s) => s.id)
  if (!current || !stepIds.length) return
  const groupId = uid()
  if (store.dispatch(edit('steps.group', { shotId: current.id, stepIds, groupId, name: 'Group' })))
    store.dispatch(viewActions.step(groupId))
}

function paste(): void {
  const current = shot()
  if (!current) return
  if (hasKeys() && (keysChosen() || !hasSteps())) return choose(pasteKeys(current, view().stepId))
  const at = current.steps.findIndex((s) => s.id === view().stepId) + 1 || current.steps.length
  pasteSteps([current], 'kept', at)
}

/** A marker at the playhead: set where there is none, else removed. */
function marker(): void {
  const document = store.getState().project.document
  const at = view().frame + (shot()?.start ?? 0)
  const there = document?.markers?.find((m) => m.at === at)
  const name = `Marker ${(document?.markers?.length ?? 0) + 1}`
  store.dispatch(
    there ? edit('marker.remove', { markerId: there.id }) : edit('marker.put', { markerId: uid(), at, name }),
  )
}

const playOrStop = () => void (view().playing ? store.dispatch(stop) : start(1))

const compareAs = (mode: 'split' | 'side' | 'difference') =>
  void store.dispatch(viewActions.compare({ mode: view().compare.mode === mode ? 'off' : mode }))

/** What Shift and a digit type on the keyboards that are common. */
const SHIFTED = [
  ['shift+0', ')'],
  ['shift+1', '!'],
  ['shift+2', '@'],
  ['shift+3', '#'],
  ['shift+4', '$'],
  ['shift+5', '%'],
  ['shift+6', '^'],
]

/** Leaves one thing at a time: what is under way first, then what is open, then looks and choices. */
function leave(): void {
  const { drawing, picking, trying, drawer, keys, movers, look, inspect, solo, chosenKeys, compare, peek } =
    view()
  if (drawing ?? picking ?? trying ?? peek) set({ drawing: null, picking: null, trying: null, peek: null })
  else if (drawer || keys) set({ drawer: null, keys: false, insertAt: null })
  else if (movers) set({ movers: null })
  else if (look !== 'result' || inspect || solo.length) set({ look: 'result', inspect: null, solo: [] })
  else if (chosenKeys.length) set({ chosenKeys: [] })
  else if (compare.mode !== 'off') store.dispatch(viewActions.compare({ mode: 'off' }))
}

function moveStep(by: number): void {
  const current = shot()
  const selected = step()
  if (!current || !selected) return
  const to = Math.max(0, listOf(current, selected.id).indexOf(selected) + by)
  store.dispatch(edit('step.move', { shotId: current.id, stepId: selected.id, to }))
}

/** Switches all steps of the shot off, or on again if none is on. */
function bypassShot(): void {
  const current = shot()
  if (!current?.steps.length) return
  const on = !current.steps.some((s) => s.on)
  const acts = current.steps.map((s): Act => ['step.switch', { shotId: current.id, stepId: s.id, on }])
  store.dispatch(editAll(acts, on ? 'Switch all steps on' : 'Switch all steps off'))
}

function switchStep(): void {
  const selected = step()
  if (selected)
    store.dispatch(edit('step.switch', { shotId: shotId() ?? '', stepId: selected.id, on: !selected.on }))
}

function mark(edge: 'in' | 'out'): void {
  const marks = store.getState().project.document?.marks
  if (!marks) return
  const current = shot()
  const frame = view().frame + (current?.start ?? 0)
  store.dispatch(
    edit('project.marks', edge === 'in' ? { in: frame, out: marks.out } : { in: marks.in, out: frame + 1 }),
  )
}

function neighbour(by: number): void {
  const project = store.getState().project.document
  const list = [...(project?.shots ?? [])].sort((a, b) => a.start - b.start)
  const next = list[list.findIndex((s) => s.id === shotId()) + by]
  if (project && next) location.go(`/p/${project.id}/shot/${next.id}`)
}

const SURROUNDS: Surround[] = ['dark', 'grey', 'black', 'white']

export const COMMANDS: readonly Command[] = [
  {
    id: 'play',
    label: 'Play or stop',
    group: 'Play',
    keys: [' '],
    run: playOrStop,
  },
  {
    // K is for keys where a step is selected; while it plays it stops, as beside J and L.
    id: 'stop',
    label: 'Stop, or play where no step is selected',
    group: 'Play',
    keys: ['k'],
    when: () => view().playing || !onStep(),
    run: playOrStop,
  },
  { id: 'forward', label: 'Play forwards', group: 'Play', keys: ['l'], run: () => start(1) },
  { id: 'backward', label: 'Play backwards', group: 'Play', keys: ['j'], run: () => start(-1) },
  { id: 'next-frame', label: 'One frame on', group: 'Play', keys: ['arrowright'], run: () => go(1) },
  { id: 'last-frame', label: 'One frame back', group: 'Play', keys: ['arrowleft'], run: () => go(-1) },
  { id: 'ten-on', label: 'Ten frames on', group: 'Play', keys: ['shift+arrowright'], run: () => go(10) },
  { id: 'ten-back', label: 'Ten frames back', group: 'Play', keys: ['shift+arrowleft'], run: () => go(-10) },
  { id: 'to-start', label: 'To the first frame', group: 'Play', keys: ['home'], run: () => go(-1e9) },
  { id: 'to-end', label: 'To the last frame', group: 'Play', keys: ['end'], run: () => go(1e9) },
  { id: 'marker', label: 'Set or remove a marker', group: 'Play', keys: ['m'], run: marker },
  { id: 'mark-in', label: 'Set the sequence in here', group: 'Play', keys: ['i'], run: () => mark('in') },
  { id: 'mark-out', label: 'Set the sequence out here', group: 'Play', keys: ['o'], run: () => mark('out') },
  {
    id: 'unmark',
    label: 'Clear in and out',
    group: 'Play',
    keys: ['shift+i'],
    run: () => store.dispatch(edit('project.marks', { in: null, out: null })),
  },

  {
    id: 'what',
    label: 'What: the controls',
    group: 'Step',
    keys: ['1'],
    when: onDesk,
    run: () => set({ face: 'what' }),
  },
  {
    id: 'where',
    label: 'Where: the region',
    group: 'Step',
    keys: ['2'],
    when: onDesk,
    run: () => set({ face: 'where' }),
  },
  {
    id: 'when',
    label: 'When: the timing',
    group: 'Step',
    keys: ['3'],
    when: onDesk,
    run: () => set({ face: 'when' }),
  },
  {
    id: 'bypass',
    label: 'Switch the step on or off',
    group: 'Step',
    keys: ['b'],
    when: onStep,
    run: switchStep,
  },
  {
    id: 'bypass-shot',
    label: 'Switch all steps on or off',
    group: 'Step',
    keys: ['shift+b'],
    when: onDesk,
    run: bypassShot,
  },
  { id: 'key', label: 'Set a key here', group: 'Step', keys: ['k'], when: onStep, run: putKeys },
  {
    id: 'key-before',
    label: 'To the key before',
    group: 'Step',
    keys: ['['],
    when: onDesk,
    run: () => jump(-1),
  },
  {
    id: 'key-after',
    label: 'To the key after',
    group: 'Step',
    keys: [']'],
    when: onDesk,
    run: () => jump(1),
  },
  {
    id: 'duplicate',
    label: 'Duplicate the step',
    group: 'Step',
    keys: ['ctrl+d'],
    when: onStep,
    run: () =>
      store.dispatch(
        edit('step.copy', { shotId: shotId() ?? '', stepId: view().stepId ?? '', newId: uid() }),
      ),
  },
  {
    id: 'earlier',
    label: 'Move the step earlier',
    group: 'Step',
    keys: ['alt+arrowleft'],
    when: onStep,
    run: () => moveStep(-1),
  },
  {
    id: 'later',
    label: 'Move the step later',
    group: 'Step',
    keys: ['alt+arrowright'],
    when: onStep,
    run: () => moveStep(1),
  },
  {
    id: 'drop-keys',
    label: 'Remove the chosen keys',
    group: 'Keys',
    keys: ['delete', 'backspace'],
    when: keysChosen,
    run: () => void dropChosen(),
  },
  {
    id: 'remove',
    label: 'Remove the selected steps',
    group: 'Step',
    keys: ['delete', 'backspace'],
    when: () => onStep() && !keysChosen(),
    run: removeSteps,
  },
  {
    id: 'key-earlier',
    label: 'Chosen keys one frame earlier',
    group: 'Keys',
    keys: [','],
    when: keysChosen,
    run: () => void nudge(-1),
  },
  {
    id: 'key-later',
    label: 'Chosen keys one frame later',
    group: 'Keys',
    keys: ['.'],
    when: keysChosen,
    run: () => void nudge(1),
  },
  {
    id: 'keys-earlier',
    label: 'Chosen keys ten frames earlier',
    group: 'Keys',
    keys: ['<', 'alt+,'],
    when: keysChosen,
    run: () => void nudge(-10),
  },
  {
    id: 'keys-later',
    label: 'Chosen keys ten frames later',
    group: 'Keys',
    keys: ['>', 'alt+.'],
    when: keysChosen,
    run: () => void nudge(10),
  },
  {
    id: 'keys-reverse',
    label: 'Reverse the chosen keys',
    group: 'Keys',
    keys: [],
    when: keysChosen,
    run: reverse,
  },
  {
    id: 'curves',
    label: 'Lanes or curves',
    group: 'Keys',
    keys: ['q'],
    when: onDesk,
    run: () => set({ lanes: view().lanes === 'lanes' ? 'curves' : 'lanes' }),
  },
  {
    id: 'copy',
    label: 'Copy the chosen keys or the selected steps',
    group: 'Edit',
    keys: ['ctrl+c'],
    when: onDesk,
    run: () => {
      const current = shot()
      if (!copyChosenKeys() && current && view().stepIds.length) copySteps(current, view().stepIds)
    },
  },
  {
    id: 'paste',
    label: 'Paste keys or steps',
    group: 'Edit',
    keys: ['ctrl+v'],
    when: onDesk,
    run: paste,
  },
  {
    id: 'select-all',
    label: 'Select all steps',
    group: 'Edit',
    keys: ['ctrl+a'],
    when: onDesk,
    run: () => store.dispatch(viewActions.steps(shot()?.steps.map((s) => s.id) ?? [])),
  },
  {
    id: 'group',
    label: 'Group the selected steps',
    group: 'Step',
    keys: ['ctrl+g'],
    when: onStep,
    run: groupSteps,
  },
  {
    id: 'open-group',
    label: 'Open up the group',
    group: 'Step',
    keys: ['ctrl+shift+g'],
    when: () => step()?.use === 'group',
    run: () => {
      const group = step()
      store.dispatch(edit('group.open', { shotId: shotId() ?? '', stepId: group?.id ?? '' }))
      store.dispatch(viewActions.steps((group?.steps ?? []).map((s) => s.id)))
    },
  },
  {
    id: 'movers',
    label: 'What moves the values of this step?',
    group: 'Step',
    keys: [],
    when: onStep,
    run: () => set({ face: 'when', movers: null }),
  },

  {
    id: 'compare',
    label: 'Split against the source',
    group: 'Look',
    keys: ['c'],
    when: onDesk,
    run: () => compareAs('split'),
  },
  {
    id: 'compare-side',
    label: 'Compare side by side',
    group: 'Look',
    keys: ['shift+c'],
    when: onDesk,
    run: () => compareAs('side'),
  },
  {
    id: 'compare-difference',
    label: 'See the difference',
    group: 'Look',
    keys: ['alt+c'],
    when: onDesk,
    run: () => compareAs('difference'),
  },
  {
    id: 'flip',
    label: 'Flip to what it is compared with',
    group: 'Look',
    keys: ['x'],
    when: onDesk,
    run: () => {
      const { mode, flipped } = view().compare
      store.dispatch(viewActions.compare({ mode: 'flip', flipped: mode === 'flip' ? !flipped : true }))
    },
  },
  ...Array.from({ length: 6 }, (_, i): Command => ({
    id: `look-${i + 4}`,
    label: `Look ${i + 4}: ${['the result', 'the source', 'the region', 'a view of the step', 'a view of the step', 'a view of the step'][i] ?? ''}`,
    group: 'Look',
    keys: [String(i + 4)],
    when: () => onDesk() && looksOf(step())[i] !== undefined,
    run: () => set({ look: looksOf(step())[i]?.value ?? 'result' }),
  })),
  ...[null, ...INSPECTIONS.map((c) => c.value)].map((inspect, i): Command => ({
    id: `channel-${inspect ?? 'all'}`,
    label:
      inspect === null
        ? 'See all channels'
        : inspect === 'clipping'
          ? 'See what clips'
          : `See ${inspect} alone`,
    group: 'Look',
    keys: SHIFTED[i] ?? [],
    when: onDesk,
    run: () => set({ inspect }),
  })),
  {
    id: 'solo',
    label: 'Solo the step',
    group: 'Look',
    keys: ['shift+o'],
    when: onStep,
    run: () => set({ solo: view().solo.length ? [] : view().stepIds }),
  },
  {
    id: 'safe',
    label: 'Safe areas and centre',
    group: 'Look',
    keys: ['shift+s'],
    run: () => set({ safe: !view().safe }),
  },
  {
    id: 'rulers',
    label: 'Rulers and guides',
    group: 'Look',
    keys: ['shift+r'],
    run: () => set({ rulers: !view().rulers }),
  },
  {
    id: 'scopes',
    label: 'Scopes',
    group: 'Look',
    keys: ['w'],
    when: onDesk,
    run: () => set({ scopes: view().scopes.length ? [] : ['parade', 'vectorscope'] }),
  },
  {
    id: 'still',
    label: 'Keep a still to compare with',
    group: 'Look',
    keys: ['shift+k'],
    when: onDesk,
    run: () => {
      const { document } = store.getState().project
      const current = shot()
      if (document && current) void keepStillOf(document, current)
    },
  },
  {
    id: 'see-region',
    label: 'See the region',
    group: 'Look',
    keys: ['r'],
    when: onStep,
    run: () => set({ look: view().look === 'region' ? 'result' : 'region' }),
  },
  {
    id: 'see-view',
    label: 'See what the step thinks',
    group: 'Look',
    keys: ['v'],
    when: () => Boolean(findStep(step()?.use ?? '')?.views.length),
    run: nextView,
  },
  {
    id: 'fit',
    label: 'Fit the picture',
    group: 'Look',
    keys: ['f'],
    run: () => set({ zoom: 'fit', pan: [0, 0] }),
  },
  {
    id: 'actual',
    label: 'Picture at 100 %',
    group: 'Look',
    keys: ['ctrl+1'],
    run: () => set({ zoom: 1, pan: [0, 0] }),
  },
  {
    id: 'surround',
    label: 'Next surround',
    group: 'Look',
    keys: ['g'],
    run: () => set({ surround: SURROUNDS[(SURROUNDS.indexOf(view().surround) + 1) % 4] ?? 'dark' }),
  },

  { id: 'undo', label: 'Undo', group: 'Edit', keys: ['ctrl+z'], run: () => store.dispatch(undo) },
  {
    id: 'redo',
    label: 'Redo',
    group: 'Edit',
    keys: ['ctrl+shift+z', 'ctrl+y'],
    run: () => store.dispatch(redo),
  },
  {
    id: 'palette',
    label: 'Find any command or treatment',
    group: 'Edit',
    keys: ['ctrl+k'],
    run: () => set({ palette: true }),
  },
  {
    id: 'keys',
    label: 'Show the keys',
    group: 'Edit',
    keys: ['?', 'shift+?'],
    run: () => set({ keys: true }),
  },
  {
    id: 'escape',
    label: 'Leave what is under way',
    group: 'Edit',
    keys: ['escape'],
    run: leave,
  },

  {
    id: 'next-shot',
    label: 'Next shot',
    group: 'Go to',
    keys: ['pagedown'],
    when: onDesk,
    run: () => neighbour(1),
  },
  {
    id: 'last-shot',
    label: 'Shot before',
    group: 'Go to',
    keys: ['pageup'],
    when: onDesk,
    run: () => neighbour(-1),
  },
  { id: 'sequence', label: 'The sequence', group: 'Go to', keys: ['ctrl+arrowup'], run: () => goTo('') },
  { id: 'handover', label: 'Hand over', group: 'Go to', keys: ['ctrl+e'], run: () => goTo('/handover') },

  ...STEPS.map((s): Command => ({
    id: `add-${s.id}`,
    label: `Add ${s.name}`,
    group: 'Treatments',
    keys: [],
    when: onDesk,
    run: () => addStep(s.id),
  })),
]

function jump(direction: 1 | -1): void {
  const now = view().frame
  const frames = keyFrames().filter((f) => (direction > 0 ? f > now + 1e-6 : f < now - 1e-6))
  const to = direction > 0 ? frames[0] : frames.at(-1)
  if (to !== undefined) store.dispatch(seek(to, shotId()))
}

/** Result, then each view that the step declares, then result again. */
function nextView(): void {
  const ids = ['result', ...(findStep(step()?.use ?? '')?.views.map((v) => v.id) ?? [])]
  set({ look: ids[(ids.indexOf(view().look) + 1) % ids.length] ?? 'result' })
}

function goTo(part: string): void {
  const project = store.getState().project.document
  if (project) location.go(`/p/${project.id}${part}`)
}

/** The keys of a command as people read them. */
export const shownKeys = (keys: string): string =>
  keys
    .split('+')
    .map(
      (k) =>
        ({
          ' ': 'Space',
          arrowleft: '←',
          arrowright: '→',
          arrowup: '↑',
          arrowdown: '↓',
          pagedown: 'Page ↓',
          pageup: 'Page ↑',
        })[k] ?? (k.length === 1 ? k.toUpperCase() : k[0]?.toUpperCase() + k.slice(1)),
    )
    .join(' ')
