import { statSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { readOtio } from '@stilus/core/formats'
import {
  type EditArgs,
  type EditName,
  type Medium,
  newProject,
  perform,
  type Project,
} from '@stilus/core/project'
import { readFileSync } from 'node:fs'
import { CLIPS, RATE, SIZE } from './clips'

export const mediaPath = (file: string): string => fileURLToPath(new URL(`./media/${file}`, import.meta.url))

const NAMES: Record<string, string> = {
  harbour: 'Harbour wide',
  lantern: 'Lantern swings',
  comet: 'Comet hangs',
}

/** The demo project: the edit laid out from its OpenTimelineIO file, one shot finished, one begun, one left to try. */
export function demoProject(): Project {
  let project: Project = { ...newProject('the-tin-comet', 'The Tin Comet'), rate: RATE, size: SIZE }
  const act = <N extends EditName>(name: N, args: EditArgs<N>) =>
    (project = perform(project, name, args).project)
  const media = CLIPS.map(({ scene, file, frames, codec, sound }): Medium => ({
    ...{ id: scene, name: file, kind: 'video', ...SIZE, rate: RATE, frames, codec, range: 'bt709 limited' },
    ...{
      sound: { channels: 2, sampleRate: 48000, codec: sound },
      seconds: frames / 24,
      bytes: statSync(mediaPath(file)).size,
    },
  }))
  const timeline = readOtio(readFileSync(mediaPath('the-tin-comet.otio'), 'utf8'))
  const clips = timeline.lanes.filter((lane) => lane.kind === 'video').flatMap((lane) => lane.clips)
  const shots = clips.map((clip): Project['shots'][number] => {
    const medium = media.find((m) => m.name === clip.media) as Medium
    return {
      ...{
        id: medium.id,
        name: NAMES[medium.id] ?? clip.name,
        mediaId: medium.id,
        lane: 0,
        sound: 0,
        state: 'untouched',
        note: '',
        steps: [],
      },
      ...{ start: clip.start, length: clip.length, in: clip.in, zero: clip.in },
    }
  })
  act('project.layout', {
    rate: timeline.rate,
    startTimecode: timeline.startTimecode,
    media,
    shots,
    sounds: [],
  })
  finishHarbour(act)
  beginLantern(act)
  act('shot.note', { shotId: 'comet', note: 'Left untouched: try a glow on the tin and a cooler night.' })
  return project
}

type Act = <N extends EditName>(name: N, args: EditArgs<N>) => unknown

/** Adds a step and sets its controls. */
function treat(
  act: Act,
  shotId: string,
  stepId: string,
  use: string,
  name: string,
  at: number,
  values: Record<string, number | number[] | string>,
) {
  act('step.add', { shotId, stepId, use, at })
  act('step.rename', { shotId, stepId, name })
  for (const [param, value] of Object.entries(values))
    act('value.set', { place: { shotId, stepId, param }, at: 0, value })
}

function finishHarbour(act: Act): void {
  const shotId = 'harbour'
  treat(act, shotId, 'balance', 'grade', 'Balance', 0, { exposure: 0.55, contrast: 1.12, saturation: 1.08 })
  treat(act, shotId, 'cool', 'grade', 'Cool water', 1, {
    temperature: -42,
    exposure: -0.25,
    gain: [0.94, 1, 1.1],
  })
  act('region.add', {
    shotId,
    stepId: 'cool',
    shapeId: 'water',
    kind: 'rectangle',
    centre: [640, 640],
    size: [1500, 250],
  })
  act('value.set', {
    place: { shotId, stepId: 'cool', shapeId: 'water', param: 'feather' },
    at: 0,
    value: 120,
  })
  treat(act, shotId, 'soft', 'gaussian-blur', 'Soft sky', 2, { radius: [5, 5], edge: 'mirror' })
  act('region.add', {
    shotId,
    stepId: 'soft',
    shapeId: 'sky',
    kind: 'ellipse',
    centre: [640, 40],
    size: [1800, 420],
  })
  act('value.set', { place: { shotId, stepId: 'soft', shapeId: 'sky', param: 'feather' }, at: 0, value: 260 })
  treat(act, shotId, 'glow', 'glow', 'Lantern glow', 3, {
    threshold: 0.75,
    radius: 16,
    rings: 3,
    intensity: 0.5,
    tint: [1, 0.72, 0.42],
  })
  const intensity = { shotId, stepId: 'glow', param: 'intensity' }
  act('key.put', { place: intensity, at: 0, value: 0.35 })
  act('key.put', { place: intensity, at: 40, value: 1.3 })
  act('key.put', { place: intensity, at: 78, value: 0.6 })
  act('step.when', { shotId, stepId: 'glow', when: { rampIn: 10, start: 4 } })
  act('shot.state', { shotId, state: 'done' })
  act('shot.note', { shotId, note: 'Windows and the boat glow up to the cut; the water stays cool.' })
}

function beginLantern(act: Act): void {
  treat(act, 'lantern', 'warm', 'grade', 'Warm workshop', 0, {
    exposure: 0.3,
    temperature: 18,
    contrast: 1.1,
  })
  treat(act, 'lantern', 'light', 'glow', 'Light from within', 1, {
    threshold: 0.9,
    radius: 34,
    rings: 3,
    intensity: 0.7,
    tint: [1, 0.78, 0.5],
  })
}
