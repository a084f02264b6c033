const GB = 2 ** 30

/**
 * Bytes that all caches may hold together where nothing else is said: a quarter of the machine's memory.
 * @param deviceMemory gigabytes of the machine, as far as the browser tells
 */
export const usualMemory = (deviceMemory = 8): number => Math.min(4, Math.max(1, deviceMemory / 4)) * GB

/** How one budget is shared: half for rendered pictures, a quarter each for pictures in the making and for decoded ones. */
export const memoryShares = (bytes: number): { pictures: number; nodes: number; decoded: number } => ({
  pictures: bytes / 2,
  nodes: bytes / 4,
  decoded: bytes / 4,
})
