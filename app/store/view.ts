import { createSlice, type PayloadAction } from '@reduxjs/toolkit'
import type { Mark } from '@stilus/core/key'
import type { Act, Address } from '@stilus/core/project'
import type { Inspect } from '@stilus/core/render'

export type Face = 'what' | 'where' | 'when'
export type Surround = 'dark' | 'grey' | 'black' | 'white'
export type Background = 'checker' | 'black' | 'grey' | 'white' | 'below'
export type Drawer = 'shots' | 'catalogue' | 'shelf' | 'media' | 'history' | null
export type ScopeName = 'waveform' | 'parade' | 'vectorscope' | 'histogram'

/** What the picture is compared with. */
export type Against =
  | { kind: 'source' }
  | { kind: 'before' }
  /** The state after a step. */
  | { kind: 'state'; id: string }
  /** What the shot showed before another source came in its place. */
  | { kind: 'stood' }
  /** At a cut, one of its shots without the transition. */
  | { kind: 'side'; id: 'outgoing' | 'incoming' }
  | { kind: 'still'; id: string }
  | { kind: 'shot'; id: string }
  | { kind: 'variant'; id: 'A' | 'B' | 'C' }

export interface Compare {
  mode: 'off' | 'split' | 'side' | 'flip' | 'difference'
  against: Against
  /** A point of the split line as shares of the picture, and the direction of the line in degrees; 90 is upright. */
  x: number
  y: number
  angle: number
  gain: number
  /** While flipping: the other picture shows. */
  flipped: boolean
}

/** Keys that are chosen: addresses with the treatment times of their keys. */
export interface ChosenKeys {
  address: Address
  at: number[]
}

export type Drawing =
  | 'text'
  | 'ellipse'
  | 'rectangle'
  | 'polygon'
  | 'star'
  | 'line'
  | 'arrow'
  | 'outline'
  | 'point'
  | 'pair'
  | 'plane'
  | 'mark'
/** What the next mark of a key says, and its shape. */
export type MarkTool = Pick<Mark, 'kind' | 'shape'> & { wide: number }

/** Letters being typed: where the selection was begun and where the caret stands, in the source of the text. */
export interface Typing {
  objectId: string
  anchor: number
  focus: number
}

/** How far a tracker or a reading is: frames done and to do, and how many a second. */
export interface TrackProgress {
  done: number
  total: number
  fps: number
  /** The lens is being measured, not the motion. */
  lens?: boolean
}

