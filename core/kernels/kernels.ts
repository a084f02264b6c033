import type { Frame, Plane } from '../frame'
import { Arena, type Block } from './arena'
import { type Compiled, WASM } from './build/wasm'
import { fromBase64 } from './base64'

const PAGE = 65536
/** Kernels read whole vectors: up to three pixels past what they were given, which must lie in memory. */
const OVERREAD = 256
let compiled: WebAssembly.Module | undefined

/**
 * One instance of the SIMD kernels with its own fixed memory. One per worker; it never grows, so views stay valid.
 * Frames and planes come from it and must be freed to it.
 */
export class Kernels {
  readonly raw: Compiled
  readonly #memory: WebAssembly.Memory
  readonly #arena: Arena
  /** What was taken and not given back in each scope that is open, the innermost last. */
  readonly #scopes: Set<Block>[] = []

  /** @param bytes the size of the arena, 64 KB to 4 GB; memory that is never touched costs nothing. */
  constructor(bytes: number) {
    const pages = Math.min(65536, Math.ceil(bytes / PAGE) + 1)
    this.#memory = new WebAssembly.Memory({ initial: pages, maximum: pages })
    compiled ??= new WebAssembly.Module(fromBase64(WASM))
    const abort = () => {
      throw new Error('A kernel stopped.')
    }
    const instance = new WebAssembly.Instance(compiled, { env: { memory: this.#memory, abort } })
    this.raw = instance.exports as unknown as Compiled
    this.raw.prepare()
    this.#arena = new Arena(PAGE, pages * PAGE - OVERREAD)
  }

  /** Bytes of the arena in use. */
  get used() {
    return this.#arena.used
  }

  /** A frame of unset content. */
  frame(width: number, height: number): Frame {
    const block = this.take(width * height * 16)
    return { width, height, channels: 4, block, data: this.floats(block, width * height * 4) }
  }

  /** A plane of unset content. */
  plane(width: number, height: number): Plane {
    const block = this.take(width * height * 4)
    return { width, height, channels: 1, block, data: this.floats(block, width * height) }
  }

  /** A frame holding these values (width * height * 4). */
  frameOf(width: number, height: number, values: ArrayLike<number>): Frame {
    const frame = this.frame(width, height)
    frame.data.set(values)
    return frame
  }

  free(...pictures: (Frame | Plane)[]): void {
    for (const picture of pictures) this.#give(picture.block)
  }

  /** Runs work; where it throws, everything that it took and did not give back is given back. */
  scope<T>(work: () => T): T {
    const taken = new Set<Block>()
    this.#scopes.push(taken)
    try {
      return work()
    } catch (error) {
      for (const block of taken) this.#give(block)
      throw error
    } finally {
      this.#scopes.pop()
      for (const block of taken) this.#scopes.at(-1)?.add(block)
    }
  }

  /** Lends `bytes` bytes of scratch memory to `use`. */
  scratch<T>(bytes: number, use: (block: Block) => T): T {
    const block = this.take(bytes)
    try {
      return use(block)
    } finally {
      this.#give(block)
    }
  }

  /** Takes a block of the arena. @throws ArenaFull */
  protected take(bytes: number): Block {
    const block = this.#arena.alloc(bytes)
    this.#scopes.at(-1)?.add(block)
    return block
  }

  #give(block: Block): void {
    this.#arena.free(block)
    for (const scope of this.#scopes) scope.delete(block)
  }

  floats(block: Block, length = block.bytes >> 2): Float32Array {
    return new Float32Array(this.#memory.buffer, block.at, length)
  }

  /** Memory at an address inside a block. */
  floatsAt(at: number, length: number): Float32Array {
    return new Float32Array(this.#memory.buffer, at, length)
  }

  words(block: Block, length = block.bytes >> 2): Uint32Array {
    return new Uint32Array(this.#memory.buffer, block.at, length)
  }

  bytes(block: Block, length = block.bytes): Uint8Array {
    return new Uint8Array(this.#memory.buffer, block.at, length)
  }
}
