import { smoothstep } from '../../colour'
import type { Frame, Plane } from '../../frame'
import { copyOf, type Kernels } from '../../kernels'

/** From 0 at `low` to 1 at `high`, smooth at both ends (3t² − 2t³); a step at `low` where there is no way between. */
export function rise(v: number, low: number, high: number): number {
  if (high <= low) return v >= low ? 1 : 0
  return smoothstep((v - low) / (high - low))
}

/** A picture times a matte, alpha too; held within another one. A new frame. */
export function cutBy(k: Kernels, input: Frame, matte: Plane, within: Plane | undefined): Frame {
  const out = copyOf(k, input)
  const { data } = out
  for (let i = 0; i < matte.data.length; i++) {
    const a = (matte.data[i] as number) * (within ? (within.data[i] as number) : 1)
    if (a === 1) continue
    const at = i * 4
    data[at] = (data[at] as number) * a
    data[at + 1] = (data[at + 1] as number) * a
    data[at + 2] = (data[at + 2] as number) * a
    data[at + 3] = (data[at + 3] as number) * a
  }
  return out
}
