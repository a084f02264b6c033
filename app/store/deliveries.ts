import { createSlice, type PayloadAction } from '@reduxjs/toolkit'

/** A delivery in the render queue. The file itself stays outside the store. */
export interface QueuedDelivery {
  id: string
  name: string
  status: 'waiting' | 'rendering' | 'done' | 'failed' | 'cancelled'
  done: number
  total: number
  startedAt: number | null
  finishedAt: number | null
  url: string | null
  bytes: number
  codec: string
  problem: string | null
}

const slice = createSlice({
  name: 'deliveries',
  initialState: [] as QueuedDelivery[],
  reducers: {
    queued(state, { payload }: PayloadAction<{ id: string; name: string; total: number }>) {
      state.push({
        ...payload,
        status: 'waiting',
        done: 0,
        startedAt: null,
        finishedAt: null,
        url: null,
        bytes: 0,
        codec: '',
        problem: null,
      })
    },
    updated(state, { payload }: PayloadAction<Partial<QueuedDelivery> & { id: string }>) {
      const found = state.find((d) => d.id === payload.id)
      if (found) Object.assign(found, payload)
    },
    removed: (state, { payload }: PayloadAction<string>) => state.filter((d) => d.id !== payload),
    cleared: () => [],
  },
})

export const deliveryActions = slice.actions
export const deliveriesReducer = slice.reducer
