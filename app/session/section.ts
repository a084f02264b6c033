import { targetSize } from '@stilus/core/render'
import { location } from '../store/edit'
import { store } from '../store/store'
import { play, playable, playScale, stop } from './playback'
import { session } from './session'
import { tell, work } from './work'

/** How many frames of a size fit among the pictures that are kept. */
const fitting = (bytes: number, { width, height }: { width: number; height: number }, scale: number) =>
  Math.max(1, Math.floor(bytes / (4 * Math.ceil(width * scale) * Math.ceil(height * scale))))

/** The section that is being rendered is called off by the next one. */
let under: AbortController | undefined

/**
 * Renders all that the screen plays, as it plays it, and then plays it in real time. It is shown as work and can be called off; a change of the project or another screen calls it off by itself.
 * Where not all of it fits into the memory for pictures, what lies about the playhead is rendered, and that is said.
 */
export async function renderSection(): Promise<void> {
  const state = store.getState()
  const range = playable(state)
  if (!range) return
  under?.abort()
  const own = (under = new AbortController())
  store.dispatch(stop)
  const { project, target, first, last } = range
  const scale = playScale(state.view.quality)
  const { renderer } = session()
  const { document } = state.project
  const most = fitting(renderer.cache.limit, targetSize(project, target), scale)
  const whole = last - first
  const count = Math.min(whole, most)
  if (count < whole)
    tell(
      'info',
      `${count} of ${whole} frames fit into the memory for pictures. Set in and out closer, or allow more memory in the bar.`,
    )
  const from =
    count < whole ? Math.max(first, Math.min(state.view.frame - Math.floor(count / 2), last - count)) : first
  const screen = location.path()
  const off = store.subscribe(() => {
    if (store.getState().project.document !== document || location.path() !== screen) own.abort()
  })
  let next = from
  let done = 0
  const label = `Rendering ${count} ${count === 1 ? 'frame' : 'frames'}`
  const finished = await work(label, async (share, called) => {
    const signal = AbortSignal.any([called, own.signal])
    const one = async () => {
      while (next < from + count && !signal.aborted) {
        const frame = next++
        try {
          await renderer.render({ project, target, frame, scale, signal })
        } catch (error) {
          if (!signal.aborted) throw error
        }
        if (!signal.aborted) share(++done / count)
      }
    }
    await Promise.all(Array.from({ length: renderer.workers }, one))
    return !signal.aborted
  }).finally(off)
  if (finished) store.dispatch(play(scale))
}
