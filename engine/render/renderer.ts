import type { Area } from '@stilus/core/frame'
import type { Project } from '@stilus/core/project'
import { fontFile } from '../fonts'
import { colourTable, type Cost, keptSteps, type Plan, type Resource } from '@stilus/core/render'
import type { DeliveredAlpha, PictureFormat } from '@stilus/core/deliver'
import { type FindBlob, type MediaCaller, MediaLibrary } from '../media/library'
import { memoryShares, usualMemory } from '../memory'
import { startMedia, startPlanner, startRenderer } from '../workers'
import { FrameCache } from './frame-cache'
import { meanOf } from './mean'
import { type PlanCaller, Planner, type Planned, type PlanRequest } from './planner'
import { arenaBytes, type RenderCaller, RenderPool } from './pool'
import type { Delivered } from './render.worker'

export interface RenderRequest extends PlanRequest {
  format?: PictureFormat
  /** What becomes of transparency; straight where absent. */
  alpha?: DeliveredAlpha
  /** Before everything that waits, such as the frame under the playhead. */
  urgent?: boolean
  /** Before what nobody waits for, such as a picture that is tried on before filmstrips. */
  soon?: boolean
  /** A picture made of frames near the right ones will do, if it is had sooner; it says so, and is not kept. */
  quick?: boolean
  signal?: AbortSignal
}

/** What a renderer works with, unless it is told otherwise. */
export interface RendererOptions {
  /** Told of what went wrong without stopping the work: a frame that cannot be read, a worker that died. */
  onProblem?(message: string): void
  /** How many frames are rendered at the same time; one a core unless given. */
  workers?: number
  /** Bytes that all that is kept may take together. */
  memory?: number
  startMedia?(onDeath: () => void): MediaCaller
  startRenderer?(): RenderCaller
  /** Starts a worker for dear plans; null plans everything here. */
  startPlanner?: (() => PlanCaller) | null
}

/** How many render workers this machine is given: one a core. */
const usualWorkers = (): number => Math.max(1, Math.min(8, navigator.hardwareConcurrency || 2))

/** Workers that decode: the decoders themselves run beside them, they only read and copy. */
const MOST_DECODERS = 4

/** Gigabytes of the machine, where the browser tells. */
const machineMemory = (): number | undefined => (navigator as { deviceMemory?: number }).deviceMemory

/** Plans, fetches sources, renders in the pool and keeps what was rendered. Equal plans in flight are rendered once. */
export class Renderer {
  readonly media: MediaLibrary
  readonly cache = new FrameCache(0)
  readonly #planner: Planner
  readonly #pool: RenderPool
  readonly #flying = new Map<string, Promise<Delivered>>()
  readonly #onProblem: (message: string) => void
  #memory = 0

