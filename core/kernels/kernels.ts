import type { Frame, Plane } from '../frame'
import { Arena, type Block } from './arena'
import { WASM } from './build/wasm'
import { fromBase64 } from './base64'

type Pointer = number

/** The compiled functions, as core/kernels/assembly declares them. */
interface Compiled {
  prepare(): void
  decodeYuv(
    ...a: [
      Pointer,
      Pointer,
      Pointer,
      Pointer,
      number,
      number,
      number,
      number,
      number,
      number,
      number,
      Pointer,
      Pointer,
    ]
  ): void
  decodeRgba8(dst: Pointer, src: Pointer, n: number, lut: Pointer): void
  encodeRgba8(dst: Pointer, src: Pointer, n: number, straight: number): void
  encodeRgba16(dst: Pointer, src: Pointer, n: number): void
  encodeYuv420(...a: [Pointer, Pointer, Pointer, Pointer, number, number, Pointer, Pointer]): void
  over(dst: Pointer, a: Pointer, b: Pointer, n: number): void
  mix(dst: Pointer, a: Pointer, b: Pointer, n: number, amount: number): void
  mixMatte(dst: Pointer, a: Pointer, b: Pointer, matte: Pointer, n: number, amount: number): void
  showPlane(dst: Pointer, plane: Pointer, n: number): void
  fill(dst: Pointer, n: number, r: number, g: number, b: number, a: number): void
  addScaled(dst: Pointer, src: Pointer, n: number, k: number): void
  grade(dst: Pointer, src: Pointer, n: number, k: Pointer, flags: number): void
  glowLight(dst: Pointer, src: Pointer, n: number, threshold: number, knee: number): void
  glowJoin(...a: [Pointer, Pointer, Pointer, number, number, number, number, number]): void
  filterX(...a: [Pointer, Pointer, number, number, number, Pointer, Pointer, number]): void
  filterY(...a: [Pointer, Pointer, number, number, Pointer, Pointer, number]): void
  shape(
    ...a: [Pointer, number, number, number, number, number, number, number, number, number, number, number]
  ): void
  fillPlane(dst: Pointer, n: number, value: number): void
  invertPlane(dst: Pointer, n: number): void
}

const PAGE = 65536
let compiled: WebAssembly.Module | undefined

/**
 * One instance of the SIMD kernels with its own fixed memory. One per worker; it never grows, so views stay valid.
 * Frames and planes come from it and must be freed to it.
 */
export class Kernels {
  readonly raw: Compiled
  readonly #memory: WebAssembly.Memory
  readonly #arena: Arena

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
    this.#arena = new Arena(PAGE, pages * PAGE)
  }

  /** Bytes of the arena in use. */
  get used() {
    return this.#arena.used
  }

  /** A frame of unset content. */
  frame(width: number, height: number): Frame {
    const block = this.#arena.alloc(width * height * 16)
    return { width, height, channels: 4, block, data: this.floats(block, width * height * 4) }
  }

  /** A plane of unset content. */
  plane(width: number, height: number): Plane {
    const block = this.#arena.alloc(width * height * 4)
    return { width, height, channels: 1, block, data: this.floats(block, width * height) }
  }

  /** A frame holding these values (width * height * 4). */
  frameOf(width: number, height: number, values: ArrayLike<number>): Frame {
    const frame = this.frame(width, height)
    frame.data.set(values)
    return frame
  }

  free(...pictures: (Frame | Plane)[]): void {
    for (const picture of pictures) this.#arena.free(picture.block)
  }

  /** Lends `bytes` bytes of scratch memory to `use`. */
  scratch<T>(bytes: number, use: (block: Block) => T): T {
    const block = this.#arena.alloc(bytes)
    try {
      return use(block)
    } finally {
      this.#arena.free(block)
    }
  }

  floats(block: Block, length = block.bytes >> 2): Float32Array {
    return new Float32Array(this.#memory.buffer, block.at, length)
  }

  words(block: Block, length = block.bytes >> 2): Uint32Array {
    return new Uint32Array(this.#memory.buffer, block.at, length)
  }

  bytes(block: Block, length = block.bytes): Uint8Array {
    return new Uint8Array(this.#memory.buffer, block.at, length)
  }
}
