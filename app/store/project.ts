import { createSlice, type PayloadAction } from '@reduxjs/toolkit'
import { emptyHistory, type History, type Project } from '@stilus/core/project'

/** What was in front of the user when a change was made; undo brings it back. */
export interface Whereabouts {
  path: string
  stepId: string | null
  /** The object of a design in hand; absent in what was noted before there were any. */
  objectId?: string | null
  face: 'what' | 'where' | 'when'
  frame: number
}

export type SaveStatus = 'saved' | 'saving' | { error: string }

export interface ProjectState {
  document: Project | null
  history: History<Whereabouts>
  status: SaveStatus
  savedAt: number | null
  /** Another tab holds this project; edits are refused here. */
  elsewhere: boolean
}

const initialState: ProjectState = {
  document: null,
  history: emptyHistory(),
  status: 'saved',
  savedAt: null,
  elsewhere: false,
}

const slice = createSlice({
  name: 'project',
  initialState,
  reducers: {
    opened: (_, { payload }: PayloadAction<{ document: Project; history: History<Whereabouts> }>) => ({
      ...initialState,
      ...payload,
    }),
    closed: () => initialState,
    // Documents and histories come from core already frozen and shared; they are put in place as they are.
    changed: (state, { payload }: PayloadAction<{ document: Project; history: History<Whereabouts> }>) => ({
      ...(state as ProjectState),
      ...payload,
    }),
    status(state, { payload }: PayloadAction<SaveStatus>) {
      state.status = payload
      if (payload === 'saved') state.savedAt = Date.now()
    },
    elsewhere(state, { payload }: PayloadAction<boolean>) {
      state.elsewhere = payload
    },
  },
})

export const projectActions = slice.actions
export const projectReducer = slice.reducer
