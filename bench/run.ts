// npm run bench: measures speed and accuracy on this machine and writes docs/benchmarks.md.
import { readFileSync, writeFileSync } from 'node:fs'
import { cpus } from 'node:os'
import { fileURLToPath } from 'node:url'
import { type Edge, gaussian, Kernels } from '@stilus/core/kernels'
import { referenceGaussian } from '@stilus/core/kernels/reference/blur'
import { packDemo } from '../demo/pack'
import type { Asked } from '../e2e/page/main'
import { openPage } from '../e2e/page/open'
import { getSequence } from '@stilus/core/project'
import { NodeRenderer, openPackage } from '../server/render'
import { browserFigures, type Figure, memoryFigures } from './browser'
import { designSection } from './designs'
import { interfaceFigures } from './interface'
import { kernelRows } from './kernels'
import { keySection } from './keys'
import { letterSection } from './letters'
import { median, type Row } from './measure'
import { contests, conversionErrors } from './rivals'
import { trackRows } from './trackers'
import { transitionSection } from './transitions'
import { treatmentRows, treatmentSection } from './treatments'
import { wireFigures } from './wires'

const k = new Kernels(900 * 1048576)

/** Worst difference from the sampled Gaussian, as a share of the peak, beside highlights of 10,000 and at the borders. */
function gaussianError(sigma: number, edge: Edge): number {
  const n = 400
  const line = Float64Array.from({ length: n }, (_, i) => (i === 200 || i === 1 ? 10000 : 0.05))
  const values = Array.from(line).flatMap((v) => [v, v, v, 1])
  const src = k.frameOf(n, 1, values)
  const out = gaussian(k, src, sigma, 0, edge)
  const exact = referenceGaussian(line, sigma, edge)
  const worst = exact.reduce((most, v, i) => Math.max(most, Math.abs(v - (out.data[i * 4] as number))), 0)
  k.free(src, out)
  return worst / Math.max(...exact)
}

