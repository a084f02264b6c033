import { createSlice, type PayloadAction } from '@reduxjs/toolkit'

export type Face = 'what' | 'where' | 'when'
export type Surround = 'dark' | 'grey' | 'black' | 'white'
export type Drawer = 'shots' | 'catalogue' | 'media' | 'history' | null

export interface ViewState {
  /** Playhead: shot frame on the desk, sequence frame elsewhere. */
  frame: number
  stepId: string | null
  shapeId: string | null
  /** The shot selected on the sequence. */
  shotId: string | null
  face: Face
  /** What the viewer shows: 'result', 'source', 'region', or a view that the selected step declares. */
  look: string
  /** Held S or a strip thumbnail: shows a state for as long as it is held. */
  peek: string | null
  /** A treatment of the catalogue that the pointer rests on: shown on the picture, not applied. */
  trying: string | null
  compare: 'off' | 'split'
  split: number
  /** A shape that the next drag on the picture draws. */
  drawing: 'ellipse' | 'rectangle' | null
  zoom: number | 'fit'
  pan: [number, number]
  quality: 'auto' | 1 | 0.5 | 0.25
  /** A hand is on a control: draw fast. */
  hand: boolean
  playing: boolean
  loop: boolean
  shown: { fps: number; dropped: number } | null
  surround: Surround
  drawer: Drawer
  palette: boolean
  keys: boolean
  /** Rendered frames that are kept, and how much they may take. */
  cache: { bytes: number; limit: number }
}

const initialState: ViewState = {
  ...{
    frame: 0,
    stepId: null,
    shapeId: null,
    shotId: null,
    face: 'what',
    look: 'result',
    peek: null,
    trying: null,
  },
  ...{ compare: 'off', split: 0.5, drawing: null, zoom: 'fit', pan: [0, 0], quality: 'auto', hand: false },
  ...{
    playing: false,
    loop: true,
    shown: null,
    surround: 'dark',
    drawer: null,
    palette: false,
    keys: false,
    cache: { bytes: 0, limit: 0 },
  },
}

const slice = createSlice({
  name: 'view',
  initialState,
  reducers: {
    set: (state, { payload }: PayloadAction<Partial<ViewState>>) => ({ ...state, ...payload }),
    /** Another screen or shot: what was selected there means nothing here. */
    entered: (state, { payload }: PayloadAction<Partial<ViewState>>) => ({
      ...state,
      ...{
        stepId: null,
        shapeId: null,
        look: 'result',
        peek: null,
        trying: null,
        drawing: null,
        zoom: 'fit' as const,
        pan: [0, 0] as [number, number],
        playing: false,
      },
      ...payload,
    }),
    step: (state, { payload }: PayloadAction<string | null>) => {
      if (state.stepId === payload) return
      state.stepId = payload
      state.shapeId = null
      state.drawing = null
      if (state.look !== 'source') state.look = 'result'
    },
  },
})

export const viewActions = slice.actions
export const viewReducer = slice.reducer
