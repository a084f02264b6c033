// A page that drives the engine without the application: the fingerprint of each frame's floats, and how fast frames are made.
import {
  emptyHistory,
  type History,
  newProject,
  perform,
  type Project,
  record,
  splitMotion,
  withRecords,
} from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import type { MediumInfo } from '@stilus/core/media'
import type { Delivery } from '@stilus/core/deliver'
import { deliver, findMedium, probe, Renderer, saveMedium, saveProject, unpackProject } from '@stilus/engine'

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
  return new Renderer((mediaId) => findMedium(id, mediaId), {
    onProblem: (message) => console.error(message),
    ...(workers ? { workers } : {}),
  })
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

/** How long saves take while a slider is dragged, in a project with tracked motions and a history: milliseconds until done, and milliseconds in which the page was held up. */
async function saves(motions: number, frames: number, acts: number, count: number) {
  let project = newProject('saves', 'Saves')
  let history: History<string> = emptyHistory()
  const act = (name: Parameters<typeof perform>[1], args: object, merge?: string) => {
    const change = perform(project, name, args as never)
    project = change.project
    history = record(history, change, merge)
  }
  const shot = {
    id: 's',
    name: 'S',
    source: { kind: 'solid', colour: [0, 0, 0] },
    lane: 0,
    start: 0,
    length: 2000,
    in: 0,
    zero: 0,
    sound: null,
    state: 'in work',
    note: '',
    steps: [],
  }
  act('shot.place', { shot })
  act('step.add', { stack: { kind: 'shot', id: 's' }, stepId: 'g', use: 'grade', at: 0 })
  const address = { owner: { kind: 'step', id: 'g' }, path: 'what/exposure' }
  for (let i = 0; i < acts; i++) act('value.set', { address, at: 0, value: i / acts })
  for (let m = 0; m < motions; m++) {
    const places = Array.from({ length: frames }, (_, f) =>
      Array.from({ length: 8 }, (_, i) => f * 0.37 + i * m),
    )
    const { motion, records } = splitMotion({
      form: 'plane',
      reference: 0,
      anchor: places[0] ?? [],
      first: 0,
      places,
      quality: places.map(() => 0.9),
    })
    project = withRecords(project, records)
    const track = {
      scale: true,
      rotation: true,
      shear: true,
      perspective: true,
      pattern: [16, 16],
      search: [40, 40],
      refresh: 'worn',
    }
    act('shelf.put', {
      item: { id: `m${m}`, name: `M${m}`, kind: 'motion', mediaId: 'x', shotId: 's', motion, track },
    })
  }
  await saveProject(project, history, null)
  return timeSaves(count, (i) => {
    act('value.set', { address, at: 0, value: 1 + i / 100 }, 'drag')
    return saveProject(project, history, null)
  })
}

async function timeSaves(count: number, save: (i: number) => Promise<void>) {
  let [held, done] = [0, 0]
  for (let i = 0; i < count; i++) {
    const began = performance.now()
    const saving = save(i)
    held += performance.now() - began
    await saving
    done += performance.now() - began
  }
  return { held: held / count, done: done / count }
}

/** The files that were picked for `readFootage`, by name. */
const footage = () => {
  const { files } = document.querySelector('#footage') as HTMLInputElement
  return new Map([...(files ?? [])].map((file) => [file.name, file]))
}

/** What the browser makes of picked files; a sentence where it refuses one. */
async function probeFootage(): Promise<Record<string, MediumInfo | string>> {
  const out: Record<string, MediumInfo | string> = {}
  for (const [name, file] of footage()) out[name] = await probe(file, name).catch((e: Error) => e.message)
  return out
}

/** What was said since it was last asked. */
let said: string[] = []
let reading: Renderer | undefined
/** A renderer whose media are the picked files, by their names as ids. */
const reader = (): Renderer =>
  (reading ??= new Renderer(
    (id) => {
      const blob = footage().get(id)
      return Promise.resolve(blob && { blob, name: id })
    },
    { onProblem: (message) => said.push(message) },
  ))

/** Float frames of projects whose media are the picked files: base64 of little-endian floats; and what was said on the way. */
async function readFootage(asked: Asked[]): Promise<{ frames: string[]; said: string[] }> {
  said = []
  const frames: string[] = []
  for (const request of asked) {
    const { data } = await reader().render({ ...request, format: 'float' })
    frames.push(await base64Of(new Uint8Array(data.buffer)))
  }
  return { frames, said }
}

/** A quarter of a second of sound of a picked file, from a time on, from a file that is opened for it. */
async function hearFootage(name: string, from: number): Promise<number[]> {
  const { media } = reader()
  media.forget(name)
  const sound = await media.sound(name, from, from + 0.25)
  return [...(sound?.channels[0] ?? [])]
}

function base64Of(bytes: Uint8Array<ArrayBuffer>): Promise<string> {
  return new Promise((resolve) => {
    const reader = new FileReader()
    reader.onload = () => resolve(String(reader.result).split(',')[1] ?? '')
    reader.readAsDataURL(new Blob([bytes]))
  })
}

/** A delivery of a project whose media are picked files, as base64. */
async function deliverFootage(project: Project, delivery: Delivery): Promise<string> {
  for (const { id } of project.media) {
    const file = footage().get(id)
    if (file) await saveMedium(project.id, id, file, id)
  }
  const { file } = await deliver(project, delivery, new AbortController().signal, () => undefined)
  return base64Of(new Uint8Array(await file.arrayBuffer()))
}

Object.assign(window, { fingerprints, pace, saves, probeFootage, readFootage, hearFootage, deliverFootage })
