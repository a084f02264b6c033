import { execFileSync } from 'node:child_process'
import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Picture } from '@stilus/core/frame'
import { decodedEncoding, readPlanes } from '@stilus/core/media'
import { colourSpace, FORMATS, sampleOf } from './formats'

interface StillStream {
  pix_fmt: string
  width: number
  height: number
  color_range?: string
  color_space?: string
  color_primaries?: string
  color_transfer?: string
}

const ENTRIES = 'stream=pix_fmt,width,height,color_range,color_space,color_primaries,color_transfer'

/** A compressed still of a MIME type through ffmpeg: planes as they are stored, or RGBA where they are no planes. */
export async function readStill(bytes: Uint8Array<ArrayBuffer>, type: string): Promise<Picture> {
  const folder = await mkdtemp(join(tmpdir(), 'stilus-still-'))
  try {
    const path = join(folder, `still.${type.split('/')[1] ?? 'png'}`)
    await writeFile(path, bytes)
    const probe = ['-v', 'error', '-select_streams', 'v:0', '-show_entries', ENTRIES, '-of', 'json', path]
    const found = JSON.parse(String(execFileSync('ffprobe', probe))) as { streams: StillStream[] }
    const [stream] = found.streams
    if (!stream) throw new Error('There is no picture in it.')
    const { width, height, pix_fmt: stored } = stream
    const format = FORMATS[stored]
    const args = ['-v', 'error', '-noautorotate', '-i', path, '-frames:v', '1']
    const raw = ['-pix_fmt', format ? stored : 'rgba', '-f', 'rawvideo', 'pipe:1']
    const data = new Uint8Array(execFileSync('ffmpeg', [...args, ...raw], { maxBuffer: 2 ** 31 - 1 }))
    if (!format) return { kind: 'rgba', width, height, data }
    const { color_range, color_space, color_primaries, color_transfer } = stream
    const colour = colourSpace(color_range, color_space, color_primaries, color_transfer)
    const sample = sampleOf({ data, format, width, height, stamp: 0, colour })
    return await readPlanes(sample, decodedEncoding(sample, {}, true), { width, height })
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}
