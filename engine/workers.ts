import type { MediaHandlers } from './media/media.worker'
import type { PlanHandlers } from './render/plan.worker'
import type { RenderHandlers } from './render/render.worker'
import { Caller } from './rpc'

// Where the workers of a renderer begin; tests put others in their place. The bundler wants each address where it is used.

/** A worker that decodes media. */
export const startMedia = (onDeath?: () => void): Caller<MediaHandlers> =>
  new Caller(
    new Worker(new URL('./media/media.worker.ts', import.meta.url), { type: 'module', name: 'stilus media' }),
    onDeath,
  )

/** A worker that plans. */
export const startPlanner = (): Caller<PlanHandlers> =>
  new Caller(
    new Worker(new URL('./render/plan.worker.ts', import.meta.url), { type: 'module', name: 'stilus plan' }),
  )

/** A worker that renders. */
export const startRenderer = (): Caller<RenderHandlers> =>
  new Caller(
    new Worker(new URL('./render/render.worker.ts', import.meta.url), {
      type: 'module',
      name: 'stilus render',
    }),
  )
