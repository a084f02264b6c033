import { execFileSync } from 'node:child_process'
import type { Frame } from '@stilus/core/frame'
import type { Kernels } from '@stilus/core/kernels'
import { defaults } from '@stilus/core/params'
import { CROSSINGS } from '@stilus/core/steps'
import { contextFor } from '../core/testing/context'
import { median, time } from './measure'

const [W, H] = [1920, 1080]

/** Kinds of ffmpeg's xfade that do the same or nearly so. They work on codes of 8 bits, on a quarter of the memory. */
const KINDS: Record<string, string> = {
  dissolve: 'fade',
  dip: 'fadeblack',
  flash: 'fadewhite',
  'noise-dissolve': 'dissolve',
  'blur-dissolve': 'hblur',
  wipe: 'smoothleft',
  'clock-wipe': 'radial',
  iris: 'circleopen',
  doors: 'vertopen',
  blinds: 'hlslice',
  split: 'horzopen',
  push: 'slideleft',
  'mosaic-over': 'pixelize',
  'zoom-through': 'zoomin',
}

/** Milliseconds a frame that a kind of xfade takes on one thread, without what its sources take. */
function xfade(kind: string): number {
  const source = (name: string) => ['-f', 'lavfi', '-i', `${name}=s=${W}x${H}:r=25:d=0.8,format=gbrp`]
  const run = (...graph: string[]) => {
    const began = performance.now()
    const threads = ['-filter_complex_threads', '1', '-filter_threads', '1', '-threads', '1']
    const inputs = [...source('testsrc2'), ...source('testsrc')]
    execFileSync('ffmpeg', ['-v', 'error', ...threads, ...inputs, ...graph])
    return performance.now() - began
  }
  const crossed = () =>
    run('-filter_complex', `[0][1]xfade=transition=${kind}:duration=0.8:offset=0`, '-f', 'null', '-')
  const both = () => run('-map', '0', '-map', '1', '-f', 'null', '-')
  return median(Array.from({ length: 3 }, () => crossed() - both())) / 20
}

interface Crossed {
  name: string
  ms: number
  times: number
  rival?: { kind: string; ms: number }
}

function picture(k: Kernels, shift: number): Frame {
  const frame = k.frame(W, H)
  for (let i = 0; i < W * H; i++) {
    const [x, y] = [(i % W) + shift, Math.floor(i / W)]
    const v = 0.3 + 0.2 * Math.sin(x / 31 + y / 47) + 0.1 * Math.sin(x / 3) * Math.cos(y / 5)
    frame.data.set([v, v * 0.8, v * 0.6, 1], i * 4)
  }
  return frame
}

/** Every transition at its defaults, four tenths of its way. */
function rowsOf(k: Kernels, only: readonly string[]): Crossed[] {
  const [from, to] = [picture(k, 0), picture(k, 700)]
  const copy = k.frame(W, H)
  const steps = CROSSINGS.filter((s) => !only.length || only.includes(s.id))
  const rows = steps.map((step): Crossed => {
    const options = { scale: 1, progress: 0.4, time: 4, frames: { incoming: to } }
    const { context, made } = contextFor(k, step, from, defaults(step.params), options)
    const run = () => k.free(step.render(context))
    const row = time(step.name, run, () => copy.data.set(from.data), 5)
    k.free(...made.filter((frame) => frame !== to))
    const kind = KINDS[step.id]
    const rival = kind ? { rival: { kind, ms: xfade(kind) } } : {}
    return { name: step.name, ms: row.ms, times: row.times ?? 0, ...rival }
  })
  k.free(from, to, copy)
  return rows
}

/** The section of docs/benchmarks.md, of all transitions or only those of these ids. */
export function transitionSection(k: Kernels, only: readonly string[] = []): string {
  const rows = rowsOf(k, only)
  const head = ['transition', 'ms', 'times the floor', 'Mpx/s', 'xfade kind', 'its ms']
  const lines = rows.map(({ name, ms, times, rival }) => [
    ...[name, ms.toFixed(1), times.toFixed(1), ((W * H) / 1e3 / ms).toFixed(0)],
    ...[rival?.kind ?? '', rival ? rival.ms.toFixed(1) : ''],
  ])
  const rivals = rows.filter((r) => r.rival)
  const slower = rivals.filter((r) => r.ms > (r.rival?.ms ?? 0)).map((r) => r.name)
  return `## Every transition at 1920x1080

At its defaults, four tenths of its way, one thread, the floor in turns with it. Beside it the kind of ffmpeg's xfade that does the same or nearly so, one thread, in the same run: it works on
codes of 8 bits, a quarter of the memory, without linear light, soft edges or motion blur.

${[head, head.map(() => '---'), ...lines].map((cells) => `| ${cells.join(' | ')} |`).join('\n')}

Slower than the kind beside them: ${slower.length} of ${rivals.length} (${slower.join(', ') || 'none'}).
`
}
