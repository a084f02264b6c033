import { type Delivered, present, type RenderRequest } from '@stilus/engine'
import { type RefObject, useEffect, useRef, useState } from 'react'
import { bitmapUrl } from './bitmap'
import { session } from '../session/session'
import { Latest } from './latest'

/** A hand that moves gets its picture within this many milliseconds, as fine as that allows. */
const AT_HAND = 60

/**
 * Keeps a canvas, or an image for small pictures, showing a request. While a hand is on a control, pictures come at a scale that can be had at once; the full one
 * follows when it rests. The element is `aria-busy` until it shows what was asked for last, with no hand on a control. Returns the message of a picture that could
 * not be made.
 */
export function usePicture(
  element: RefObject<HTMLCanvasElement | HTMLImageElement | null>,
  request: RenderRequest | null,
  hand = false,
  onShow?: (picture: Delivered) => void,
): string | null {
  const [problem, setProblem] = useState<string | null>(null)
  const latest = useRef<Latest<RenderRequest> | null>(null)
  const rests = useRef<RenderRequest | null>(null)
  const told = useRef(onShow)
  useEffect(() => {
    told.current = onShow
  })

  useEffect(() => {
    const runner = new Latest<RenderRequest>(
      async (job, signal) => {
        const { renderer, pace } = session()
        const began = performance.now()
        const ready = renderer.peek(job)
        // Where nothing shows yet, what is had soonest comes first.
        const quick = !ready && !job.urgent && !shows(element.current)
        const first = quick ? await renderer.render({ ...job, quick, signal }) : undefined
        if (first?.near && element.current) show(element.current, first, job)
        const picture = ready ?? (first && !first.near ? first : await renderer.render({ ...job, signal }))
        if (!ready && job.urgent) pace.note(job.scale, performance.now() - began)
        if (element.current) show(element.current, picture, job)
        if (job === rests.current) element.current?.removeAttribute('aria-busy')
        told.current?.(picture)
        setProblem(null)
      },
      // A picture at rest takes long; a hand that moves must not wait for it. What the hand itself asks for is always finished, or nothing would ever show.
      (running, waiting) => waiting.scale < running.scale,
      (error) => {
        element.current?.removeAttribute('aria-busy')
        setProblem(error instanceof Error ? error.message : String(error))
      },
    )
    latest.current = runner
    return () => runner.close()
  }, [element])

  useEffect(() => {
    if (!request) {
      latest.current?.drop()
      return element.current?.removeAttribute('aria-busy')
    }
    const wanted = hand ? { ...request, scale: session().pace.scaleFor(AT_HAND, request.scale) } : request
    const ready = session().renderer.peek(wanted)
    if (ready && element.current) show(element.current, ready, wanted)
    if (ready) told.current?.(ready)
    rests.current = hand ? null : wanted
    element.current?.setAttribute('aria-busy', 'true')
    latest.current?.put(wanted)
  }, [element, request, hand])

  return problem
}

const shows = (element: HTMLElement | null) => element?.dataset.shows !== undefined

/** Shows a picture and notes on the element which frame it is and at what scale, once it is the right one. */
function show(
  element: HTMLCanvasElement | HTMLImageElement,
  picture: Delivered,
  { frame, scale }: RenderRequest,
): void {
  if (element instanceof HTMLImageElement) element.src = bitmapUrl(picture)
  else present(element, picture)
  element.dataset.shows = ''
  if (picture.near) return
  element.dataset.frame = String(frame)
  element.dataset.scale = String(scale)
}
