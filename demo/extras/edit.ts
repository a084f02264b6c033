import type { EditTimeline } from '@stilus/core/formats'
import { JOINS, placedCuts, RATE, START } from '../cut'
import { MEDIA_FACTS } from '../media-facts'
import { SECONDS } from './lists'

/** The edit as other programs know it. */
export function timeline(): EditTimeline {
  const cuts = placedCuts()
  const clips = (lane: number) =>
    cuts
      .filter((cut) => cut.lane === lane)
      .map(({ name, file, start, length, in: from }) => ({
        name,
        media: file,
        start,
        length,
        in: from,
        available: MEDIA_FACTS[file]?.available ?? null,
      }))
  const joints = JOINS.map(({ to, before, after }) => {
    const at = cuts.find((cut) => cut.id === to)?.start ?? 0
    return { at, before, after, use: 'dissolve', name: 'Dissolve' }
  })
  const length = Math.round(SECONDS * 24)
  const score = { name: 'Score', media: 'score.m4a', start: 0, length, in: 0, available: length }
  return {
    name: 'The Tin Comet',
    rate: RATE,
    startTimecode: START,
    lanes: [
      { name: 'Pictures', kind: 'video', clips: clips(0), joints },
      { name: 'Titles', kind: 'video', clips: clips(1) },
      { name: 'Score', kind: 'sound', clips: [score] },
    ],
  }
}
