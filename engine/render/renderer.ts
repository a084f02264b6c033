import type { Area } from '@stilus/core/frame'
import type { Project } from '@stilus/core/project'
import { plan, planKey, type Plan, type Target } from '@stilus/core/render'
import { type FindBlob, MediaLibrary } from '../media/library'
import { FrameCache } from './frame-cache'
import { meanOf } from './mean'
import { arenaBytes, RenderPool } from './pool'
import type { DeliveredAlpha, PictureFormat } from '@stilus/core/deliver'
import type { Delivered } from './render.worker'
import { renderWorkers, spawnRenderer } from './spawn'

export interface RenderRequest {
  project: Project
  target: Target
  frame: number
  scale: number
  /** The part that is wanted, in pixels of the full-size picture; a little more may come. Everything unless given. */
  area?: Area | undefined
  format?: PictureFormat
  /** What becomes of transparency; straight where absent. */
  alpha?: DeliveredAlpha
  /** Before everything that waits, such as the frame under the playhead. */
  urgent?: boolean
  signal?: AbortSignal
}

/** Budget of rendered pictures unless the user says otherwise. */
export const CACHE_BYTES = 768 * 1048576

/** Plans, fetches sources, renders in the pool and keeps what was rendered. Equal plans in flight are rendered once. */
export class Renderer {
  readonly media: MediaLibrary
  readonly cache = new FrameCache(CACHE_BYTES)
  readonly #pool: RenderPool
  readonly #flying = new Map<string, Promise<Delivered>>()
  readonly #keys = new WeakMap<Project, Map<string, string>>()

  /**
   * @param onProblem told of what went wrong without stopping the work: a frame that cannot be read, a worker that died
   * @param workers how many frames are rendered at the same time; one a core unless given
   */
  constructor(
    find: FindBlob,
    private readonly onProblem: (message: string) => void = () => undefined,
    workers = renderWorkers(),
  ) {
    this.media = new MediaLibrary(find, onProblem)
    this.#pool = new RenderPool(workers, spawnRenderer, (message) =>
      onProblem(`A renderer stopped and was replaced (${message}).`),
    )
  }

  get workers() {
    return this.#pool.size
  }

  /** The picture of a request if it is there already. */
  peek(request: RenderRequest): Delivered | undefined {
    return this.cache.get(this.#keyOf(request))
  }

  /** Whether the picture of a request is there already, without counting as use. */
  has(request: RenderRequest): boolean {
    return this.cache.has(this.#keyOf(request))
  }

  /** The key of a request's picture. Planning is asked for often and a document never changes, so each is done once a document. */
  #keyOf(request: RenderRequest): string {
    const { project, target, frame, scale, area } = request
    let known = this.#keys.get(project)
    if (!known) this.#keys.set(project, (known = new Map()))
    const name = JSON.stringify([target, frame, scale, area])
    let key = known.get(name)
    if (key === undefined) known.set(name, (key = planKey(planOf(request))))
    return key
  }

  /** @throws AbortError when no longer wanted; Error where the picture cannot be made */
  render(request: RenderRequest): Promise<Delivered> {
    const format = request.format ?? 'rgba8'
    const group = groupOf(request)
    if (request.urgent) this.look(request)
    if (format !== 'rgba8') return this.#make(planOf(request), format, request)
    const key = this.#keyOf(request)
    const known = this.cache.get(key)
    if (known) return Promise.resolve(known)
    const flying = this.#flying.get(key)
    // Somebody else's request may be withdrawn; then this one is made for itself.
    if (flying && !request.signal)
      return flying.catch((e: Error) => (e.name === 'AbortError' ? this.render(request) : Promise.reject(e)))
    const began = performance.now()
    const making = this.#make(planOf(request), format, request)
    const keep = (picture: Delivered) =>
      this.cache.put(key, picture, { group, frame: request.frame, cost: performance.now() - began })
    // A frame whose source failed is shown as failed but not kept: it may be there the next time.
    making.then((picture) => picture.failed || keep(picture)).catch(() => undefined)
    this.#flying.set(key, making)
    const landed = () => this.#flying.get(key) === making && this.#flying.delete(key)
    making.then(landed, landed)
    return making
  }

  /** The mean of a request's area in linear light, premultiplied. @throws AbortError */
  async mean(request: RenderRequest & { area: Area }): Promise<[number, number, number, number]> {
    return meanOf(await this.render({ ...request, format: 'float' }), request.area, request.scale)
  }

  /** Tells what the user is looking at, so that what lies near it is kept. */
  look(request: RenderRequest): void {
    this.cache.look(groupOf(request), request.frame)
  }

  /** Takes back a picture that was asked for in another format than the cache keeps, so that its memory serves the next one. */
  recycle(picture: Pick<Delivered, 'data'>): void {
    this.#pool.recycle(picture)
  }

  close(): void {
    this.#pool.close()
    this.media.close()
    this.cache.clear()
  }

  async #make(
    planned: Plan,
    format: PictureFormat,
    { project, urgent = false, signal, alpha = 'straight' }: RenderRequest,
  ): Promise<Delivered> {
    this.#pool.reserve(arenaBytes(project))
    let failed = false
    const source = async (mediaId: string, frame: number) => {
      try {
        return await this.media.picture(mediaId, frame)
      } catch (error) {
        failed = true
        const name = project.media.find((m) => m.id === mediaId)?.name ?? mediaId
        this.onProblem(
          `Frame ${frame} of "${name}" could not be read and is left out: ${(error as Error).message}`,
        )
        return undefined
      }
    }
    const fetch = () => Promise.all(planned.sources.map((s) => source(s.mediaId, s.frame)))
    const made = await this.#pool.run({ plan: planned, format, alpha, keep: urgent, fetch, urgent, signal })
    const picture = { ...made, ...partOf(planned) }
    return failed ? { ...picture, failed } : picture
  }
}

/** Where the picture of a plan lies in the whole, if it is a part. */
function partOf({ nodes, width, height }: Plan): Pick<Delivered, 'part'> {
  const area = nodes.at(-1)?.area
  const whole = !area || (area.width === width && area.height === height)
  return whole ? {} : { part: { x: area.x, y: area.y, width, height } }
}

const groupOf = ({ target, scale }: RenderRequest) => {
  const what = target.kind === 'stack' ? Object.values(target.stack).join(' ') : target.kind
  return `${what}@${scale}`
}

const planOf = ({ project, target, frame, scale, area }: RenderRequest) =>
  plan(project, target, frame, scale, area)
