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
import { type Codes, encodePicture, type PictureEncoding } from '@stilus/core/deliver'
import { readPackage } from '@stilus/core/formats'
import type { Picture } from '@stilus/core/frame'
import { Kernels } from '@stilus/core/kernels'
import type { Project } from '@stilus/core/project'
import { plan, renderFrame, tablesOf, type Target } from '@stilus/core/render'
import { NodeFonts } from './fonts'
import { type OpenMedium, openMedium } from '@stilus/core/media'
import type { Sound } from '@stilus/core/sound'
import { fileOf, nodePlatform } from './media'

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

/** The media of a project in Node, opened as they are asked for. */
export class NodeMedia {
  readonly #open = new Map<string, Promise<OpenMedium>>()
  readonly #files: { close(): Promise<void> }[] = []

  /** @param onProblem told, in a sentence, of what goes wrong without stopping the work */
  constructor(
    private readonly project: Pick<Project, 'media'>,
    private readonly files: ReadonlyMap<string, string>,
    private readonly onProblem: (message: string) => void = () => undefined,
  ) {}

  /** A frame of a medium as stored; undefined where its file is not there. */
  async picture(mediaId: string, frame: number): Promise<Picture | undefined> {
    return (await this.#medium(mediaId))?.picture(frame)
  }

  /** Sound between two times in seconds from the first picture. */
  async sound(mediaId: string, from: number, to: number): Promise<Sound | undefined> {
    return (await this.#medium(mediaId))?.sound(from, to)
  }

  async close(): Promise<void> {
    for (const opening of this.#open.values())
      await opening.then((medium) => medium.close()).catch(() => undefined)
    for (const file of this.#files) await file.close()
    this.#open.clear()
  }

  #medium(mediaId: string): Promise<OpenMedium> | undefined {
    const medium = this.project.media.find((m) => m.id === mediaId)
    const path = this.files.get(mediaId)
    if (!medium || !path) return undefined
    let opening = this.#open.get(mediaId)
    if (!opening) this.#open.set(mediaId, (opening = this.#start(path, medium.name)))
    return opening
  }

  async #start(path: string, name: string): Promise<OpenMedium> {
    const file = await fileOf(path, name)
    this.#files.push(file)
    return openMedium(file, nodePlatform(), this.onProblem)
  }
}

/** Renders frames of a project in Node from the same core as the browser. */
export class NodeRenderer {
  readonly kernels: Kernels
  readonly media: NodeMedia
  readonly #fonts: NodeFonts

  constructor(
    private readonly project: Project,
    files: ReadonlyMap<string, string>,
    onProblem?: (message: string) => void,
  ) {
    this.media = new NodeMedia(project, files, onProblem)
    this.#fonts = new NodeFonts(onProblem)
    const canvases = [...project.sequences, ...project.designs].map(({ size }) => size.width * size.height)
    const largest = project.media.reduce((most, m) => Math.max(most, m.width * m.height), 0)
    this.kernels = new Kernels(Math.max(96 * 1048576, (Math.max(...canvases) * 16 + largest * 3) * 16))
  }

  /** One frame in linear light. The caller frees it to `kernels`. */
  async frame(target: Target, frame: number, scale = 1) {
    const planned = plan(this.project, target, frame, scale)
    await this.#fonts.open(this.project, planned)
    const pictures = await Promise.all(planned.sources.map((s) => this.media.picture(s.mediaId, s.frame)))
    return renderFrame(
      this.kernels,
      planned,
      (mediaId, n) => pictures[planned.sources.findIndex((s) => s.mediaId === mediaId && s.frame === n)],
      { tables: tablesOf(this.project, planned), typefaces: this.#fonts.typefaces },
    )
  }

  /** One frame as it leaves. */
  async encoded(target: Target, frame: number, encoding: PictureEncoding): Promise<{ data: Codes }> {
    const made = await this.frame(target, frame)
    const { highlights = 'clip' } = this.project
    const data = await encodePicture(this.kernels, made, encoding, highlights)
    this.kernels.free(made)
    return { data }
  }

  close(): Promise<void> {
    return this.media.close()
  }
}
