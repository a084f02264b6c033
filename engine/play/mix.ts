import type { Project, Sequence } from '@stilus/core/project'
import { fadeOf, gainOf, mixSound, resampleSound, toStereo } from '@stilus/core/sound'
import type { MediaLibrary } from '../media/library'
import { audible } from './sound-plan'

export const SAMPLE_RATE = 48000

/** Stereo at 48 kHz for a range of a sequence's frames [first, last), as many samples as the frames last. */
export async function mixRange(
  project: Project,
  sequence: Sequence,
  media: MediaLibrary,
  first: number,
  last: number,
  onlyShot?: string,
) {
  const seconds = (n: number) => (n * sequence.rate.den) / sequence.rate.num
  const zero = Math.round(seconds(first) * SAMPLE_RATE)
  const length = Math.round(seconds(last) * SAMPLE_RATE) - zero
  const mixed = [new Float32Array(length), new Float32Array(length)] as const
  for (const clip of audible(project, sequence, first, last, onlyShot)) {
    const sound = await media.sound(clip.mediaId, clip.from, clip.from + clip.length).catch(() => undefined)
    if (!sound?.channels.length) continue
    const begins = Math.round(clip.start * SAMPLE_RATE)
    const fade = fadeOf(clip, SAMPLE_RATE)
    toStereo(sound).forEach((channel, side) => {
      const samples = resampleSound(channel, sound.sampleRate, SAMPLE_RATE)
      if (fade)
        for (let i = 0; i < samples.length; i++) samples[i] = (samples[i] as number) * fade(begins + i)
      mixSound(mixed[side] as Float32Array, samples, begins - zero, gainOf(clip.decibels))
    })
  }
  return mixed
}

/** Whether a range of a sequence has any sound at all. */
export const hasSound = (
  project: Project,
  sequence: Sequence,
  first: number,
  last: number,
  onlyShot?: string,
): boolean => audible(project, sequence, first, last, onlyShot).length > 0
