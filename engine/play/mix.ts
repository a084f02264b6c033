import type { Project } from '@stilus/core/project'
import { gainOf, mixSound, resampleSound, toStereo } from '@stilus/core/sound'
import type { MediaLibrary } from '../media/library'
import { audible } from './sound-plan'

export const SAMPLE_RATE = 48000

/** Stereo at 48 kHz for a range of sequence frames [first, last), as many samples as the frames last. */
export async function mixRange(
  project: Project,
  media: MediaLibrary,
  first: number,
  last: number,
  onlyShot?: string,
) {
  const seconds = (n: number) => (n * project.rate.den) / project.rate.num
  const zero = Math.round(seconds(first) * SAMPLE_RATE)
  const length = Math.round(seconds(last) * SAMPLE_RATE) - zero
  const mixed = [new Float32Array(length), new Float32Array(length)] as const
  for (const clip of audible(project, first, last, onlyShot)) {
    const sound = await media.sound(clip.mediaId, clip.from, clip.from + clip.length).catch(() => undefined)
    if (!sound?.channels.length) continue
    const at = Math.round(clip.start * SAMPLE_RATE) - zero
    toStereo(sound).forEach((channel, side) => {
      const samples = resampleSound(channel, sound.sampleRate, SAMPLE_RATE)
      mixSound(mixed[side] as Float32Array, samples, at, gainOf(clip.decibels))
    })
  }
  return mixed
}

/** Whether a range of the sequence has any sound at all. */
export const hasSound = (project: Project, first: number, last: number, onlyShot?: string): boolean =>
  audible(project, first, last, onlyShot).length > 0