export interface ViewState {
  /** Playhead: shot frame on the desk, sequence frame elsewhere. */
  frame: number
  stepId: string | null
  /** All selected steps, the one in the panel among them. */
  stepIds: string[]
  itemId: string | null
  /** The object of a design in hand, and all that are chosen. */
  objectId: string | null
  objectIds: string[]
  /** The text that is being typed on the picture. */
  typing: Typing | null
  /** The corners of the outline in hand are taken, not the whole of it. */
  reshaping: boolean
  /** The roster that stands in place of the lanes, and the row of it that the design is seen with. */
  roster: string | null
  rosterRow: string | null
  /** A chart is being made. */
  charting: boolean
  /** At a cut, the side whose steps are in hand; none for those of the joined picture. */
  side: 'outgoing' | 'incoming' | null
  /** The transition or span chosen on the sequence. */
  acrossId: string | null
  /** The shot selected on the sequence, and all that are. */
  shotId: string | null
  shotIds: string[]
  face: Face
  /** What the viewer shows: 'result', 'source', 'region' with a way to see it, or a view that the selected step declares. */
  look: string
  inspect: Inspect | null
  /** Held S or a strip thumbnail: shows a state for as long as it is held. */
  peek: string | null
  /** Only these steps show, whatever is switched on. */
  solo: string[]
  /** An edit that is shown on the picture and not made. */
  trying: Act | null
  compare: Compare
  /** What the next drags or clicks on the picture draw. */
  drawing: Drawing | null
  mark: MarkTool
  /** The stage of the selected step, where it works in some, whose controls alone are there. */
  part: string | null
  /** Chosen corners of the outline in hand. */
  corners: number[]
  /** Moving corners at another time sets a key of the whole outline by itself. */
  keySelf: boolean
  /** Region views show the chosen item alone. */
  lookItem: boolean
  /** How dense the overlay of a region is. */
  overlay: number
  /** The motion in the panel, and whether the picture is held still by it. */
  motionId: string | null
  frozen: boolean
  /** Trackers at work, by motion, and clips being read, by the step that asked. */
  runs: Record<string, TrackProgress>
  /** A colour is being picked from the picture: the side of the square that is averaged, in pixels. */
  picking: number | null
  zoom: number | 'fit'
  pan: [number, number]
  quality: 'auto' | 1 | 0.5 | 0.25
  /** A hand is on a control: draw fast. */
  hand: boolean
  playing: boolean
  loop: boolean
  /** Seconds before and after a transition that play with it at its cut. */
  runUp: number
  shown: { fps: number; dropped: number } | null
  surround: Surround
  background: Background
  /** What lies over the picture. */
  safe: boolean
  rulers: boolean
  probe: boolean
  scopes: ScopeName[]
  /** Where the next treatment goes; at the end unless set. */
  insertAt: number | null
  /** The next treatment begins a branch from the state after this step, or from the source. */
  branch: { from: string | null } | null
  drawer: Drawer
  /** The catalogue lies over the desk. */
  browsing: boolean
  /** The shelf of designs lies over the sequence. */
  titles: boolean
  /** Something that can be shown is being dragged to where pictures go. */
  carrying: boolean
  lanes: 'lanes' | 'curves' | 'wires'
  /** Among the wires: groups whose steps are seen, cards whose numbers are, and the wire in hand. */
  openGroups: string[]
  openCards: string[]
  wireId: string | null
  /** They are read as a list; each card says what it costs. */
  wiresListed: boolean
  /** They take most of the window. */
  wiresTall: boolean
  costs: boolean
  /** Steps whose lanes are open beside the selected one. */
  openLanes: string[]
  chosenKeys: ChosenKeys[]
  /** The panel that lists what moves a value. */
  modifiers: Address | null
  palette: boolean
  keys: boolean
  /** The page of the guide that is open. */
  guide: string | null
  /** Bytes that all kept pictures take, and how many they may. */
  memory: { held: number; limit: number }
}

/** What belongs to one shot or screen and is gone on the next. */
const PASSING = {
  stepId: null,
  stepIds: [],
  itemId: null,
  objectId: null,
  objectIds: [],
  typing: null,
  reshaping: false,
  roster: null,
  rosterRow: null,
  charting: false,
  side: null,
  acrossId: null,
  look: 'result',
  inspect: null,
  peek: null,
  solo: [],
  trying: null,
  drawing: null,
  part: null,
  corners: [],
  lookItem: false,
  motionId: null,
  frozen: false,
  picking: null,
  zoom: 'fit',
  pan: [0, 0],
  playing: false,
  insertAt: null,
  branch: null,
  openLanes: [],
  openGroups: [],
  openCards: [],
  wireId: null,
  chosenKeys: [],
  modifiers: null,
  browsing: false,
  titles: false,
  carrying: false,
} satisfies Partial<ViewState>

const initialState: ViewState = {
  ...PASSING,
  frame: 0,
  shotId: null,
  shotIds: [],
  face: 'what',
  quality: 'auto',
  hand: false,
  loop: true,
  runUp: 1,
  shown: null,
  zoom: 'fit',
  pan: [0, 0],
  compare: { mode: 'off', against: { kind: 'source' }, x: 0.5, y: 0.5, angle: 90, gain: 4, flipped: false },
  keySelf: true,
  overlay: 0.5,
  runs: {},
  surround: 'dark',
  background: 'checker',
  safe: false,
  rulers: false,
  probe: true,
  scopes: [],
  drawer: null,
  browsing: false,
  titles: false,
  mark: { kind: 'drop', shape: 'box', wide: 24 },
  lanes: 'lanes',
  wiresListed: false,
  wiresTall: false,
  costs: false,
  palette: false,
  keys: false,
  guide: null,
  memory: { held: 0, limit: 0 },
}