  constructor(find: FindBlob, options: RendererOptions = {}) {
    const {
      onProblem = () => undefined,
      workers = usualWorkers(),
      memory = usualMemory(machineMemory()),
    } = options
    this.#onProblem = onProblem
    const decoders = Math.min(MOST_DECODERS, workers)
    this.media = new MediaLibrary(find, onProblem, options.startMedia ?? startMedia, decoders)
    this.#pool = new RenderPool(workers, options.startRenderer ?? startRenderer, (message) =>
      onProblem(`A renderer stopped and was replaced (${message}).`),
    )
    const { startPlanner: planner = startPlanner } = options
    this.#planner = new Planner(planner ?? undefined)
    this.memory = memory
  }

  get workers() {
    return this.#pool.size
  }

  /** Bytes that all caches may hold together: rendered pictures, pictures in the making, decoded ones. */
  get memory(): number {
    return this.#memory
  }

  set memory(bytes: number) {
    const { pictures, nodes, decoded } = memoryShares(bytes)
    this.#memory = bytes
    this.cache.limit = pictures
    this.#pool.nodes = nodes
    this.media.budget = decoded
  }

  /** Bytes that they hold now. */
  get held(): number {
    return this.cache.bytes + this.#pool.held + this.media.held
  }

  /** The picture of a request if it is there already and is found at once. */
  peek(request: RenderRequest): Delivered | undefined {
    const key = this.#planner.key(request)
    return key === undefined ? undefined : this.cache.get(key)
  }

  /** Whether the picture of a request is there already, without counting as use. Where that is not known yet it is by the next time. */
  has(request: RenderRequest): boolean {
    const key = this.#planner.key(request)
    if (key === undefined) void Promise.resolve(this.#planner.plan(request)).catch(() => undefined)
    return key !== undefined && this.cache.has(key)
  }

  /** @throws AbortError when no longer wanted; Error where the picture cannot be made */
  async render(request: RenderRequest): Promise<Delivered> {
    if (request.urgent) this.look(request)
    const planned = this.#planner.plan(request)
    return this.#rendered(request, planned instanceof Promise ? await planned : planned)
  }

  /** The mean of a request's area in linear light, premultiplied. @throws AbortError */
  async mean(request: RenderRequest & { area: Area }): Promise<[number, number, number, number]> {
    return meanOf(await this.render({ ...request, format: 'float' }), request.area, request.scale)
  }

  /** What each step of a picture costs, by its id: measured by making all of it anew. Steps that do nothing are not among them. @throws AbortError */
  async costs(request: RenderRequest): Promise<Record<string, Cost>> {
    const { plan } = await this.#planner.plan(request)
    const picture = await this.#make(plan, 'rgba8', request, true)
    this.recycle(picture)
    const kept = keptSteps(plan, this.#pool.holds)
    const costs = Object.entries(picture.costs ?? {})
    return Object.fromEntries(costs.map(([step, ms]) => [step, { ms, kept: kept.has(step) }]))
  }

  /** Tells what the user is looking at, so that what lies near it is kept. */
  look(request: RenderRequest): void {
    this.cache.look(groupOf(request), request.frame)
  }

  /** Takes back a picture that was asked for in another format than the cache keeps, so that its memory serves the next one. */
  recycle(picture: Pick<Delivered, 'data'>): void {
    this.#pool.recycle(picture)
  }

  /** Starts what every picture of a project needs before the first is asked for. */
  warm(project: Project): void {
    this.media.warm()
    this.#pool.reserve(arenaBytes(project))
    void this.#pool.warm()
  }

  close(): void {
    this.#planner.close()
    this.#pool.close()
    this.media.close()
    this.cache.clear()
  }

  async #rendered(request: RenderRequest, { plan, key }: Planned): Promise<Delivered> {
    request.signal?.throwIfAborted()
    const format = request.format ?? 'rgba8'
    if (format !== 'rgba8') return this.#make(plan, format, request)
    const known = this.cache.get(key)
    if (known) return known
    const flying = this.#flying.get(key)
    // Somebody else's request may be withdrawn; then this one is made for itself.
    if (flying && !request.signal)
      return flying.catch((e: Error) => {
        if (e.name === 'AbortError') return this.render(request)
        throw e
      })
    const group = groupOf(request)
    const began = performance.now()
    const making = this.#make(plan, format, request)
    const keep = (picture: Delivered) =>
      this.cache.put(key, picture, { group, frame: request.frame, cost: performance.now() - began })
    // A frame whose source failed is shown as failed but not kept: it may be there the next time.
    making.then((picture) => picture.failed || picture.near || keep(picture)).catch(() => undefined)
    if (request.quick) return making
    this.#flying.set(key, making)
    const landed = () => this.#flying.get(key) === making && this.#flying.delete(key)
    making.then(landed, landed)
    return making
  }

  async #make(
    plan: Plan,
    format: PictureFormat,
    { project, urgent = false, soon = false, quick = false, signal, alpha = 'straight' }: RenderRequest,
    costs = false,
  ): Promise<Delivered> {
    this.#pool.reserve(arenaBytes(project))
    let [failed, near] = [false, false]
    const source = async ({ mediaId, frame }: Plan['sources'][number]) => {
      try {
        if (!quick) return await this.media.picture(mediaId, frame)
        const given = await this.media.quick(mediaId, frame)
        near ||= given !== undefined && given.frame !== frame
        return given?.picture
      } catch (error) {
        failed = true
        const name = project.media.find((m) => m.id === mediaId)?.name ?? mediaId
        this.#onProblem(
          `Frame ${frame} of "${name}" could not be read and is left out: ${(error as Error).message}`,
        )
        return undefined
      }
    }
    const fetch = (sources: Plan['sources']) => Promise.all(sources.map(source))
    const table = (resource: Resource) => {
      if (resource.kind === 'table') return colourTable(project, resource)
      return fontFile(project, resource).catch((error: Error) => {
        failed = true
        this.#onProblem(`${error.message} Its letters are shown in another font.`)
        return undefined
      })
    }
    const order = { urgent: urgent && !quick, soon }
    const made = await this.#pool.run({ plan, format, alpha, ...order, fetch, table, signal, costs })
    const marks = { ...(failed && { failed }), ...(near && { near }) }
    return { ...made, ...partOf(plan), ...marks }
  }
}

/** Where the picture of a plan lies in the whole, if it is a part. */
function partOf({ nodes, width, height }: Plan): Pick<Delivered, 'part'> {
  const area = nodes.at(-1)?.area
  const whole = !area || (area.width === width && area.height === height)
  return whole ? {} : { part: { x: area.x, y: area.y, width, height } }
}

const groupOf = ({ target, scale }: PlanRequest) => {
  const what = target.kind === 'stack' ? Object.values(target.stack).join(' ') : target.kind
  return `${what}@${scale}`
}
