import {
  createReadStream,
  mkdirSync,
  mkdtempSync,
  rmSync,
  statSync,
  writeFileSync,
  appendFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { readPackage } from '@stilus/core/formats'
import type { Picture } from '@stilus/core/frame'
import { Kernels } from '@stilus/core/kernels'
import type { Project } from '@stilus/core/project'
import { plan, renderFrame, type Target } from '@stilus/core/render'
import { decode as decodePng } from 'fast-png'
import { FfmpegSource } from './source'

/** Packages larger than this are refused. */
const PACKAGE_LIMIT = 8 * 1024 ** 3

export interface OpenedPackage {
  project: Project
  /** Files of the media by id, in a folder of their own. */
  files: Map<string, string>
  close(): void
}

/**
 * Unpacks a project package into a temporary folder. File names come from ids that the reader has checked, never from the package.
 * @throws ProjectError
 */
export async function openPackage(path: string): Promise<OpenedPackage> {
  if (statSync(path).size > PACKAGE_LIMIT) throw new Error('This package is larger than 8 GB.')
  const folder = mkdtempSync(join(tmpdir(), 'stilus-package-'))
  mkdirSync(join(folder, 'media'))
  const files = new Map<string, string>()
  const project = await readPackage(createReadStream(path), {
    medium(id, piece) {
      const file = files.get(id) ?? join(folder, 'media', `${files.size}`)
      if (!files.has(id)) writeFileSync(file, '')
      files.set(id, file)
      appendFileSync(file, piece)
    },
  })
  return { project, files, close: () => rmSync(folder, { recursive: true, force: true }) }
}

/** Renders frames of a project in Node from the same core as the browser, sources through ffmpeg. */
export class NodeRenderer {
  readonly #sources = new Map<string, FfmpegSource>()
  readonly #stills = new Map<string, Picture>()
  readonly kernels: Kernels

  constructor(
    private readonly project: Project,
    private readonly files: ReadonlyMap<string, string>,
  ) {
    const canvases = [...project.sequences, ...project.designs].map(({ size }) => size.width * size.height)
    const largest = project.media.reduce((most, m) => Math.max(most, m.width * m.height), 0)
    this.kernels = new Kernels(Math.max(96 * 1048576, (Math.max(...canvases) * 16 + largest * 3) * 16))
  }

  /** One frame in linear light. The caller frees it to `kernels`. */
  async frame(target: Target, frame: number, scale = 1) {
    const planned = plan(this.project, target, frame, scale)
    const pictures = await Promise.all(planned.sources.map((s) => this.#picture(s.mediaId, s.frame)))
    return renderFrame(
      this.kernels,
      planned,
      (mediaId, n) => pictures[planned.sources.findIndex((s) => s.mediaId === mediaId && s.frame === n)],
    )
  }

  close(): void {
    for (const source of this.#sources.values()) source.close()
  }

  async #picture(mediaId: string, n: number): Promise<Picture | undefined> {
    const medium = this.project.media.find((m) => m.id === mediaId)
    const file = this.files.get(mediaId)
    if (!medium || !file) return undefined
    if (medium.kind === 'still' && medium.codec === 'PNG') return this.#still(mediaId, file)
    let source = this.#sources.get(mediaId)
    if (!source) this.#sources.set(mediaId, (source = new FfmpegSource(file, medium)))
    return source.get(n)
  }

  async #still(mediaId: string, file: string): Promise<Picture> {
    const known = this.#stills.get(mediaId)
    if (known) return known
    const { readFile } = await import('node:fs/promises')
    const { width, height, data, channels, depth } = decodePng(await readFile(file))
    const to8 = (v: number | undefined) => Math.round((v ?? 0) / (depth === 16 ? 257 : 1))
    const rgba = new Uint8Array(width * height * 4)
    for (let i = 0; i < width * height; i++) {
      const at = i * channels
      const grey = channels < 3
      rgba.set(
        [
          to8(data[at]),
          to8(data[grey ? at : at + 1]),
          to8(data[grey ? at : at + 2]),
          channels % 2 ? 255 : to8(data[at + channels - 1]),
        ],
        i * 4,
      )
    }
    const picture: Picture = { kind: 'rgba', width, height, data: rgba }
    this.#stills.set(mediaId, picture)
    return picture
  }
}
