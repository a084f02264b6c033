import { MediaError } from './error'
import { openMovie } from './movie'
import type { MediaFile, OpenMedium, Platform } from './platform'
import { stillType } from './still-type'

/**
 * Opens a file of any kind that is read: video, sound, a still, or an archive of numbered stills.
 * @param onProblem told, in a sentence, of what goes wrong later without stopping the work
 * @throws MediaError
 */
export async function openMedium(
  file: MediaFile,
  platform: Platform,
  onProblem: (message: string) => void = () => undefined,
): Promise<OpenMedium> {
  if (file.size === 0)
    throw new MediaError(
      `"${file.name}" is empty (0 bytes). Copy it again from where it came and import it once more.`,
    )
  // Most files are movies; what reads the others is loaded when there is one.
  if (await isZip(file)) return (await import('./numbered')).openNumbered(file, platform)
  if (stillType(file.name)) return (await import('./still')).openStill(file, platform)
  return openMovie(file, platform, onProblem)
}

/** A numbered sequence keeps the ending of its stills; it is told by what it begins with. */
async function isZip(file: MediaFile): Promise<boolean> {
  const head = await file.read(0, Math.min(4, file.size))
  return head[0] === 0x50 && head[1] === 0x4b && head[2] === 3 && head[3] === 4
}
