import { createSlice, type PayloadAction } from '@reduxjs/toolkit'
import type { Layout } from '@stilus/engine'
import { projectActions } from './project'

/** An edit that has been read: one that waits until the user has looked at what it changes, or a report of one that was taken in. */
export interface Incoming {
  name: string
  layout: Layout
  /** What was changed or left out of it, in sentences. */
  notes: string[]
  taken: boolean
  /** Shots that it no longer has and that the user keeps. */
  stay: string[]
}

const slice = createSlice({
  name: 'incoming',
  initialState: null as Incoming | null,
  reducers: {
    read: (_, { payload }: PayloadAction<Incoming>) => payload,
    stays: (state, { payload: { id, on } }: PayloadAction<{ id: string; on: boolean }>) => {
      if (state) state.stay = [...state.stay.filter((s) => s !== id), ...(on ? [id] : [])]
    },
    closed: () => null,
  },
  extraReducers: (builder) => builder.addCase(projectActions.closed, () => null),
})

export const incomingActions = slice.actions
export const incomingReducer = slice.reducer
