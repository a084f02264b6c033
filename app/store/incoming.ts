import { createSlice, type PayloadAction } from '@reduxjs/toolkit'
import type { EditTimeline } from '@stilus/core/formats'
import type { Layout } from '@stilus/engine'
import { projectActions } from './project'

/** An edit that has been read over a sequence: it waits until the user has looked at what it changes. */
export interface Waiting {
  kind: 'waiting'
  name: string
  sequenceId: string
  timeline: EditTimeline
  /** Shots that it no longer has and that the user keeps. */
  stay: string[]
}

/** What came of an edit that was taken in: as it was laid out, and what was changed or left out of it, in sentences. */
export interface Report {
  kind: 'report'
  name: string
  layout: Layout
  notes: string[]
}

const slice = createSlice({
  name: 'incoming',
  initialState: null as Waiting | Report | null,
  reducers: {
    read: (_, { payload }: PayloadAction<Waiting | Report>) => payload,
    stays: (state, { payload: { id, on } }: PayloadAction<{ id: string; on: boolean }>) => {
      if (state?.kind === 'waiting') state.stay = [...state.stay.filter((s) => s !== id), ...(on ? [id] : [])]
    },
    closed: () => null,
  },
  extraReducers: (builder) => builder.addCase(projectActions.closed, () => null),
})

export const incomingActions = slice.actions
export const incomingReducer = slice.reducer
