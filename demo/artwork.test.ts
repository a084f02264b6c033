import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { readOra } from '@stilus/core/formats'

const kit = readFileSync(join(__dirname, 'kit/title-card.ora'))

it('the artwork of the kit has its layers by name, from back to front', () => {
  const { width, height, layers, notes } = readOra(kit)
  expect([width, height, notes]).toEqual([1280, 720, []])
  expect(layers.map((l) => l.name)).toEqual([
    'ribbon shadow',
    'ribbon',
    'comet tails',
    'comet star',
    'comet rivet',
    'lettering',
  ])
})
