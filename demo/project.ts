import { existsSync, readFileSync, statSync } from 'node:fs'
import { readOtio } from '@stilus/core/formats'
import { encodingWords, RGB, VIDEO } from '@stilus/core/colour'
import {
  type EditArgs,
  type EditName,
  type Medium,
  newProject,
  perform,
  type Project,
  type Records,
  type Shot,
  withRecords,
} from '@stilus/core/project'
import { compose } from './compose'
import { evening } from './evening'
import { CUTS, JOINS, LENGTH, RATE, SIZE } from './cut'
import { MEDIA_FACTS } from './media-facts'
import { kitPath, mediaPath } from './paths'
import { finishShots } from './treatments'

/** The id of a medium: its file's name without the ending. */
export const mediumId = (file: string): string => file.replace(/\.\w+$/, '')

/** The project as it is so far. */
export type Look = () => Project

export type Act = <N extends EditName>(name: N, args: EditArgs<N>, records?: Records) => unknown

const STILLS: Record<string, string> = { png: 'PNG', jpg: 'JPEG' }

function media(): Medium[] {
  return Object.entries(MEDIA_FACTS)
    .filter(([file]) => existsSync(mediaPath(file)))
    .map(([file, { kind, width, height, rate, frames, codec, sound }]): Medium => {
      const seconds =
        kind === 'sound'
          ? (LENGTH * RATE.den) / RATE.num
          : kind === 'still'
            ? 0
            : (frames * rate.den) / rate.num
      return {
        id: mediumId(file),
        name: file,
        kind,
        width,
        height,
        frames,
        seconds,
        rate: kind === 'sound' ? { num: 1, den: 1 } : rate,
        codec: kind === 'sound' ? 'aac' : (STILLS[codec] ?? codec),
        coding: kind === 'sound' ? '' : encodingWords(kind === 'video' ? VIDEO : RGB),
        sound: sound ? { channels: 2, sampleRate: 48000, codec: sound } : null,
        bytes: statSync(mediaPath(file)).size,
      }
    })
}

/** The demo project: the edit laid out from its OpenTimelineIO file, some shots finished, the rest left to try. */
export function demoProject(): Project {
  let project: Project = newProject('the-tin-comet', 'The Tin Comet')
  const act: Act = (name, args, records = {}) =>
    (project = perform(withRecords(project, records), name, args).project)
  act('sequence.format', { rate: RATE, size: SIZE })
  const timeline = readOtio(readFileSync(kitPath('the-tin-comet.otio'), 'utf8'))
  const lanes = timeline.lanes.filter((lane) => lane.kind === 'video')
  const shots = lanes.flatMap((lane, index) =>
    lane.clips.map((clip): Shot => ({
      id: CUTS.find((cut) => cut.name === clip.name)?.id ?? mediumId(clip.media),
      name: clip.name,
      source: { kind: 'medium', mediaId: mediumId(clip.media) },
      lane: index,
      start: clip.start,
      length: clip.length,
      in: clip.in,
      zero: clip.in,
      sound: MEDIA_FACTS[clip.media]?.sound ? 0 : null,
      state: 'untouched',
      note: '',
      steps: [],
    })),
  )
  const sounds = timeline.lanes
    .filter((lane) => lane.kind === 'sound')
    .flatMap((lane) => lane.clips)
    .map((clip) => ({
      id: 'score',
      name: clip.name,
      mediaId: mediumId(clip.media),
      start: clip.start,
      length: clip.length,
      in: clip.in,
      gain: -3,
    }))
  act('sequence.layout', {
    rate: timeline.rate,
    startTimecode: timeline.startTimecode,
    media: media(),
    shots,
    sounds,
  })
  for (const { at, before, after, use } of lanes.flatMap((lane) => lane.joints ?? [])) {
    const joined = JOINS.find(({ to }) => shots.find((s) => s.id === to)?.start === at)
    if (!joined) continue
    const { id, from, to } = joined
    act('transition.add', { transitionId: id, stepId: `${id}-joint`, use, from, to, before, after })
  }
  finishShots(act, () => project)
  compose(act, () => project)
  evening(act, () => project)
  return project
}
