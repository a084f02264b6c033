import type { Project, Sequence } from '../project'
import { fadeOf, gainOf, mixSound, resampleSound, type Sound, toStereo } from '../sound'
import { audible, type Only } from './audible'

export const SAMPLE_RATE = 48000

/** Where the sound of a medium comes from. */
export interface SoundOf {
  /** Sound between two times in seconds from the first picture; undefined where the medium is not there. */
  sound(mediaId: string, from: number, to: number): Promise<Sound | undefined>
}

/** Stereo at 48 kHz for a range of a sequence's frames [first, last), as many samples as the frames last. */
export async function mixRange(
  project: Project,
  sequence: Sequence,
  media: SoundOf,
  first: number,
  last: number,
  only?: Only,
) {
  const seconds = (n: number) => (n * sequence.rate.den) / sequence.rate.num
  const zero = Math.round(seconds(first) * SAMPLE_RATE)
  const length = Math.round(seconds(last) * SAMPLE_RATE) - zero
  const mixed = [new Float32Array(length), new Float32Array(length)] as const
  for (const clip of audible(project, sequence, first, last, only)) {
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
  only?: Only,
): boolean => audible(project, sequence, first, last, only).length > 0