/** What a step shows leaves with its selection. */
function select(state: ViewState, stepId: string | null, stepIds: string[]) {
  state.stepIds = stepIds
  if (state.stepId === stepId) return
  state.stepId = stepId
  Object.assign(state, {
    itemId: null,
    drawing: null,
    part: null,
    corners: [],
    modifiers: null,
    chosenKeys: [],
    wireId: null,
  })
  if (state.look !== 'source') state.look = 'result'
}

const slice = createSlice({
  name: 'view',
  initialState,
  reducers: {
    set: (state, { payload }: PayloadAction<Partial<ViewState>>) => ({ ...state, ...payload }),
    run: (
      state,
      { payload: { id, progress } }: PayloadAction<{ id: string; progress: TrackProgress | null }>,
    ) => {
      const { [id]: _, ...rest } = state.runs
      state.runs = progress ? { ...rest, [id]: progress } : rest
    },
    compare: (state, { payload }: PayloadAction<Partial<Compare>>) => {
      state.compare = { ...state.compare, flipped: false, ...payload }
    },
    /** Another screen or shot: what was selected there means nothing here. */
    entered: (state, { payload }: PayloadAction<Partial<ViewState>>): ViewState => ({
      ...state,
      ...PASSING,
      zoom: 'fit',
      pan: [0, 0],
      compare: {
        ...state.compare,
        flipped: false,
        against: ['variant', 'state'].includes(state.compare.against.kind)
          ? { kind: 'source' }
          : state.compare.against,
      },
      ...payload,
    }),
    step: (state, { payload }: PayloadAction<string | null>) =>
      select(state, payload, payload === null ? [] : [payload]),
    /** Takes a row of a cut into the hand. */
    side: (state, { payload }: PayloadAction<ViewState['side']>) => {
      if (state.side === payload) return
      select(state, null, [])
      Object.assign(state, { side: payload, solo: [], peek: null, insertAt: null, branch: null })
    },
    /** Adds a step to the selection or takes it out. */
    alsoStep: (state, { payload }: PayloadAction<string>) => {
      const rest = state.stepIds.filter((id) => id !== payload)
      const ids = rest.length === state.stepIds.length ? [...rest, payload] : rest
      select(state, ids.includes(state.stepId ?? '') ? state.stepId : (ids.at(-1) ?? null), ids)
    },
    steps: (state, { payload }: PayloadAction<string[]>) => select(state, payload.at(-1) ?? null, payload),
    /** Chooses an object; with `also` beside those that are chosen, or takes it out of them. */
    object: (state, { payload: { id, also } }: PayloadAction<{ id: string | null; also?: boolean }>) => {
      const rest = state.objectIds.filter((o) => o !== id)
      const ids =
        !also || id === null
          ? id === null
            ? []
            : [id]
          : rest.length === state.objectIds.length
            ? [...rest, id]
            : rest
      if (state.objectId !== (ids.at(-1) ?? null)) select(state, null, [])
      if (state.typing?.objectId !== ids.at(-1)) state.typing = null
      if (state.objectId !== (ids.at(-1) ?? null)) state.reshaping = false
      state.objectIds = ids
      state.objectId = ids.at(-1) ?? null
    },
    /** Chooses several objects at once. */
    objects: (state, { payload }: PayloadAction<string[]>) => {
      if (state.objectId !== (payload.at(-1) ?? null)) select(state, null, [])
      state.typing = null
      state.reshaping = false
      state.objectIds = payload
      state.objectId = payload.at(-1) ?? null
    },
    shot: (state, { payload: { id, also } }: PayloadAction<{ id: string | null; also?: boolean }>) => {
      if (!also || id === null) {
        state.shotId = id
        state.shotIds = id === null ? [] : [id]
        return
      }
      const rest = state.shotIds.filter((s) => s !== id)
      state.shotIds = rest.length === state.shotIds.length ? [...rest, id] : rest
      state.shotId = state.shotIds.at(-1) ?? null
    },
  },
})

export const viewActions = slice.actions
export const viewReducer = slice.reducer
