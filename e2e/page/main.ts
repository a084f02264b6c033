// A page that drives the engine without the application: the fingerprint of each frame's floats, and how fast frames are made.
import type { Project } from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import { findMedium, Renderer, unpackProject } from '@stilus/engine'

export interface Asked {
  project: Project
  target: Target
  frame: number
  scale: number
}

const picked = new Promise<File>((resolve) => {
  const input = document.querySelector('input') as HTMLInputElement
  input.onchange = () => resolve(input.files?.[0] as File)
})

const stored = picked.then(unpackProject)

async function rendererWith(workers?: number): Promise<Renderer> {
  const { id } = await stored
  return new Renderer(
    (mediaId) => findMedium(id, mediaId),
    (message) => console.error(message),
    workers,
  )
}

async function fingerprints(asked: Asked[]): Promise<string[]> {
  const renderer = await rendererWith()
  const out: string[] = []
  for (const request of asked) {
    const { data } = await renderer.render({ ...request, format: 'float' })
    const hash = await crypto.subtle.digest('SHA-256', data.buffer)
    out.push(Array.from(new Uint8Array(hash), (b) => b.toString(16).padStart(2, '0')).join(''))
  }
  renderer.close()
  return out
}

/** Milliseconds a frame for `count` frames of a request, one after the other in time, by so many workers. */
async function pace(request: Asked, count: number, workers: number): Promise<number> {
  const renderer = await rendererWith(workers)
  const frames = (first: number, n: number) =>
    Promise.all(
      Array.from({ length: n }, (_, i) =>
        renderer.render({ ...request, frame: first + i, format: 'i420' }).then((p) => renderer.recycle(p)),
      ),
    )
  await frames(request.frame, 4)
  const began = performance.now()
  await frames(request.frame + 4, count)
  const ms = (performance.now() - began) / count
  renderer.close()
  return ms
}

Object.assign(window, { fingerprints, pace })
