import { writeFileSync } from 'node:fs'
import { FAMILIES, SHELF } from '@stilus/core/shelf'
import { encodeRgba8 } from '@stilus/core/kernels'
import { NodeRenderer } from '../server/render'
import { demoProject } from './project'
import { mediaPath } from './paths'
import { shelved, type Use } from './shelved'
import { jpegOf, sheet } from './sheet'

const [out = '/tmp/look.png', ids = 'grid', pal = '0', aspect = '16:9', words = '', overs = 'harbour:30', when = '6,12,60,-5', width = '300', cols = ''] = process.argv.slice(2)
const wanted = ids.split(',')
const entries = SHELF.filter((e) => wanted.some((w) => e.id === w || e.id.startsWith(w + '/')))
const [aw, ah] = aspect.split(':').map(Number) as [number, number]
const size = aw >= ah ? { width: Math.round((720 * aw) / ah), height: 720 } : { width: 720, height: Math.round((720 * ah) / aw) }
const demo = demoProject()
const over = overs.split(',').map((o) => o.split(':'))
const uses: Use[] = entries.map((entry, i) => {
  const [m = '', f = '0'] = over[i % over.length] as string[]
  return { id: `u${i}`, entry, palette: entry.family.palettes[Number(pal)] ?? entry.family.palettes[0], size, ...(words ? { words: words.split('|') } : {}), ...(m && m !== 'none' ? { over: [m, Number(f)] as const } : {}) }
})
const project = shelved(demo.media, uses)
const files = new Map(demo.media.map((m) => [m.id, mediaPath(m.name)]))
const r = new NodeRenderer(project, files, (m) => console.log(m))
const pics: any[] = []
const moments = when.split(',').map(Number)
const scale = Number(width) / size.width
let slow: any[] = []
for (const use of uses) {
  const length = project.designs.find((d) => d.id === use.id)!.length
  for (const m of moments) {
    const at = m < 0 ? length + m : m >= 1000 ? Math.floor(length / 2) : Math.min(length - 1, m)
    const t0 = performance.now()
    const frame = await r.frame({ kind: 'sequence', sequenceId: use.id }, at, scale)
    slow.push([Math.round(performance.now() - t0), use.entry.id, at])
    pics.push({ width: frame.width, height: frame.height, data: encodeRgba8(r.kernels, frame, 'opaque') })
    r.kernels.free(frame)
  }
}
writeFileSync(out, sheet(pics, Number(cols) || moments.length)); void jpegOf
console.log(entries.map((e) => e.id).join(' '), FAMILIES.length)
slow.sort((a, b) => b[0] - a[0]); console.log(slow.slice(0, 5).join(' | '))
await r.close()
