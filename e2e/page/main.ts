// A page that hands out what the engine renders before it is encoded: the fingerprint of each frame's floats.
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

async function fingerprints(asked: Asked[]): Promise<string[]> {
  const stored = await unpackProject(await picked)
  const renderer = new Renderer(
    (id) => findMedium(stored.id, id),
    (message) => console.error(message),
  )
  const out: string[] = []
  for (const request of asked) {
    const { data } = await renderer.render({ ...request, format: 'float' })
    const hash = await crypto.subtle.digest('SHA-256', data.buffer)
    out.push(Array.from(new Uint8Array(hash), (b) => b.toString(16).padStart(2, '0')).join(''))
  }
  renderer.close()
  return out
}

Object.assign(window, { fingerprints })