async function demoRows(): Promise<Row[]> {
  const opened = await openPackage(await packDemo())
  const renderer = new NodeRenderer(opened.project, opened.files)
  const rows: Row[] = []
  for (const shot of getSequence(opened.project).shots) {
    const times: number[] = []
    for (let n = 0; n < 16; n++) {
      const began = performance.now()
      renderer.kernels.free(await renderer.frame({ kind: 'stack', stack: { kind: 'shot', id: shot.id } }, n))
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

/** Milliseconds a frame of the first shot by one worker and by two. */
async function workers(): Promise<[number, number]> {
  const zip = await packDemo()
  const opened = await openPackage(zip)
  const { project } = opened
  opened.close()
  const { page, close } = await openPage(zip)
  const request: Asked = {
    project,
    target: { kind: 'stack', stack: { kind: 'shot', id: 'harbour' } },
    frame: 0,
    scale: 1,
  }
  const pace = (count: number) =>
    page.evaluate(
      ([asked, n]) => {
        const { pace } = window as unknown as { pace(r: Asked, c: number, w: number): Promise<number> }
        return pace(asked as Asked, 40, n as number)
      },
      [request, count] as const,
    )
  const result: [number, number] = [await pace(1), await pace(2)]
  await close()
  return result
}

/** How exact and how fast things are tracked and outlined. */
const trackSection = async (): Promise<string> =>
  `## Outlines and trackers

Against the truth of the demo film (coded H.264), known pictures, and opencv-js's findTransformECC in the same run. Distances are pixels of 1280x720; nothing was corrected by hand.

${table(
  ['what', 'asked', 'found', ''],
  (await trackRows(k)).map((r) => [r.what, r.bar, r.found, r.held === null ? '' : r.held ? 'met' : 'missed']),
)}
`

/** Figures with what was asked of them. */
function figureTable(list: readonly Figure[]): string {
  const shown = ({ value, unit }: Figure) => `${value.toFixed(unit === 's' ? 1 : 0)} ${unit}`
  return table(
    ['what', 'figure', 'bar'],
    list.map((f) => [f.name, shown(f), f.bar ? `${f.bar}: ${f.met ? 'met' : 'missed'}` : '']),
  )
}

/** How smooth the interface stays. */
const interfaceSection = async (): Promise<string> =>
  `## The interface itself, headless Chromium at 1280x800 without a graphics card

Each is dragged there and back in 90 moves while the browser traces itself: one shot with 40 steps and 2,000 keys, all lanes open, thumbnails and picture live.

${figureTable(await interfaceFigures())}
`

/** How smooth the wires of a large treatment stay, and how soon what is typed is found. */
const wireSection = async (): Promise<string> =>
  `## Wires, headless Chromium at 1280x800 without a graphics card

A treatment of 300 cards with live thumbnails, of which every third branches off and is joined again; the view is dragged as above.

${figureTable(await wireFigures())}
`

/** What kernels cost, against one read and one write of a frame. */
function kernelSection(): Promise<string> {
  const { rows, floor } = kernelRows(k)
  const missed = rows.filter((r) => r.bar && (r.times ?? 0) > r.bar)
  const verdict = ({ bar, times = 0 }: Row) =>
    bar === undefined ? '' : times <= bar ? `${bar}: met` : `${bar}: missed by ${(times / bar).toFixed(1)}x`
  const reasons = missed.map((r) => `- ${r.name}${r.why ? `: ${r.why}` : ''}.`).join('\n')
  return Promise.resolve(`## Kernels at 1920x1080, RGBA float32

The floor is one read and one write of a frame: ${floor.toFixed(1)} ms. Each row takes turns with it, and the ratio is the median over the turns. The
floor is bound by memory and most kernels by arithmetic, so when others use the machine the ratios of these grow by up to a half.

${table(
  ['work', 'ms', 'times the floor', 'bar'],
  rows.map((r) => [r.name, r.ms.toFixed(1), (r.times ?? 0).toFixed(1), verdict(r)]),
)}

${missed.length ? `Missed, and why as far as it is known:\n\n${reasons}` : 'Every bar is met.'}`)
}

async function rivalSection(): Promise<string> {
  const rivals = await contests(k)
  const colour = conversionErrors(k)
  return `## Against general-purpose tools, one thread, taking turns

${table(
  ['work', 'Stilus ms', 'theirs ms', 'times as fast', 'bar'],
  rivals.map((r) => {
    const faster = r.theirs / r.ours
    const bar = r.bar ? `${r.bar}: ${faster >= r.bar ? 'met' : 'missed'}` : ''
    return [r.name, r.ours.toFixed(1), r.theirs.toFixed(1), faster.toFixed(1), bar]
  }),
)}

Colour of 8-bit BT.709 planes as R'G'B', ${colour.colours} flat colours, worst error in codes of 255 against the exact matrix: Stilus ${colour.ours.toExponential(1)}, ffmpeg's conversion to 8 bits ${colour.theirs.toFixed(2)} (rounding alone is 0.5).`
}

function gaussianSection(): Promise<string> {
  const errors = (['black', 'clamp', 'mirror', 'wrap'] as const).flatMap((edge) =>
    [2, 5, 20, 80].map((sigma) => [edge, sigma, gaussianError(sigma, edge).toExponential(1)]),
  )
  return Promise.resolve(`## Gaussian against the true one

Worst difference as a share of the peak; a line with highlights of 10,000, one of them a pixel from the border.

${table(['beyond the edge', 'sigma', 'error'], errors)}`)
}

async function demoSection(): Promise<string> {
  const demo = await demoRows()
  const [one, two] = await workers()
  return `## The demo project, whole frames at 1280x720 in Node, decoding by ffmpeg included

${table(
  ['shot', 'ms a frame'],
  demo.map((r) => [r.name, r.ms.toFixed(0)]),
)}

The first shot in the browser, encoded for export, milliseconds a frame: one worker ${one.toFixed(0)}, two workers ${two.toFixed(0)} (${(one / two).toFixed(2)} times as fast).`
}

const applicationSection = async (): Promise<string> =>
  `## In the application, headless Chromium, a shot at 1280x720 under grade, blur 20, glow, reframe and grain

Drag quality is the finest scale that is expected within 60 ms.

${figureTable([...(await browserFigures()), ...(await memoryFigures())])}`

/** The parts of the page, in their order; each can be measured on its own. */
const PARTS: Record<string, { head: string; make(): Promise<string> }> = {
  kernels: { head: 'Kernels at', make: kernelSection },
  rivals: { head: 'Against general-purpose tools', make: rivalSection },
  gaussian: { head: 'Gaussian against', make: gaussianSection },
  demo: { head: 'The demo project', make: demoSection },
  application: { head: 'In the application', make: applicationSection },
  treatments: {
    head: 'Every treatment',
    make: () => Promise.resolve(treatmentSection(treatmentRows(k))),
  },
  transitions: { head: 'Every transition', make: () => Promise.resolve(transitionSection(k)) },
  keys: { head: 'Screen key against', make: () => keySection(k) },
  letters: { head: 'Text against', make: () => letterSection(k) },
  designs: { head: 'Designs of the shelf', make: designSection },
  trackers: { head: 'Outlines and trackers', make: trackSection },
  interface: { head: 'The interface itself', make: interfaceSection },
  wires: { head: 'Wires, headless', make: wireSection },
}

const HEAD = `# Benchmarks

Written by \`npm run bench\`: ${cpus().length} cores (${cpus()[0]?.model ?? 'unknown'}), Node.js ${process.versions.node}.
Medians on one thread. The machine is shared and noisy: compare ratios, not milliseconds. Nothing here is a timed test.`

const target = fileURLToPath(new URL('../docs/benchmarks.md', import.meta.url))
const asked = process.argv.slice(2)
const unknown = asked.filter((name) => !(name in PARTS))
if (unknown.length)
  throw new Error(`There is no part ${unknown.join(', ')}: ${Object.keys(PARTS).join(', ')}.`)
/** The parts of the page by their heads; those that are not measured now stay as they were written. */
const written = readFileSync(target, 'utf8').split(/\n(?=## )/)
const page = new Map(
  Object.entries(PARTS).map(([name, { head }]) => [
    name,
    written.find((part) => part.startsWith(`## ${head}`))?.trimEnd(),
  ]),
)
const day = new Date().toISOString().slice(0, 10)
for (const [name, { make }] of Object.entries(PARTS)) {
  if (asked.length && !asked.includes(name)) continue
  const made = (await make()).trimEnd().replace('\n', `\n\nMeasured on ${day}.\n`)
  console.log(`\n${made}`)
  page.set(name, made)
  // At once, so that what was measured is kept whatever comes after.
  writeFileSync(target, `${[HEAD, ...page.values()].filter(Boolean).join('\n\n')}\n`)
}
process.exit(0)
