import { type Act, levelOf, materialLength, type Project, recorded, type Records } from '@stilus/core/project'
import { loudness } from '@stilus/core/sound'
import { session } from './session'
import { uid, work } from './work'
import { openSequence } from './where'

/** Seconds that are measured at a time. */
const PIECE = 20

/** The edit that puts the loudness of a medium on the shelf, and its record; none where it is there already, undefined where it cannot be measured. */
export async function measureLevel(
  project: Project,
  mediaId: string,
): Promise<{ acts: Act[]; records: Records } | undefined> {
  if (levelOf(project, mediaId)) return { acts: [], records: {} }
  const medium = project.media.find((m) => m.id === mediaId)
  if (!medium?.sound) return undefined
  const rate = openSequence()?.rate ?? medium.rate
  const frames = Math.min(materialLength(project, mediaId, rate), 200_000)
  const perPiece = Math.ceil((PIECE * rate.num) / rate.den)
  const item = await work(`Measuring how loud ${medium.name} is`, async (share) => {
    const values: number[] = []
    for (let from = 0; from < frames; from += perPiece) {
      const to = Math.min(frames, from + perPiece)
      const seconds = (f: number) => (f * rate.den) / rate.num
      const sound = await session().renderer.media.sound(mediaId, seconds(from), seconds(to))
      if (sound) values.push(...loudness(sound, seconds(1) * sound.sampleRate, to - from))
      share(to / frames)
    }
    const most = Math.max(1e-6, ...values)
    const shares = values.map((v) => Math.round((v / most) * 1000) / 1000)
    const { id, record } = recorded({ kind: 'level', values: shares })
    const item = {
      id: uid(),
      name: `Level of ${medium.name}`,
      kind: 'level' as const,
      mediaId,
      rate,
      record: id,
    }
    return { acts: [['shelf.put', { item }]] as Act[], records: { [id]: record } }
  })
  return item
}
