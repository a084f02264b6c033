/** The part of the WebAssembly API that core uses; core compiles without DOM types. */
declare namespace WebAssembly {
  class Memory {
    constructor(descriptor: { initial: number; maximum?: number })
    readonly buffer: ArrayBuffer
  }
  class Module {
    constructor(bytes: Uint8Array)
  }
  class Instance {
    constructor(module: Module, imports: Record<string, Record<string, unknown>>)
    readonly exports: unknown
  }
}
