import { createSlice, nanoid, type PayloadAction } from '@reduxjs/toolkit'

export interface Notice {
  id: string
  kind: 'info' | 'problem'
  text: string
}

/** Work in progress that the user can see and cancel. `share` is null while the end is not known. */
export interface Task {
  id: string
  label: string
  share: number | null
}

const slice = createSlice({
  name: 'notices',
  initialState: { list: [] as Notice[], tasks: [] as Task[] },
  reducers: {
    told: {
      prepare: (kind: Notice['kind'], text: string) => ({ payload: { id: nanoid(), kind, text } }),
      reducer(state, { payload }: PayloadAction<Notice>) {
        if (!state.list.some((n) => n.text === payload.text)) state.list = [...state.list.slice(-3), payload]
      },
    },
    dismissed(state, { payload }: PayloadAction<string>) {
      state.list = state.list.filter((n) => n.id !== payload)
    },
    task(state, { payload }: PayloadAction<Task>) {
      const found = state.tasks.find((t) => t.id === payload.id)
      if (found) Object.assign(found, payload)
      else state.tasks.push(payload)
    },
    taskDone(state, { payload }: PayloadAction<string>) {
      state.tasks = state.tasks.filter((t) => t.id !== payload)
    },
  },
})

export const noticeActions = slice.actions
export const noticesReducer = slice.reducer
