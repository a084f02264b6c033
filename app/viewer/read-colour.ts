import { targetSize } from '@stilus/core/render'
import type { RenderRequest } from '@stilus/engine'
import { session } from '../session/session'

/** The mean of a square of pixels of a request, in linear light. `x`, `y` in pixels of the full-size picture. */
export async function readColour(
  request: RenderRequest,
  { x, y, side = 1 }: { x: number; y: number; side?: number },
  signal?: AbortSignal,
): Promise<readonly [number, number, number, number]> {
  const { width, height } = targetSize(request.project, request.target)
  const half = Math.floor(side / 2)
  const left = Math.max(0, Math.min(width - side, x - half))
  const top = Math.max(0, Math.min(height - side, y - half))
  const area = { x: left, y: top, width: Math.min(side, width), height: Math.min(side, height) }
  return session().renderer.mean({ ...request, area, urgent: false, ...(signal ? { signal } : {}) })
}
