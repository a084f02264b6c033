import { configure, Reader, type Entry, Uint8ArrayWriter, ZipReader } from '@zip.js/zip.js'
import type { Picture } from '../frame'
import { framesInWords } from './damage'
import { MediaError } from './error'
import { KeptPictures } from './kept'
import type { MediaFile, MediumInfo, OpenMedium, Platform } from './platform'
import { numbered, SEQUENCE_RATE } from './numbered-names'
import { readStill, stillInfo } from './still'
import { stillType } from './still-type'

class FileReader extends Reader<MediaFile> {
  constructor(private readonly file: MediaFile) {
    super(file)
    this.size = file.size
  }

  override readUint8Array(from: number, length: number) {
    return this.file.read(from, Math.min(this.file.size, from + length))
  }
}

/** The stills of an archive by their numbers. @throws MediaError */
async function entriesOf(file: MediaFile) {
  configure({ useWebWorkers: false })
  const zip = new ZipReader(new FileReader(file))
  const entries = await zip.getEntries().catch(() => {
    throw new MediaError(
      `"${file.name}" is damaged: its list of pictures cannot be read. Import the pictures themselves again.`,
    )
  })
  const stills = entries.flatMap((entry) => {
    const parts = entry.directory ? undefined : numbered(entry.filename)
    return parts ? [{ entry, number: parts.number }] : []
  })
  return { zip, stills: stills.sort((a, b) => a.number - b.number) }
}

/** The stills of a numbered sequence one after the other, as files of their own. @throws MediaError */
export async function* stillsOf(
  file: MediaFile,
): AsyncGenerator<{ name: string; bytes: Uint8Array<ArrayBuffer>; of: number }> {
  const { zip, stills } = await entriesOf(file)
  for (const { entry } of stills)
    yield { name: entry.filename, bytes: await bytesOf(entry), of: stills.length }
  await zip.close()
}

/**
 * Opens a numbered sequence: an archive of stills whose names end in their number. A number that is missing shows the picture before it.
 * @throws MediaError
 */
export async function openNumbered(file: MediaFile, platform: Platform): Promise<OpenMedium> {
  const { zip, stills } = await entriesOf(file)
  const [head, tail] = [stills[0], stills.at(-1)]
  if (!head || !tail)
    throw new MediaError(
      `"${file.name}" holds no numbered pictures. An archive of pictures whose names end in a number is read as one clip.`,
    )
  const count = tail.number - head.number + 1
  const byNumber = new Map(stills.map(({ entry, number }) => [number - head.number, entry]))
  const gaps = Array.from({ length: count }, (_, n) => n).filter((n) => !byNumber.has(n))
  const kept = new KeptPictures()
  const picture = async (n: number): Promise<Picture> => {
    let at = Math.min(count - 1, Math.max(0, n))
    while (!byNumber.has(at)) at--
    const known = kept.get(at)
    if (known) return known
    const entry = byNumber.get(at) as Entry
    const made = await readStill(await bytesOf(entry), entry.filename, platform)
    kept.add(at, made)
    return made
  }
  const first = await picture(0)
  const missing = gaps.map((n) => n + head.number)
  const info: MediumInfo = {
    ...stillInfo(first, stillType(head.entry.filename) ?? ''),
    kind: 'video',
    rate: SEQUENCE_RATE,
    frames: count,
    sound: null,
    gaps,
    seconds: (count * SEQUENCE_RATE.den) / SEQUENCE_RATE.num,
    notice: gaps.length
      ? `${gaps.length === 1 ? 'Picture' : 'Pictures'} ${framesInWords(missing)} of "${file.name}" ${gaps.length === 1 ? 'is' : 'are'} missing; the one before stands in. Add ${gaps.length === 1 ? 'it' : 'them'} and replace the clip.`
      : null,
  }
  return {
    info,
    kept,
    picture,
    sound: () => Promise.resolve({ sampleRate: 48000, channels: [] }),
    close: () => zip.close().then(() => undefined),
  }
}

async function bytesOf(entry: Entry): Promise<Uint8Array<ArrayBuffer>> {
  if (entry.directory) throw new Error('This is a folder.')
  return (await entry.getData(new Uint8ArrayWriter())) as Uint8Array<ArrayBuffer>
}
