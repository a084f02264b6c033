import { Caller } from '../rpc'
import type { RenderHandlers } from './render.worker'

/** A render worker. */
export const spawnRenderer = (): Caller<RenderHandlers> =>
  new Caller<RenderHandlers>(
    new Worker(new URL('./render.worker.ts', import.meta.url), { type: 'module', name: 'stilus render' }),
  )

/** How many render workers this machine is given: one a core. */
export const renderWorkers = (): number => Math.max(1, Math.min(8, navigator.hardwareConcurrency || 2))
