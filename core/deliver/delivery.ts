import {
  activeTransition,
  getSequence,
  getShot,
  getStep,
  getTransition,
  handles,
  type Project,
  type Sequence,
  sequenceLength,
  sequenceOf,
  stageOf,
} from '../project'
import type { AlphaKind } from '../frame'
import { toTimecode } from '../time'
import type { Target } from '../render'
import type { Only } from './audible'
import type { PictureEncoding } from './encode'

export type Container = 'mp4' | 'webm' | 'png' | 'exr'
/** What becomes of transparency: laid on black, or kept with colour as it is or times alpha. */
export type DeliveredAlpha = 'none' | AlphaKind
export type EncodeQuality = 'draft' | 'high' | 'master'

/** A shot with frames around it: its pictures, or where one of its steps acts. */
export interface ShotDelivery {
  kind: 'shot'
  shotId: string
  handles: number
  /** The step whose matte is handed over. */
  matteOf?: string | undefined
}

/** A transition between two shots as a file of its own. */
export interface TransitionDelivery {
  kind: 'transition'
  transitionId: string
}

/** What to hand back, and how. */
export interface Delivery {
  what: { kind: 'sequence' | 'marks'; sequenceId?: string | undefined } | ShotDelivery | TransitionDelivery
  container: Container
  quality: EncodeQuality
  /** Bits of each channel of a sequence of pictures: 8 or 16 for PNG, 16 (half) or 32 (float) for EXR. */
  depth: 8 | 16 | 32
  /** Straight for PNG, premultiplied for EXR and laid on black for movies where absent. */
  alpha?: DeliveredAlpha | undefined
  /** What the file is called: words with fields in braces, see NAME_FIELDS. */
  name?: string | undefined
  /** The number of the version that it is. */
  version?: number | undefined
}

/** What a name can have in it: {project} and so on. `number` is the place of a shot in its sequence, from 001. */
export const NAME_FIELDS = ['project', 'sequence', 'shot', 'number', 'version', 'timecode', 'matte'] as const
/** Names of shots and of sequences where nobody says. */
export const USUAL_NAMES = { shot: '{project} - {shot}', sequence: '{project}' } as const

/** A delivery laid out on the project: frames [first, last) of a target, the shot's head at `head`. */
export interface Job {
  target: Target
  first: number
  last: number
  /** Frames before the shot's first frame that the file holds. */
  head: number
  shotId: string | undefined
  /** The transition that it is, over its length. */
  transitionId?: string
  /** The sequence that it is, or is part of. */
  sequenceId: string
  name: string
}

/** A delivery that cannot be made; the message says why. */
export class DeliveryError extends Error {
  constructor(message: string) {
    super(message)
    this.name = 'DeliveryError'
  }
}

const EXTENSION: Record<Container, string> = { mp4: 'mp4', webm: 'webm', png: 'png.zip', exr: 'exr.zip' }
/** What becomes of transparency where nobody says. */
export const USUAL_ALPHA: Record<Container, DeliveredAlpha> = {
  mp4: 'none',
  webm: 'none',
  png: 'straight',
  exr: 'premultiplied',
}

/** What each container can make of transparency. */
export const ALPHAS: Record<Container, readonly DeliveredAlpha[]> = {
  mp4: ['none'],
  webm: ['none', 'straight', 'premultiplied'],
  png: ['none', 'straight', 'premultiplied'],
  exr: ['none', 'premultiplied'],
}

/** How a delivery leaves: what its pictures are encoded as. @throws DeliveryError where its container cannot hold it */
export function encodingFor({ container, depth, alpha }: Delivery): PictureEncoding {
  const kept = alpha ?? USUAL_ALPHA[container]
  if (container === 'mp4') {
    if (kept !== 'none')
      throw new DeliveryError('MP4 cannot hold transparency. Choose WebM, PNG or EXR, or lay it on black.')
    return { format: 'i420', alpha: 'none' }
  }
  if (container === 'webm') return { format: kept === 'none' ? 'i420' : 'i420a', alpha: kept }
  if (container === 'exr') {
    if (kept === 'straight')
      throw new DeliveryError(
        'EXR holds colour times alpha. Choose premultiplied, or PNG for straight alpha.',
      )
    return { format: depth === 32 ? 'exr32' : 'exr16', alpha: kept }
  }
  return { format: depth === 8 ? 'png8' : 'png16', alpha: kept }
}

const safe = (name: string) =>
  name
    .replace(/[^\p{L}\p{N}._ -]+/gu, ' ')
    .replace(/\s+/g, ' ')
    .trim() || 'Untitled'

/** A name by its pattern; a field that it does not know is named. @throws DeliveryError */
export function nameBy(
  pattern: string,
  fields: Partial<Record<(typeof NAME_FIELDS)[number], string>>,
): string {
  const name = pattern.replace(/\{(\w*)\}/g, (_, field: string) => {
    if (!(NAME_FIELDS as readonly string[]).includes(field))
      throw new DeliveryError(
        `A name has no field {${field}}. There are ${NAME_FIELDS.map((f) => `{${f}}`).join(', ')}.`,
      )
    return fields[field as keyof typeof fields] ?? ''
  })
  return safe(name)
}

