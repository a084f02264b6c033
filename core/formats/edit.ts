import type { Rate } from '../time'

/** A clip of an edit in frames of the edit's rate. `media` is the name that the file refers to, without its folders. */
export interface EditClip {
  name: string
  media: string
  start: number
  length: number
  /** Offset into the medium. */
  in: number
  /** Frames of the medium that the file says there are, if it does. */
  available: number | null
  /** Where the medium is numbered pictures: what stands before and after the number, that of the first, and how many digits it has at least. */
  numbered?: { prefix: string; suffix: string; first: number; digits: number }
  /** How fast it runs: 1 as shot, 0.5 half as fast, 0 held, negative backwards from `in`. */
  speed?: number
  /** An edit of its own that shows in place of a medium. */
  nested?: EditTimeline
}

/** A named frame of an edit. */
export interface EditMarker {
  at: number
  name: string
}

/** Where one clip goes over into the next: how many frames before and after the cut at `at`, by which transition of ours. */
export interface EditJoint {
  at: number
  before: number
  after: number
  use: string
  /** What the file calls it. */
  name: string
}

/** One lane of an edit, bottom lane first. */
export interface EditLane {
  name: string
  kind: 'video' | 'sound'
  clips: EditClip[]
  joints?: EditJoint[]
}

export interface EditTimeline {
  name: string
  rate: Rate
  startTimecode: number
  lanes: EditLane[]
  markers?: EditMarker[]
  /** What was changed or left out, in sentences. */
  notes?: string[]
}

/** An edit that cannot be read; the message says where. */
export class EditError extends Error {
  constructor(message: string) {
    super(message)
    this.name = 'EditError'
  }
}

/** The file name of a URL or path. */
export function baseName(url: unknown): string {
  if (typeof url !== 'string') return ''
  const path = url.split(/[\\/]/).at(-1) ?? ''
  try {
    return decodeURIComponent(path)
  } catch {
    return path
  }
}
