import { configureStore } from '@reduxjs/toolkit'
import { shallowEqual, useDispatch, useSelector } from 'react-redux'
import { deliveriesReducer } from './deliveries'
import { incomingReducer } from './incoming'
import { noticesReducer } from './notices'
import { projectReducer } from './project'
import { viewReducer, type ViewState } from './view'

export const store = configureStore({
  reducer: {
    project: projectReducer,
    view: viewReducer,
    notices: noticesReducer,
    deliveries: deliveriesReducer,
    incoming: incomingReducer,
  },
  // Documents are frozen by core; walking them on every action would cost more than the action.
  middleware: (defaults) => defaults({ serializableCheck: false, immutableCheck: false }),
})

export type RootState = ReturnType<typeof store.getState>
export type AppDispatch = typeof store.dispatch
export type Thunk<R = void> = (dispatch: AppDispatch, getState: () => RootState) => R

export const useAppDispatch = useDispatch.withTypes<AppDispatch>()
export const useApp = useSelector.withTypes<RootState>()

/** Parts of the view state; whoever uses them is drawn again only when one of these changes. */
export const useView = <K extends keyof ViewState>(...keys: K[]): Pick<ViewState, K> =>
  useApp((s) => Object.fromEntries(keys.map((key) => [key, s.view[key]])) as Pick<ViewState, K>, shallowEqual)