/** The place of a shot in its sequence, from 001. */
function numberOf({ shots }: Sequence, shotId: string): string {
  const inOrder = [...shots].sort((a, b) => a.start - b.start || a.lane - b.lane)
  return String(inOrder.findIndex((s) => s.id === shotId) + 1).padStart(3, '0')
}

/** A transition that acts between two shots. @throws DeliveryError where it does not */
function crossingOf(project: Project, transitionId: string) {
  const transition = getTransition(project, transitionId)
  const active = activeTransition(project, sequenceOf(project, 'transition', transitionId), transition)
  const { from, to } = active ?? {}
  if (!active || !from || !to)
    throw new DeliveryError(
      `${transition.name} cannot be a file of its own: it does not act between two shots that meet.`,
    )
  return { ...active, from, to }
}

/** Frames and name of a delivery. @throws DeliveryError */
export function layOut(project: Project, delivery: Delivery): Job {
  const { what, container } = delivery
  const version = `v${String(delivery.version ?? 1).padStart(2, '0')}`
  const named = (usual: string, fields: Parameters<typeof nameBy>[1]) => {
    const all = { ...fields, project: project.name, version }
    const pattern = delivery.name?.trim() || usual
    // The file of a matte always says what it is of.
    const full =
      all.matte !== undefined && !pattern.includes('{matte}') ? `${pattern} - matte of {matte}` : pattern
    return `${nameBy(full, all)}.${EXTENSION[container]}`
  }
  encodingFor(delivery)
  if (what.kind === 'shot') {
    const shot = getShot(project, what.shotId)
    const matte = what.matteOf === undefined ? undefined : getStep(project, what.matteOf)
    const stack = { kind: 'shot', id: shot.id } as const
    const home = sequenceOf(project, 'shot', shot.id)
    const room = handles(project, shot)
    const before = Math.min(what.handles, room.before)
    const after = Math.min(what.handles, room.after)
    return {
      target: matte
        ? { kind: 'stack', stack, view: { stepId: matte.id, view: 'region matte' } }
        : { kind: 'stack', stack },
      first: -before,
      last: shot.length + after,
      head: before,
      // The edit refers to pictures, not to mattes.
      shotId: matte ? undefined : shot.id,
      sequenceId: home.id,
      name: named(USUAL_NAMES.shot, {
        sequence: home.name,
        shot: shot.name,
        number: numberOf(home, shot.id),
        timecode: toTimecode(home.startTimecode + shot.start - before, home.rate).replace(/[:;]/g, '-'),
        ...(matte ? { matte: matte.name } : {}),
      }),
    }
  }
  if (what.kind === 'transition') {
    const { transition, from, to, cut, before, after } = crossingOf(project, what.transitionId)
    const home = sequenceOf(project, 'transition', transition.id)
    return {
      target: { kind: 'stack', stack: { kind: 'transition', id: transition.id } },
      first: 0,
      last: before + after,
      head: 0,
      shotId: undefined,
      transitionId: transition.id,
      sequenceId: home.id,
      name: named(USUAL_NAMES.shot, {
        sequence: home.name,
        shot: `${from.name} to ${to.name}`,
        number: `${numberOf(home, from.id)}-${numberOf(home, to.id)}`,
        timecode: toTimecode(home.startTimecode + cut - before, home.rate).replace(/[:;]/g, '-'),
      }),
    }
  }
  const sequence = getSequence(project, what.sequenceId)
  const { marks, id: sequenceId } = sequence
  const length = sequenceLength(sequence)
  const first = what.kind === 'marks' ? (marks.in ?? 0) : 0
  const last = what.kind === 'marks' ? Math.min(marks.out ?? length, length) : length
  if (last <= first)
    throw new DeliveryError('There is nothing to hand over: the sequence is empty between in and out.')
  const { sequence: whole } = USUAL_NAMES
  const usual = sequenceId === project.sequences[0]?.id ? whole : `${whole} - {sequence}`
  const name = named(what.kind === 'marks' ? `${usual} - part` : usual, {
    sequence: sequence.name,
    timecode: toTimecode(sequence.startTimecode + first, sequence.rate).replace(/[:;]/g, '-'),
  })
  return {
    target: { kind: 'sequence', sequenceId },
    first,
    last,
    head: 0,
    shotId: undefined,
    sequenceId,
    name,
  }
}

/** Bits a second for a picture size and rate. */
export function bitrate(quality: EncodeQuality, width: number, height: number, fps: number): number {
  const perPixel = { draft: 0.12, high: 0.36, master: 0.9 }[quality]
  return Math.round(Math.max(1e6, perPixel * width * height * fps))
}

/** Where frame 0 of a job lies on its sequence, and whose sound it has; all of it where there is nobody. */
export function soundOf(project: Project, { shotId, transitionId }: Job): { offset: number; only?: Only } {
  if (shotId !== undefined) return { offset: getShot(project, shotId).start, only: shotId }
  if (transitionId === undefined) return { offset: 0 }
  const { from, to } = getTransition(project, transitionId)
  const { start } = stageOf(project, { kind: 'transition', id: transitionId })
  return { offset: start, only: [from, to].filter((id) => id !== null) }
}
