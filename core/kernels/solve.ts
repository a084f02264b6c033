import { LUMA } from '../colour'
import type { Frame, Plane, Size } from '../frame'
import { fillFrom } from './key'
import type { Kernels } from './kernels'
import { runProgram } from './program'

/** What a key is solved with: what is seen (changed at edges as colour is put back), the empty screen, alpha as it was found last, and the subject's colour where that is undecided. */
export interface Solving {
  colours: Frame
  plate: Frame
  alpha: Plane
  fronts: Frame
}

/** How much luminance counts beside the channels: at edges it alone is whole in 4:2:0. Found by the truth of the demo's clip: 0.5 is 5 % worse, 5 as much. */
const LUMA_COUNTS = 2

/** Lends memory that holds lists of places and maps, one after the other. */
function lend<T>(k: Kernels, lists: readonly (Uint32Array | Uint8Array)[], use: (...at: number[]) => T): T {
  const starts: number[] = []
  let end = 0
  for (const list of lists) {
    starts.push(end)
    end = (end + list.byteLength + 15) & ~15
  }
  return k.scratch(end + 16, (block) => {
    const bytes = k.bytes(block)
    lists.forEach((list, i) =>
      bytes.set(new Uint8Array(list.buffer, list.byteOffset, list.byteLength), starts[i]),
    )
    return use(...starts.map((from) => block.at + from))
  })
}

/**
 * Finds alpha at undecided places: projected onto the way from the plate to the subject's colour, which is filled in from what surely stays; then once more with what that says of the subject. What stays is 1, what goes is 0.
 * Mutates alpha and fronts.
 * @param tones 0 goes, 1 undecided, 2 stays
 * @param band where it is undecided
 */
export function solveAlpha(k: Kernels, of: Solving, tones: Uint8Array, band: Uint32Array): void {
  const { width, height } = of.colours
  const { colours, plate, alpha, fronts } = of
  const sure = k.plane(width, height)
  lend(k, [tones], (at) => k.raw.sureOf(sure.block.at, alpha.block.at, at, width, height))
  lend(k, [band], (places) => {
    const n = band.length
    const at = [alpha, colours, plate, fronts].map((v) => v.block.at) as [number, number, number, number]
    const project = () => k.raw.projectOn(...at, places, n, LUMA_COUNTS, ...LUMA)
    fillFrom(k, colours, sure, fronts, band)
    project()
    k.scratch(16 * n + 16, (before) => {
      k.raw.ownColours(colours.block.at, sure.block.at, before.at, plate.block.at, alpha.block.at, places, n)
      fillFrom(k, colours, sure, fronts, band)
      k.raw.putAt(colours.block.at, before.at, places, n)
    })
    project()
  })
  k.free(sure)
}

/**
 * Puts back what 4:2:0 takes of colour around undecided places: the chroma of what the model explains less that chroma as it is coded, [1 2 1] in both directions; luminance stays. From what is seen into
 * the colours that are solved.
 * @param around where colours are put back
 * @param near the same, one place further: where the model is asked
 */
export function restoreChroma(
  k: Kernels,
  { colours, plate, alpha, fronts }: Solving,
  seen: Frame,
  { tones, rubbish }: { tones: Uint8Array; rubbish?: Uint8Array | undefined },
  { around, near }: { around: Uint32Array; near: Uint32Array },
): void {
  if (!around.length) return
  const { width, height } = seen
  const [cb, cr] = [k.plane(width, height), k.plane(width, height)]
  const model = k.frame(near.length, 1)
  lend(k, [near, tones, rubbish ?? new Uint8Array(0)], (places, sorted, set) => {
    k.raw.explainAt(
      ...([model.block.at, seen.block.at, plate.block.at, fronts.block.at, alpha.block.at] as const),
      ...([sorted, rubbish ? set : 0, places, near.length] as const),
    )
    runProgram(k, model, [{ op: 'encode' }], model)
    k.raw.chromaAt(cb.block.at, cr.block.at, model.block.at, places, near.length, ...LUMA)
  })
  k.free(model)
  // In codes the lost chroma is added; what is seen and what comes out are light.
  const codes = k.frame(around.length, 1)
  lend(k, [around], (places) => {
    const n = around.length
    k.raw.pickAt(codes.block.at, seen.block.at, places, n)
    runProgram(k, codes, [{ op: 'encode' }], codes)
    k.raw.addLost(codes.block.at, cb.block.at, cr.block.at, places, n, width, height, ...LUMA)
    runProgram(k, codes, [{ op: 'decode' }], codes)
    k.raw.putAt(colours.block.at, codes.block.at, places, n)
  })
  k.free(codes, cb, cr)
}

/** Gives a subject (premultiplied) at undecided places a share of the hue around there, its light kept. Mutates front. */
export function hueAt(
  k: Kernels,
  front: Frame,
  { alpha, fronts }: Solving,
  band: Uint32Array,
  share: number,
): void {
  lend(k, [band], (places) =>
    k.raw.hueAt(front.block.at, fronts.block.at, alpha.block.at, places, band.length, share, ...LUMA),
  )
}

/** Alpha between a black and a white point, times the picture's own and what holds; the subject (premultiplied) goes with it. Mutates both. */
export function shapeAlpha(
  k: Kernels,
  front: Frame,
  alpha: Plane,
  seen: Frame,
  { levels: [black, white], holds }: { levels: readonly [number, number]; holds?: Plane | undefined },
): void {
  const at = holds?.block.at ?? 0
  k.raw.shapeAlpha(front.block.at, alpha.block.at, seen.block.at, at, black, white, areaOf(alpha))
}

const areaOf = ({ width, height }: Size) => width * height
