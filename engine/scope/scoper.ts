import type { ScopeKind } from '@stilus/core/scopes'
import type { Delivered } from '../render/render.worker'
import { Caller } from '../rpc'
import type { ScopeHandlers } from './scope.worker'

/** Draws scopes of pictures in a worker of its own. */
export class Scoper {
  readonly #caller = new Caller<ScopeHandlers>(
    new Worker(new URL('./scope.worker.ts', import.meta.url), { type: 'module', name: 'stilus scopes' }),
  )

  /** A scope of a picture, `width` x `height` pixels large; the vectorscope is square. */
  draw(
    { width, height, data }: Delivered,
    kind: ScopeKind,
    size: { width: number; height: number },
  ): Promise<Delivered> {
    return this.#caller.call('draw', { shown: { width, height, data }, kind, ...size })
  }

  close(): void {
    this.#caller.end()
  }
}
