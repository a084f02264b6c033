import { Tooltip } from 'radix-ui'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { Provider } from 'react-redux'
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router'
import './app.css'
import { DemoScreen } from './screens/demo-screen'
import { Notices } from './screens/notices'
import {
  OpenCut,
  OpenDesign,
  OpenHandover,
  OpenSequence,
  OpenShot,
  OpenSpan,
  ProjectFrame,
} from './screens/project-frame'
import { Broken } from './screens/broken'
import { ProjectsScreen } from './screens/projects-screen'
import { forgetOldDeliveries } from './session/handover'
import { location } from './store/edit'
import { store } from './store/store'

const router = createBrowserRouter([
  { path: '/', element: <ProjectsScreen />, errorElement: <Broken /> },
  { path: '/demo', element: <DemoScreen /> },
  {
    path: '/p/:id',
    element: <ProjectFrame />,
    errorElement: <Broken />,
    children: [
      { index: true, element: <OpenSequence /> },
      { path: 'sequence/:sequenceId', element: <OpenSequence /> },
      { path: 'shot/:ownerId', element: <OpenShot /> },
      { path: 'span/:ownerId', element: <OpenSpan /> },
      { path: 'cut/:ownerId', element: <OpenCut /> },
      { path: 'design/:designId', element: <OpenDesign /> },
      { path: 'handover', element: <OpenHandover /> },
    ],
  },
  { path: '*', element: <Navigate to="/" replace /> },
])
location.path = () => router.state.location.pathname
location.go = (path) => void router.navigate(path)
void forgetOldDeliveries()

createRoot(document.getElementById('root') as HTMLElement).render(
  <StrictMode>
    <Provider store={store}>
      <Tooltip.Provider delayDuration={500}>
        <RouterProvider router={router} />
        <Notices />
      </Tooltip.Provider>
    </Provider>
  </StrictMode>,
)
