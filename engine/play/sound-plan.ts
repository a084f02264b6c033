import type { Project } from '@stilus/core/project'

/** One stretch of a medium's sound on the sequence, in seconds; `from` counts in the medium. */
export interface Audible {
  mediaId: string
  start: number
  length: number
  from: number
  decibels: number
}

/** Everything that is heard in a range of sequence frames [first, last); with a shot's id, that shot alone, handles included. */
export function audible(project: Project, first: number, last: number, onlyShot?: string): Audible[] {
  const second = project.rate.den / project.rate.num
  const shots = project.shots.filter((s) => s.sound !== null && (!onlyShot || s.id === onlyShot))
  const clips = [...shots.map((s) => ({ ...s, gain: s.sound ?? 0 })), ...(onlyShot ? [] : project.sounds)]
  return clips.flatMap((clip) => {
    const medium = project.media.find((m) => m.id === clip.mediaId)
    // A shot alone is heard in its handles too; on the sequence it ends at its cuts.
    const start = onlyShot ? first : Math.max(first, clip.start)
    const end = onlyShot ? last : Math.min(last, clip.start + clip.length)
    if (!medium?.sound || end <= start) return []
    return [
      {
        mediaId: clip.mediaId,
        start: start * second,
        length: (end - start) * second,
        from: (clip.in + start - clip.start) * second,
        decibels: clip.gain,
      },
    ]
  })
}
