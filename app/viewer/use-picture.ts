import { type Delivered, present, type RenderRequest } from '@stilus/engine'
import { type RefObject, useEffect, useRef, useState } from 'react'
import { session } from '../session/session'
import { Latest } from './latest'

/**
 * Keeps a canvas showing a request. While a hand is on a control, pictures come at half the scale; the full one follows when it
 * rests. Returns the message of a picture that could not be made.
 */
export function usePicture(
  canvas: RefObject<HTMLCanvasElement | null>,
  request: RenderRequest | null,
  hand = false,
): string | null {
  const [problem, setProblem] = useState<string | null>(null)
  const latest = useRef<Latest<RenderRequest> | null>(null)

  useEffect(() => {
    const runner = new Latest<RenderRequest>(
      async (job) => {
        const picture = await session().renderer.render(job)
        if (canvas.current) show(canvas.current, picture, job)
        setProblem(null)
      },
      (error) => setProblem(error instanceof Error ? error.message : String(error)),
    )
    latest.current = runner
    return () => runner.close()
  }, [canvas])

  useEffect(() => {
    if (!request) return
    const wanted = hand ? { ...request, scale: Math.max(0.25, request.scale / 2) } : request
    const ready = session().renderer.peek(wanted)
    if (ready && canvas.current) show(canvas.current, ready, wanted)
    latest.current?.put(wanted)
  }, [canvas, request, hand])

  return problem
}

/** Shows a picture and notes on the canvas which frame it is and at what scale. */
function show(canvas: HTMLCanvasElement, picture: Delivered, { frame, scale }: RenderRequest): void {
  present(canvas, picture)
  canvas.dataset.frame = String(frame)
  canvas.dataset.scale = String(scale)
}
