import { LRUCache } from 'lru-cache'
import type { Area } from '@stilus/core/frame'
import type { Project } from '@stilus/core/project'
import { plan, type Plan, planKey, type Target } from '@stilus/core/render'
import type { Caller } from '../rpc'
import { difference } from './patch'
import type { PlanHandlers } from './plan.worker'

/** What a plan is asked for. */
export interface PlanRequest {
  project: Project
  target: Target
  frame: number
  scale: number
  /** The part that is wanted, in pixels of the full-size picture; a little more may come. Everything unless given. */
  area?: Area | undefined
}

export interface Planned {
  plan: Plan
  key: string
}

/** What the planner needs of its worker. */
export type PlanCaller = Pick<Caller<PlanHandlers>, 'call' | 'end'>

/** Milliseconds above which a target is planned in the worker from then on. */
const DEAR = 4
/** Plans kept; their keys are kept as long as their document. */
const KEPT = 64
/** A cost that is measured weighs this share against what was known, where it is less. */
const EASE = 0.2

const nameOf = ({ target, frame, scale, area }: PlanRequest) => JSON.stringify([target, frame, scale, area])

/**
 * Plans, each once for a document and a request. What costs little is planned at once; what is dear, and what has not been planned before, is planned in
 * a worker, which is told of a document by what differs from the one before. Without a worker everything is planned at once.
 */
export class Planner {
  readonly #plans = new LRUCache<string, Planned>({ max: KEPT })
  readonly #keys = new WeakMap<Project, Map<string, string>>()
  readonly #flying = new WeakMap<Project, Map<string, Promise<Planned>>>()
  readonly #costs = new Map<string, number>()
  readonly #serial = new WeakMap<Project, number>()
  #documents = 0
  #caller: PlanCaller | undefined
  #sent: Project | undefined

  constructor(private start?: () => PlanCaller) {
    this.#caller = start?.()
  }

  /** The key of a request's picture where it is known or costs little to know; undefined where it must be waited for, or cannot be planned. */
  key(request: PlanRequest): string | undefined {
    const known = this.#keys.get(request.project)?.get(nameOf(request))
    if (known !== undefined || this.#isDear(request)) return known
    try {
      return this.#here(request).key
    } catch {
      return undefined
    }
  }

  /** @throws NotFound where the target is not there, at once or later */
  plan(request: PlanRequest): Planned | Promise<Planned> {
    const known = this.#plans.get(this.#place(request))
    if (known) return known
    if (!this.#isDear(request)) return this.#here(request)
    const name = nameOf(request)
    const flying = kept(this.#flying, request.project)
    let planning = flying.get(name)
    if (!planning) {
      planning = this.#there(request)
      flying.set(name, planning)
      const landed = () => flying.delete(name)
      planning.then(landed, landed)
    }
    return planning
  }

  close(): void {
    this.#caller?.end()
    this.start = undefined
  }

  #isDear({ target }: PlanRequest): boolean {
    return this.start !== undefined && (this.#costs.get(JSON.stringify(target)) ?? Infinity) > DEAR
  }

  #here(request: PlanRequest): Planned {
    const known = this.#plans.get(this.#place(request))
    if (known) return known
    const { project, target, frame, scale, area } = request
    const began = performance.now()
    const planned = plan(project, target, frame, scale, area)
    return this.#note(request, planned, performance.now() - began)
  }

  async #there(request: PlanRequest): Promise<Planned> {
    // Requests carry more than the worker is told: a signal, for one, does not travel.
    const { project, target, frame, scale, area } = request
    try {
      const caller = (this.#caller ??= (this.start as () => PlanCaller)())
      const changes = difference(this.#sent, project)
      this.#sent = project
      const { planned, took } = await caller.call('plan', { changes, target, frame, scale, area })
      return this.#note(request, planned, took)
    } catch (error) {
      if ((error as Error).name !== 'WorkerDied' || !this.start) throw error
      // Another one starts with the next request; this one is not kept waiting for it.
      this.#caller = undefined
      this.#sent = undefined
      return this.#here(request)
    }
  }

  #note(request: PlanRequest, planned: Plan, took: number): Planned {
    const made = { plan: planned, key: planKey(planned) }
    this.#plans.set(this.#place(request), made)
    kept(this.#keys, request.project).set(nameOf(request), made.key)
    const target = JSON.stringify(request.target)
    const before = this.#costs.get(target) ?? took
    this.#costs.set(target, Math.max(took, before + (took - before) * EASE))
    return made
  }

  /** Names a request and its document. */
  #place(request: PlanRequest): string {
    let serial = this.#serial.get(request.project)
    if (serial === undefined) this.#serial.set(request.project, (serial = this.#documents++))
    return `${serial} ${nameOf(request)}`
  }
}

function kept<T>(all: WeakMap<Project, Map<string, T>>, project: Project): Map<string, T> {
  let known = all.get(project)
  if (!known) all.set(project, (known = new Map()))
  return known
}
