import type { Project } from '@stilus/core/project'
import type { Delivered } from '@stilus/engine'
import { session } from '../session/session'
import { store } from '../store/store'

/** How many pictures of the shelf are made at a time. */
const AT_ONCE = 3
const waiting: (() => void)[] = []
let running = 0

/** Waits for its turn; what is looked at is next. */
function turn(first: boolean): Promise<void> {
  return new Promise((go) => {
    if (first) waiting.unshift(go)
    else waiting.push(go)
    next()
  })
}

function next(): void {
  // The picture in the viewer comes before all of these.
  if (store.getState().view.playing) return
  while (running < AT_ONCE) {
    const go = waiting.shift()
    if (!go) return
    running++
    go()
  }
}
store.subscribe(next)

/** Pictures that are kept for the next time that the shelf is opened. */
const KEPT = 4000
const kept = new Map<string, string>()

/** The address of a picture that was made before. */
export const keptPicture = (name: string): string | undefined => kept.get(name)

function keep(name: string, url: string): string {
  kept.set(name, url)
  for (const [oldest, old] of kept) {
    if (kept.size <= KEPT) break
    kept.delete(oldest)
    URL.revokeObjectURL(old)
  }
  return url
}

/** The frame of the first design of a document as the address of a small picture with its transparency, kept by its name; undefined where it was called off. */
export async function shelfPicture(
  name: string,
  project: Project,
  frame: number,
  width: number,
  { signal, first }: { signal: AbortSignal; first: boolean },
): Promise<string | undefined> {
  const before = kept.get(name)
  if (before) return before
  await turn(first)
  try {
    const [design] = project.designs
    if (signal.aborted || !design) return undefined
    const target = { kind: 'design', designId: design.id } as const
    const scale = width / design.size.width
    const made = await session().renderer.render({ project, target, frame, scale, soon: true, signal })
    const url = await address(made)
    // What could not be had may be there the next time.
    return made.failed ? url : keep(name, url)
  } catch (error) {
    if (signal.aborted) return undefined
    throw error
  } finally {
    running--
    next()
  }
}

async function address({ width, height, data }: Delivered): Promise<string> {
  const canvas = new OffscreenCanvas(width, height)
  const bytes = new Uint8ClampedArray(data.length)
  bytes.set(data as Uint8ClampedArray)
  canvas.getContext('2d')?.putImageData(new ImageData(bytes, width, height), 0, 0)
  return URL.createObjectURL(await canvas.convertToBlob({ type: 'image/webp', quality: 0.85 }))
}
