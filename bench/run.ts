// npm run bench: measures speed and accuracy on this machine and writes docs/benchmarks.md.
import { execFileSync } from 'node:child_process'
import { writeFileSync } from 'node:fs'
import { cpus } from 'node:os'
import { fileURLToPath } from 'node:url'
import { type Edge, edgeIndex, gaussian, Kernels } from '@stilus/core/kernels'
import { packDemo } from '../demo/pack'
import { NodeRenderer, openPackage } from '../server/render'
import { browserRows } from './browser'
import { kernelRows } from './kernels'
import { median, type Row } from './measure'

const k = new Kernels(900 * 1048576)

/** Worst difference from the sampled Gaussian, as a share of the peak, beside highlights of 10,000 and at the borders. */
function gaussianError(sigma: number, edge: Edge): number {
  const n = 400
  const line = Float64Array.from({ length: n }, (_, i) => (i === 200 || i === 1 ? 10000 : 0.05))
  const src = k.frameOf(
    n,
    1,
    Array.from(line).flatMap((v) => [v, v, v, 1]),
  )
  const out = gaussian(k, src, sigma, 0, edge)
  const reach = Math.ceil(8 * sigma)
  const bell = Array.from({ length: 2 * reach + 1 }, (_, i) =>
    Math.exp(-((i - reach) ** 2) / (2 * sigma * sigma)),
  )
  const sum = bell.reduce((a, b) => a + b)
  let [worst, peak] = [0, 0]
  for (let o = 0; o < n; o++) {
    let exact = 0
    bell.forEach((w, i) => {
      const at = edgeIndex(o + i - reach, n, edge)
      if (at >= 0) exact += (w / sum) * (line[at] as number)
    })
    worst = Math.max(worst, Math.abs(exact - (out.data[o * 4] as number)))
    peak = Math.max(peak, exact)
  }
  k.free(src, out)
  return worst / peak
}

/** ffmpeg's gblur on one thread, over 20 frames of 32-bit float planes; milliseconds a frame. */
function ffmpegBlur(sigma: number): number {
  const run = (filter: string) => {
    const source = ['-f', 'lavfi', '-i', 'color=c=gray:s=1920x1080:r=25:d=0.8,format=gbrapf32le']
    const began = performance.now()
    execFileSync('ffmpeg', [
      '-v',
      'error',
      '-filter_threads',
      '1',
      '-threads',
      '1',
      ...source,
      '-vf',
      filter,
      '-f',
      'null',
      '-',
    ])
    return performance.now() - began
  }
  return (
    (median([1, 2, 3].map(() => run(`gblur=sigma=${sigma}:steps=3`))) -
      median([1, 2, 3].map(() => run('null')))) /
    20
  )
}

async function demoRows(): Promise<Row[]> {
  const opened = await openPackage(await packDemo())
  const renderer = new NodeRenderer(opened.project, opened.files)
  const rows: Row[] = []
  for (const shot of opened.project.shots) {
    const times: number[] = []
    for (let n = 0; n < 16; n++) {
      const began = performance.now()
      renderer.kernels.free(await renderer.frame({ kind: 'shot', shotId: shot.id }, n))
      if (n > 5) times.push(performance.now() - began)
    }
    const steps = shot.steps.map((s) => s.name).join(', ') || 'no steps'
    rows.push({ name: `${shot.name}: ${steps}`, ms: median(times) })
  }
  renderer.close()
  opened.close()
  return rows
}

const table = (head: string[], rows: (string | number)[][]) =>
  [head, head.map(() => '---'), ...rows].map((row) => `| ${row.join(' | ')} |`).join('\n')

const { rows, floor } = kernelRows(k)
const errors = (['black', 'clamp', 'mirror', 'wrap'] as const).flatMap((edge) =>
  [2, 5, 20, 80].map((sigma) => [edge, sigma, gaussianError(sigma, edge).toExponential(1)]),
)
const blurs = [20, 80].map((sigma) => {
  const ours = rows.find((r) => r.name === `Gaussian, sigma ${sigma}`)?.ms ?? NaN
  const theirs = ffmpegBlur(sigma)
  return [sigma, ours.toFixed(1), theirs.toFixed(1), (theirs / ours).toFixed(1)]
})
const demo = await demoRows()
const browser = await browserRows()
const date = new Date().toISOString().slice(0, 10)
const text = `# Benchmarks

Written by \`npm run bench\` on ${date}: ${cpus().length} cores (${cpus()[0]?.model ?? 'unknown'}), Node.js ${process.versions.node}.
Medians on one thread. The machine is shared and noisy: compare ratios, not milliseconds. Nothing here is a timed test.

## Kernels at 1920x1080, RGBA float32

The floor is one read and one write of a frame: ${floor.toFixed(1)} ms.

${table(
  ['work', 'ms', 'times the floor'],
  rows.map((r) => [r.name, r.ms.toFixed(1), (r.ms / floor).toFixed(1)]),
)}

## Gaussian against ffmpeg's gblur, one thread, four float channels

${table(['sigma', 'Stilus ms', 'ffmpeg ms', 'times as fast'], blurs)}

## Gaussian against the true one

Worst difference as a share of the peak; a line with highlights of 10,000, one of them a pixel from the border.

${table(['beyond the edge', 'sigma', 'error'], errors)}

## The demo project, whole frames at 1280x720 in Node, decoding by ffmpeg included

${table(
  ['shot', 'ms a frame'],
  demo.map((r) => [r.name, r.ms.toFixed(0)]),
)}

## In the application, headless Chromium, the demo's first shot (grade, grade with a region, blur with a region, glow) at 1280x720

Milliseconds, except the last row, which counts frames. Drag quality is the finest scale that is expected within 60 ms.

${table(
  ['what', 'figure'],
  browser.map((r) => [r.name, r.ms.toFixed(0)]),
)}
`
writeFileSync(fileURLToPath(new URL('../docs/benchmarks.md', import.meta.url)), text)
console.log(text)
process.exit(0)
