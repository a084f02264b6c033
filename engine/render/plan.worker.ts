import type { Project } from '@stilus/core/project'
import { plan } from '@stilus/core/render'
import { serve } from '../rpc'
import { type Change, changed } from './patch'
import type { PlanRequest } from './planner'

/** The document as it was told last. */
let project: unknown

export const handlers = {
  /** Plans on the document as it is with these changes. @throws NotFound */
  plan({ changes, target, frame, scale, area }: { changes: Change[] } & Omit<PlanRequest, 'project'>) {
    project = changed(project, changes)
    const began = performance.now()
    const planned = plan(project as Project, target, frame, scale, area)
    return { planned, took: performance.now() - began }
  },
}

serve(handlers)
export type PlanHandlers = typeof handlers
