import type { Delivery } from '@stilus/core/deliver'
import { allSteps } from '@stilus/core/project'
import { richProject } from '../core/testing/documents'
import { deliveryOf } from './render-cli'

const project = richProject()
const [edit] = project.sequences
const stepName = allSteps(edit?.shots[0]?.steps ?? [])[0]?.name ?? ''
const of = (text: string): Delivery => {
  const words = text.split(' ')
  const options: Record<string, string | boolean> = {}
  words.forEach((word, i) => {
    if (!word.startsWith('--')) return
    const next = words[i + 1]
    options[word.slice(2)] = next === undefined || next.startsWith('--') ? true : next
  })
  return deliveryOf(project, options)
}

it.each<[string, Partial<Delivery>]>([
  ['--out a.mp4', { container: 'mp4', quality: 'high', depth: 16, alpha: undefined }],
  ['--out some/where/a.b.webm --quality draft', { container: 'webm', quality: 'draft' }],
  ['--out a.png.zip --depth 8 --alpha none', { container: 'png', depth: 8, alpha: 'none' }],
  [
    '--out a.exr.zip --depth 32 --alpha premultiplied',
    { container: 'exr', depth: 32, alpha: 'premultiplied' },
  ],
  ['--out a.mp4 --marks', { what: { kind: 'marks', sequenceId: 'edit' } }],
  ['--out a.mp4 --sequence Q', { what: { kind: 'sequence', sequenceId: 'q1' } }],
  ['--out a.mp4 --shot 1', { what: { kind: 'shot', shotId: 's1', handles: 0, matteOf: undefined } }],
  [
    '--out a.mp4 --shot 2 --handles 7',
    { what: { kind: 'shot', shotId: 'new', handles: 7, matteOf: undefined } },
  ],
  [
    '--out a.mp4 --shot 1 --handles -3',
    { what: { kind: 'shot', shotId: 's1', handles: 0, matteOf: undefined } },
  ],
  [
    '--out a.mp4 --shot 1 --sequence Q',
    { what: { kind: 'shot', shotId: 'n1', handles: 0, matteOf: undefined } },
  ],
])('%s', (text, delivery) => expect(of(text)).toMatchObject(delivery))

it('a matte is that of a step of the shot, by its name', () => {
  const delivery = deliveryOf(project, { out: 'a.mp4', shot: '1', matte: stepName })
  expect(delivery.what).toMatchObject({ kind: 'shot', shotId: 's1', matteOf: 'a' })
})

it.each([
  ['--out a.avi', /Use: npm run render/],
  ['--quality high', /Use: npm run render/],
  ['--out a.mp4 --quality best', /^--quality is one of draft, high, master, not best\.\nUse:/],
  ['--out a.png.zip --depth 12', /^--depth is one of 8, 16, not 12/],
  ['--out a.exr.zip --depth 8', /^--depth is one of 16, 32, not 8/],
  ['--out a.webm --alpha yes', /^--alpha is one of none, straight, premultiplied, not yes/],
  ['--out a.mp4 --sequence Z', /^There is no sequence Z; this project has .*Q\.$/],
  ['--out a.mp4 --shot 0', /^There is no shot 0; .* has 4\.$/],
  ['--out a.mp4 --shot x', /^There is no shot x;/],
  ['--out a.mp4 --shot 1 --matte Nothing', /^There is no step Nothing; s1 has /],
])('%s says what to do instead', (text, sentence) => expect(() => of(text)).toThrow(sentence))
