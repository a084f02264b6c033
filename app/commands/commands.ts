import { keyAt, valueAt } from '@stilus/core/anim'
import { treatmentTime } from '@stilus/core/project'
import { findStep, STEPS } from '@stilus/core/steps'
import { animatedValues } from '../desk/movers'
import { deskShot, play, playScale, seek, stop } from '../session/playback'
import { uid } from '../session/work'
import { edit, location, redo, undo } from '../store/edit'
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
const step = () => shot()?.steps.find((s) => s.id === view().stepId)
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
  for (const { place, animated } of all) {
    if (!keyAt(animated, at))
      store.dispatch(
        edit('key.put', { place, at, value: valueAt(animated, at) }, `keys ${selected.id} ${at}`),
      )
  }
}

function addStep(use: string): void {
  const current = shot()
  if (!current) return
  const stepId = uid()
  if (store.dispatch(edit('step.add', { shotId: current.id, stepId, use, at: current.steps.length }))) {
    set({ stepId, face: 'what', look: 'result', palette: false, trying: null })
  }
}

function removeStep(): void {
  const current = shot()
  const selected = step()
  if (!current || !selected) return
  const index = current.steps.indexOf(selected)
  store.dispatch(viewActions.step(current.steps[index + 1]?.id ?? current.steps[index - 1]?.id ?? null))
  store.dispatch(edit('step.remove', { shotId: current.id, stepId: selected.id }))
}

function moveStep(by: number): void {
  const current = shot()
  const selected = step()
  if (!current || !selected) return
  const to = Math.max(0, current.steps.indexOf(selected) + by)
  store.dispatch(edit('step.move', { shotId: current.id, stepId: selected.id, to }))
}

/** Switches all steps of the shot off, or on again if none is on. */
function bypassShot(): void {
  const current = shot()
  const on = !current?.steps.some((s) => s.on)
  for (const s of current?.steps ?? []) {
    if (s.on !== on)
      store.dispatch(
        edit(
          'step.switch',
          { shotId: current?.id ?? '', stepId: s.id, on },
          `bypass ${current?.id} ${on} ${Math.floor(Date.now() / 1000)}`,
        ),
      )
  }
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
    keys: [' ', 'k'],
    run: () => (view().playing ? store.dispatch(stop) : start(1)),
  },
  { id: 'forward', label: 'Play forwards', group: 'Play', keys: ['l'], run: () => start(1) },
  { id: 'backward', label: 'Play backwards', group: 'Play', keys: ['j'], run: () => start(-1) },
  { id: 'next-frame', label: 'One frame on', group: 'Play', keys: ['arrowright'], run: () => go(1) },
  { id: 'last-frame', label: 'One frame back', group: 'Play', keys: ['arrowleft'], run: () => go(-1) },
  { id: 'ten-on', label: 'Ten frames on', group: 'Play', keys: ['shift+arrowright'], run: () => go(10) },
  { id: 'ten-back', label: 'Ten frames back', group: 'Play', keys: ['shift+arrowleft'], run: () => go(-10) },
  { id: 'to-start', label: 'To the first frame', group: 'Play', keys: ['home'], run: () => go(-1e9) },
  { id: 'to-end', label: 'To the last frame', group: 'Play', keys: ['end'], run: () => go(1e9) },
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
  { id: 'key', label: 'Set a key here', group: 'Step', keys: ['shift+k'], when: onStep, run: putKeys },
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
    id: 'remove',
    label: 'Remove the step',
    group: 'Step',
    keys: ['delete', 'backspace'],
    when: onStep,
    run: removeStep,
  },

  {
    id: 'compare',
    label: 'Split against the source',
    group: 'Look',
    keys: ['c'],
    when: onDesk,
    run: () => set({ compare: view().compare === 'split' ? 'off' : 'split' }),
  },
  {
    id: 'flip',
    label: 'Flip between source and result',
    group: 'Look',
    keys: ['x'],
    when: onDesk,
    run: () => set({ look: view().look === 'source' ? 'result' : 'source' }),
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
    run: () => set({ drawing: null, drawer: null, trying: null, keys: false }),
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
