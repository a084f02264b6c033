import { allowMemory } from '../session/session'
import { store } from '../store/store'
import { viewActions } from '../store/view'
import type { Command } from './command'

/** How fine the preview is made. */
export const QUALITIES = [
  { value: 'auto', label: 'Auto' },
  { value: 1, label: 'Full' },
  { value: 0.5, label: 'Half' },
  { value: 0.25, label: 'Quarter' },
] as const

const MB = 2 ** 20
/** What all kept pictures together may take, in bytes. */
export const MEMORIES = [512 * MB, 1024 * MB, 2048 * MB, 4096 * MB]

export const inBytes = (bytes: number): string =>
  bytes < 1024 * MB ? `${Math.round(bytes / MB)} MB` : `${Math.round((bytes / 1024 / MB) * 10) / 10} GB`

/** What the preview is given: quality and memory. */
export const PREVIEW: readonly Command[] = [
  ...QUALITIES.map(({ value, label }): Command => ({
    id: `quality-${value}`,
    label: `Preview quality: ${label}`,
    group: 'Look',
    words: ['resolution', 'proxy', 'speed'],
    keys: [],
    run: () => store.dispatch(viewActions.set({ quality: value })),
  })),
  ...MEMORIES.map((bytes): Command => ({
    id: `memory-${bytes / MB}`,
    label: `Memory for pictures: up to ${inBytes(bytes)}`,
    group: 'Look',
    words: ['cache', 'ram'],
    keys: [],
    run: () => allowMemory(bytes),
  })),
]
